import { useEffect, useRef, useState } from 'react';
import { Pressable, View } from 'react-native';
import type { Reference } from '@deft/contract';
import type { Point } from '@deft/core';
import { useLatest } from '../../ui/use-latest';
import { BODY } from '../../ui/theme';
import { usePalette, useWide } from '../../ui/use-desk-theme';
import { deskColour } from '../desk-colour';
import { Palm } from '../palm';
import { PointerInput, type Hand, type Sample } from '../pointer';
import type { Look } from '../second-look';
import { UPRIGHT, zoomView, type View as Lie } from '../view';
import { SeenReference } from './second-look';

/** How a reference is seen: through which look, and turned over with the page. */
export interface Seen {
  readonly look: Look;
  readonly mirrored: boolean;
}

interface BesideProps {
  readonly reference: Reference;
  readonly seen: Seen;
  /** Draws round a part of the picture; what it cuts is given in original-picture pixels. Null while nothing is to be cut. */
  readonly onCut?: ((loop: readonly Point[]) => void) | null;
  /** A touch picks a colour: #RRGGBB. */
  readonly onColour?: ((hex: string) => void) | null;
}

/** The reference whole, beside the page; two fingers or the wheel move and enlarge it on its own. */
export function BesideView({ reference, seen, onCut = null, onColour = null }: BesideProps) {
  const host = useRef<View>(null);
  const image = useRef<HTMLDivElement>(null);
  const trail = useRef<SVGPolylineElement>(null);
  const acts = useLatest({ onCut, onColour, mirrored: seen.mirrored });
  const working = onCut !== null || onColour !== null;
  useEffect(() => {
    const element = host.current as unknown as HTMLElement;
    element.style.touchAction = 'none';
    let lie: Lie = UPRIGHT;
    const palm = new Palm();
    palm.fingersDraw = working;
    const input = new PointerInput(element, {
      move: (about, by, shift) => {
        lie = zoomView(lie, about, by, shift);
        if (lie.scale < 1) lie = UPRIGHT;
        if (image.current) image.current.style.transform = `translate(${lie.x}px, ${lie.y}px) scale(${lie.scale})`;
      },
      settle: () => undefined,
      mayBegin: () => true,
    }, palm);
    const toPicture = (p: Point): Point => {
      const [width, height] = [element.clientWidth, element.clientHeight];
      const by = Math.min(width / reference.width, height / reference.height);
      const x = ((p.x - lie.x) / lie.scale - (width - by * reference.width) / 2) / by;
      return { x: acts.current.mirrored ? reference.width - x : x, y: ((p.y - lie.y) / lie.scale - (height - by * reference.height) / 2) / by };
    };
    input.hand = working ? new LoopHand(trail, (loop) => {
      const { onCut: cut, onColour: colour } = acts.current;
      const [first] = loop;
      if (colour && first) void colourOf(element.querySelector('img'), toPicture(first), reference).then(colour);
      else if (cut && loop.length > 5) cut(loop.map(toPicture).map(({ x, y }) => ({ x: Math.min(reference.width, Math.max(0, x)), y: Math.min(reference.height, Math.max(0, y)) })));
    }) : null;
    return () => input.destroy();
  }, [acts, reference, working]);
  return (
    <View ref={host} testID="beside" style={{ flex: 1, overflow: 'hidden' }}>
      <SeenReference reference={reference} {...seen} imageRef={image} />
      {working ? <svg width="100%" height="100%" style={{ position: 'absolute', inset: 0, pointerEvents: 'none' }}><polyline ref={trail} fill="none" stroke={deskColour.verdigris} strokeWidth={2} strokeDasharray="6 4" /></svg> : null}
    </View>
  );
}

/** Follows a contact and gives its way once it is lifted. */
class LoopHand implements Hand {
  #points: Point[] = [];

  constructor(private readonly trail: { readonly current: SVGPolylineElement | null }, private readonly done: (loop: readonly Point[]) => void) {}

  begin(sample: Sample): void {
    this.#points = [{ x: sample.x, y: sample.y }];
  }

  extend(samples: readonly Sample[]): void {
    this.#points.push(...samples.map(({ x, y }) => ({ x, y })));
    this.trail.current?.setAttribute('points', this.#points.map(({ x, y }) => `${x},${y}`).join(' '));
  }

  finish(): void {
    const points = this.#points;
    this.cancel();
    this.done(points);
  }

  cancel(): void {
    this.#points = [];
    this.trail.current?.setAttribute('points', '');
  }
}

/** The colour of a picture at a place, original-picture pixels. */
async function colourOf(image: HTMLImageElement | null, { x, y }: Point, size: { width: number; height: number }): Promise<string> {
  const canvas = document.createElement('canvas');
  canvas.width = 1;
  canvas.height = 1;
  const context = canvas.getContext('2d');
  if (!image || !context) return '#000000';
  await image.decode();
  context.drawImage(image, (-x * image.naturalWidth) / size.width, (-y * image.naturalHeight) / size.height);
  const [r = 0, g = 0, b = 0] = context.getImageData(0, 0, 1, 1).data;
  return `#${[r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('')}`.toUpperCase();
}

/** The reference as an inset that stays in view; held, it grows. */
export function CornerView({ reference, leftHanded, seen }: { readonly reference: Reference; readonly leftHanded: boolean; readonly seen: Seen }) {
  const palette = usePalette();
  const wide = useWide();
  const [held, setHeld] = useState(false);
  const share = reference.width / reference.height;
  const height = (wide ? 220 : 150) * (held ? 2.1 : 1);
  return (
    <Pressable
      role="img"
      aria-label={`Reference: ${reference.title}. Hold to enlarge.`}
      onPressIn={() => setHeld(true)}
      onPressOut={() => setHeld(false)}
      style={{ position: 'absolute', top: 8, [leftHanded ? 'left' : 'right']: 8, height, width: Math.min(height * share, held ? 360 : 210), borderWidth: 1, borderColor: palette.rule, backgroundColor: palette.paper }}
    >
      <SeenReference reference={reference} {...seen} />
    </Pressable>
  );
}

/** The reference away: hold to peek. */
export function PeekAct({ reference, seen }: { readonly reference: Reference; readonly seen: Seen }) {
  const palette = usePalette();
  const [held, setHeld] = useState(false);
  return (
    <>
      {held ? <View style={{ position: 'absolute', inset: 0, backgroundColor: palette.desk, pointerEvents: 'none' }}><SeenReference reference={reference} {...seen} /></View> : null}
      <Pressable role="button" aria-label="Hold to peek at the reference" onPressIn={() => setHeld(true)} onPressOut={() => setHeld(false)} style={{ position: 'absolute', top: 8, right: 8, borderWidth: 1, borderColor: palette.rule, backgroundColor: palette.paper, paddingHorizontal: 12, minHeight: 44, justifyContent: 'center' }}>
        <span style={{ fontFamily: BODY, fontSize: 13, color: palette.softInk, userSelect: 'none' }}>hold to peek</span>
      </Pressable>
    </>
  );
}
