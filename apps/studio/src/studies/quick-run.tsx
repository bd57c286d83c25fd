import { useEffect, useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Point } from '@deft/core/geometry';
import { thingsOfType, type Id, type LandmarkState } from '@deft/core/page';
import type { PageKeeper } from '../data/page-keeper';
import { newId } from '../data/new-id';
import { Act } from '../ui/acts';
import { useLatest } from '../ui/use-latest';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { deskColour } from '../page/desk-colour';
import { sheetFor } from '../page/place-on';
import type { Hand, Sample } from '../page/pointer';
import { pointsOf } from '../page/stroke-points';
import { spreadOf } from '../page/spread';
import { toScreen } from '../page/view';
import type { Surface } from '../page/surface';

const ATTRACT = 14;
const LOUPE = 62;

/** Takes one touch for the landmark asked for: a loupe away from the finger, and ink ends that attract. */
class PointHand implements Hand {
  #at: Point | null = null;
  #sample: Sample | null = null;

  constructor(
    private readonly surface: Surface,
    private readonly placed: (at: Point, spread: number) => void,
  ) {}

  begin(sample: Sample): void {
    this.extend([sample]);
  }

  extend(samples: readonly Sample[]): void {
    const last = samples.at(-1);
    if (!last) return;
    this.#sample = last;
    this.#at = this.#attracted(this.surface.toPage(last));
    this.#show();
  }

  finish(): void {
    const [at, sample] = [this.#at, this.#sample];
    this.cancel();
    if (at && sample) this.placed(at, spreadOf(sample.kind, this.surface.painter.view.scale));
  }

  cancel(): void {
    this.#at = null;
    this.#show();
  }

  #attracted(at: Point): Point {
    const reach = ATTRACT / this.surface.painter.view.scale;
    let best = at;
    let nearest = reach;
    for (const stroke of thingsOfType(this.surface.keeper.things, 'stroke')) {
      const points = pointsOf(stroke);
      for (const end of [points[0], points.at(-1)]) {
        if (!end) continue;
        const far = Math.hypot(end.x - at.x, end.y - at.y);
        if (far < nearest) [best, nearest] = [end, far];
      }
    }
    return { x: best.x, y: best.y };
  }

  #show(): void {
    const at = this.#at;
    const { painter } = this.surface;
    painter.setOverlay(
      at &&
        ((context, pixel) => {
          const arm = 10 * pixel;
          context.strokeStyle = deskColour.verdigris;
          context.lineWidth = 2 * pixel;
          context.beginPath();
          context.moveTo(at.x - arm, at.y);
          context.lineTo(at.x + arm, at.y);
          context.moveTo(at.x, at.y - arm);
          context.lineTo(at.x, at.y + arm);
          context.stroke();
          this.#loupe(context, at, pixel);
        }),
    );
  }

  /**
   * What lies under the finger, twice as large: at the left, since the reference is at the right, and away
   * from the finger.
   */
  #loupe(context: CanvasRenderingContext2D, at: Point, pixel: number): void {
    const { painter } = this.surface;
    const screen = toScreen(painter.view, at);
    const near = screen.x < painter.room.width * 0.55 && screen.y < painter.room.height * 0.45;
    const centre = this.surface.toPage({
      x: LOUPE + 12,
      y: near ? painter.room.height - LOUPE - 12 : LOUPE + 12,
    });
    context.save();
    context.beginPath();
    context.arc(centre.x, centre.y, LOUPE * pixel, 0, 2 * Math.PI);
    context.fillStyle = painter.paper?.colour ?? deskColour.paper;
    context.fill();
    context.clip();
    context.translate(centre.x, centre.y);
    context.scale(2.4, 2.4);
    context.translate(-at.x, -at.y);
    painter.drawInto(context);
    context.restore();
    context.lineWidth = 1.5 * pixel;
    context.beginPath();
    context.arc(centre.x, centre.y, LOUPE * pixel, 0, 2 * Math.PI);
    context.moveTo(centre.x - 9 * pixel, centre.y);
    context.lineTo(centre.x + 9 * pixel, centre.y);
    context.moveTo(centre.x, centre.y - 9 * pixel);
    context.lineTo(centre.x, centre.y + 9 * pixel);
    context.stroke();
  }
}

interface QuickRunProps {
  readonly keeper: PageKeeper;
  readonly surface: Surface | null;
  /** Landmarks still to be asked for, the first now. */
  readonly names: readonly string[];
  readonly onSkip: () => void;
}

/** Asks for one landmark after the other; a touch answers, and so do "not drawn" and "hidden". */
export function QuickRun({ keeper, surface, names, onSkip }: QuickRunProps) {
  const palette = usePalette();
  const name = names[0];
  const answer = useMemo(
    () =>
      (state: LandmarkState, at: Point, spread: number): void => {
        const sheet: Id | null = sheetFor(keeper.things, ['forms']);
        if (sheet && name)
          void keeper.commit({ add: [{ type: 'landmark', id: newId(), sheet, name, state, at, spread }] });
      },
    [keeper, name],
  );
  const latest = useLatest(answer);
  useEffect(() => {
    surface?.setHand(new PointHand(surface, (at, spread) => latest.current('set', at, spread)));
  }, [surface, latest]);
  if (!name) return null;
  const nowhere = { x: 0, y: 0 };
  return (
    <View style={[styles.question, { backgroundColor: palette.desk, borderColor: palette.rule }]}>
      <View style={styles.asked}>
        <Text size={17} kind="heading" live testID="asks">{`Touch the ${name} in your drawing`}</Text>
        <Text size={13} soft>
          {names.length === 1 ? 'last one' : `${names.length} to go`}
        </Text>
      </View>
      <View style={styles.answers}>
        <View style={styles.acts}>
          <Act label="Not drawn" onPress={() => answer('not drawn', nowhere, 1)} />
          <Act label="Hidden" onPress={() => answer('hidden', nowhere, 1)} />
          <Act
            label="Undo"
            disabled={!keeper.replica.log.undoable(keeper.replica.device)}
            onPress={() => void keeper.undo()}
          />
        </View>
        <Act label="Check with what there is" onPress={onSkip} testID="skip-run" />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  question: { padding: 12, gap: 8, borderTopWidth: 1 },
  asked: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'baseline', gap: 8 },
  answers: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between', gap: 8 },
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
