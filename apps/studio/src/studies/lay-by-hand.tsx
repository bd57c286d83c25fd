import { useRef, useState, type PointerEvent } from 'react';
import { StyleSheet, View } from 'react-native';
import { fitSimilarity } from '@deft/core/fit';
import {
  about,
  boxOf,
  compose,
  rotation,
  scaling,
  translation,
  type Affine,
  type Point,
} from '@deft/core/geometry';
import { thingBox, type Id, type Region, type Thing } from '@deft/core/page';
import type { Reference } from '@deft/contract';
import { pictureOf } from '../data/addresses';
import { OWN_DRAG, Stage } from '../page/parts/stage';
import { Act, MainAct } from '../ui/acts';
import { ON_PAGE } from '../ui/theme';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { LaidDrawing } from './laid-drawing';

/** How much one touch of an act turns, degrees, and enlarges. */
const TURN = 3;
const GROW = 1.04;
/** How strongly the picture shows under the drawing that is moved. */
const STRENGTH = 0.45;

interface LayByHandProps {
  readonly reference: Reference;
  readonly things: ReadonlyMap<Id, Thing>;
  readonly region: Region;
  /** Where the drawing lies now, page millimetres to the picture's pixels; null where it does not. */
  readonly now: Affine | null;
  /** Whether it was laid by hand before. */
  readonly byHand: boolean;
  readonly onLaid: (laid: Affine | null) => void;
  readonly onClose: () => void;
}

/** Where a drawing lies that nobody has laid: as high as the picture, in its middle. */
export function roughlyLaid(
  things: ReadonlyMap<Id, Thing>,
  { width, height }: Pick<Reference, 'width' | 'height'>,
): Affine {
  const boxes = [...things.values()].flatMap((thing) =>
    thing.type === 'stroke' || thing.type === 'form' || thing.type === 'mass' || thing.type === 'placement'
      ? (thingBox(thing) ?? [])
      : [],
  );
  const box = boxOf(
    boxes.flatMap(({ minX, minY, maxX, maxY }) => [
      { x: minX, y: minY },
      { x: maxX, y: maxY },
    ]),
  );
  if (!box) return scaling(width / 148);
  const by = Math.min(width / Math.max(box.maxX - box.minX, 1), height / Math.max(box.maxY - box.minY, 1));
  return compose(
    translation(width / 2, height / 2),
    scaling(0.9 * by),
    translation(-(box.minX + box.maxX) / 2, -(box.minY + box.maxY) / 2),
  );
}

/** The drawing laid on its picture by hand: dragged, turned and enlarged by two fingers, or by acts. */
export function LayByHand(props: LayByHandProps) {
  const { reference, things, region, now, byHand, onLaid, onClose } = props;
  const palette = usePalette();
  const [laid, setLaid] = useState<Affine>(() => now ?? roughlyLaid(things, reference));
  const { width, height } = reference;
  const unit = Math.max(width, height) / 1000;
  const middle = { x: width / 2, y: height / 2 };
  const change = (by: Affine): void => setLaid((before) => compose(about(middle, by), before));
  const contacts = useContacts((by) => setLaid((before) => compose(by, before)));
  return (
    <View style={[styles.fill, { backgroundColor: palette.paper }]}>
      <Text style={styles.hint}>Drag your drawing onto the picture. Two fingers turn and enlarge it.</Text>
      <Stage
        {...{ width, height }}
        hand={null}
        testID="lay-stage"
        picture={
          <svg viewBox={`0 0 ${width} ${height}`} style={FILLED} role="img" aria-label="Your drawing over it">
            <rect {...{ width, height }} fill={ON_PAGE.paper} />
            <image href={pictureOf(reference)} {...{ width, height }} opacity={STRENGTH} />
            <LaidDrawing {...{ things, region, unit }} toReference={laid} />
          </svg>
        }
        over={() => (
          <rect
            x={-width}
            y={-height}
            width={3 * width}
            height={3 * height}
            fill="transparent"
            style={GRABBED}
            data-testid="lay-drag"
            {...{ [OWN_DRAG]: true }}
            {...contacts}
          />
        )}
      />
      <View style={[styles.acts, { borderColor: palette.rule }]}>
        <Act small label="Smaller" onPress={() => change(scaling(1 / GROW))} />
        <Act small label="Larger" onPress={() => change(scaling(GROW))} />
        <Act small label="Turn left" onPress={() => change(rotation(TURN))} />
        <Act small label="Turn right" onPress={() => change(rotation(-TURN))} />
        <Act small label="Turn over" onPress={() => change(scaling(-1, 1))} />
        {byHand ? <Act small label="Let the desk lay it" onPress={() => onLaid(null)} /> : null}
      </View>
      <View style={styles.end}>
        <MainAct label="It lies here" onPress={() => onLaid(laid)} testID="laid" style={styles.fill} />
        <Act label="Never mind" onPress={onClose} style={styles.tall} />
      </View>
    </View>
  );
}

/** Where an event is, in the pixels of the picture. */
function placeOf({ currentTarget, clientX, clientY }: PointerEvent<SVGElement>): Point | null {
  const screen = currentTarget.ownerSVGElement?.getScreenCTM();
  if (!screen) return null;
  const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(screen.inverse());
  return { x, y };
}

/** Up to two contacts that carry something along: what they do to it between two events. */
function useContacts(onMoved: (by: Affine) => void) {
  const down = useRef(new Map<number, Point>());
  const lift = ({ pointerId }: PointerEvent<SVGElement>): void => void down.current.delete(pointerId);
  return {
    onPointerDown(event: PointerEvent<SVGElement>) {
      const at = placeOf(event);
      if (!at || down.current.size > 1 || event.button !== 0) return;
      event.preventDefault();
      event.currentTarget.setPointerCapture(event.pointerId);
      down.current.set(event.pointerId, at);
    },
    onPointerMove(event: PointerEvent<SVGElement>) {
      const at = placeOf(event);
      if (!at || !down.current.has(event.pointerId)) return;
      const before = [...down.current.values()];
      down.current.set(event.pointerId, at);
      const after = [...down.current.values()];
      onMoved(fitSimilarity(before, after, { freedom: 'move scale turn' }).transform);
    },
    onPointerUp: lift,
    onPointerCancel: lift,
  };
}

const FILLED = { position: 'absolute', inset: 0, width: '100%', height: '100%' } as const;
const GRABBED = { cursor: 'grab', touchAction: 'none', pointerEvents: 'auto' } as const;

const styles = StyleSheet.create({
  fill: { flex: 1 },
  hint: { padding: 10 },
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: 6, padding: 8, borderTopWidth: 1 },
  end: { flexDirection: 'row', gap: 8, padding: 8, paddingTop: 0 },
  tall: { minHeight: 52 },
});
