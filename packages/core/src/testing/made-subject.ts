import type { Shape } from '../forms/shape.ts';
import { compose, rotation, scaling, translation } from '../geometry/affine.ts';
import { gaussian } from '../random/seeded.ts';
import { measured, type TracedPart } from '../recipe/traced-part.ts';

/** A part of a made subject, in lengths of its first part from that part's middle; degrees. */
export interface MadePart {
  readonly name: string;
  readonly kind: 'ellipse' | 'limb' | 'triangle' | 'line';
  readonly length: number;
  readonly width: number;
  readonly tilt: number;
  readonly x: number;
  readonly y: number;
  /** Scatter from trace to trace, as shares of its sizes and of the unit's length; as given where absent. */
  readonly scatter?: number;
}

/** A made four-legged thing with a head, of which nothing is known to anybody. */
export const MADE_SUBJECT: readonly MadePart[] = [
  { name: 'head', kind: 'ellipse', length: 1, width: 0.6, tilt: 20, x: 0, y: 0 },
  { name: 'neck', kind: 'limb', length: 1.2, width: 0.5, tilt: -50, x: 0.9, y: 0.7 },
  { name: 'ribcage', kind: 'ellipse', length: 2, width: 1.2, tilt: 5, x: 2.2, y: 1.4 },
  { name: 'pelvis', kind: 'ellipse', length: 1.2, width: 1, tilt: -15, x: 3.9, y: 1.5 },
  { name: 'left ear', kind: 'triangle', length: 0.5, width: 0.25, tilt: 80, x: 0.3, y: -0.6 },
  { name: 'tail', kind: 'line', length: 1.5, width: 0, tilt: 40, x: 4.9, y: 1.9 },
];

/** A form of this kind along the x axis about its middle, one long. */
function formOf(kind: MadePart['kind'], width: number): Shape {
  const half = width / 2;
  switch (kind) {
    case 'ellipse':
      return { kind, rx: 0.5, ry: half };
    case 'limb':
      return {
        kind,
        spine: [
          { x: half - 0.5, y: 0 },
          { x: 0, y: 0 },
          { x: 0.5 - half, y: 0 },
        ],
        widths: [width, width],
      };
    case 'triangle':
      return {
        kind,
        corners: [
          { x: -0.5, y: -half },
          { x: 0.5, y: 0 },
          { x: -0.5, y: half },
        ],
      };
    default:
      return {
        kind,
        points: [
          { x: -0.5, y: 0 },
          { x: 0.5, y: 0 },
        ],
      };
  }
}

/** A made part as it truly is. */
const asForm = (part: MadePart) => ({
  shape: formOf(part.kind, part.width / part.length),
  transform: compose(translation(part.x, part.y), rotation(part.tilt), scaling(part.length)),
});

/** What a made part truly measures, in units: for some kinds not what it was made from. */
export const truly = (part: MadePart): TracedPart => measured(part.name, asForm(part)) as TracedPart;

/**
 * A trace of a made subject: its parts scattered, then all of it moved, scaled and turned at random, as
 * pictures of a subject are.
 * @param scatter standard deviation of sizes as a share, of places in units; of tilts 40 times that, degrees
 */
export function madeTrace(
  subject: readonly MadePart[],
  { scatter = 0.03, turn = 8, random }: { scatter?: number; turn?: number; random: () => number },
): TracedPart[] {
  const whole = compose(
    translation(100 * random(), 100 * random()),
    rotation(turn * gaussian(random)),
    scaling(10 + 40 * random()),
  );
  return subject.flatMap((part) => {
    const own = part.scatter ?? scatter;
    const off = (): number => own * gaussian(random);
    const { shape, transform } = asForm({ ...part, tilt: part.tilt + 40 * off() });
    const moved = compose(translation(off(), off()), transform, scaling(Math.exp(off()), Math.exp(off())));
    return measured(part.name, { shape, transform: compose(whole, moved) }) ?? [];
  });
}
