import type { Point } from '../geometry/point.ts';
import { filled } from '../mask/fill.ts';
import { toL, type Lightness } from '../tone/lightness.ts';
import type { Degree } from './sureness.ts';

/** A plane of a box where it lies in a drawing and in its picture, in one frame. */
export interface Plane {
  readonly name: string;
  readonly drawn: readonly Point[];
  readonly reference: readonly Point[];
}

/** The planes of a box as the light falls on them. */
export interface PlanesReport {
  /** CIE L* of each, the lightest in the picture first. */
  readonly planes: readonly { readonly name: string; readonly drawn: number; readonly reference: number }[];
  /** Two of which the one that is lighter in the picture is not; null where all keep their order. */
  readonly off: {
    readonly lighter: string;
    readonly darker: string;
    readonly way: 'reversed' | 'as light';
    readonly sure: Degree;
  } | null;
}

/** The corners of each plane of a box, by its landmarks, in their order round it. */
const PLANES: Readonly<Record<string, readonly string[]>> = {
  top: ['left corner, top', 'near corner, top', 'right corner, top', 'far corner, top'],
  'left side': ['left corner, top', 'near corner, top', 'near corner, bottom', 'left corner, bottom'],
  'right side': ['right corner, top', 'near corner, top', 'near corner, bottom', 'right corner, bottom'],
};
/** A plane is looked at within its edges: so far in from them, towards its middle. */
const WITHIN = 0.15;
/** Planes that differ by less in the picture, L*, have no order; in the drawing they are as light. */
const [LEAST_STEP, AS_LIGHT] = [6, 2];
/** So much the other way round is clear, L*. */
const CLEARLY = 5;
/** A plane of fewer pixels is too small to be told. */
const FEWEST_PIXELS = 30;

/** The planes of a box of which all corners are known in both. */
export function planesBy(drawn: ReadonlyMap<string, Point>, reference: ReadonlyMap<string, Point>): Plane[] {
  return Object.entries(PLANES).flatMap(([name, corners]) => {
    const [own, there] = [drawn, reference].map((places) => corners.flatMap((c) => places.get(c) ?? []));
    return own?.length === corners.length && there?.length === corners.length
      ? [{ name, drawn: own, reference: there }]
      : [];
  });
}

/** How light a plane is in the mean; null where it is too small. */
function lightnessIn({ width, height, values }: Lightness, corners: readonly Point[]): number | null {
  const centre = corners.reduce(
    (sum, p) => ({ x: sum.x + p.x / corners.length, y: sum.y + p.y / corners.length }),
    { x: 0, y: 0 },
  );
  const inner = corners.map((p) => ({
    x: p.x + WITHIN * (centre.x - p.x),
    y: p.y + WITHIN * (centre.y - p.y),
  }));
  const { bits } = filled([inner], width, height);
  let [sum, count] = [0, 0];
  for (let i = 0; i < bits.length; i += 1) {
    if (!bits[i]) continue;
    sum += toL(values[i] as number);
    count += 1;
  }
  return count >= FEWEST_PIXELS ? sum / count : null;
}

/**
 * Whether the planes of a box stand in the drawing in the order in which the light falls on them in the
 * picture.
 * @returns null where fewer than two planes can be told, or all are as light in the picture
 */
export function planesOf(
  drawing: Lightness,
  picture: Lightness,
  planes: readonly Plane[],
): PlanesReport | null {
  const told = planes
    .flatMap(({ name, drawn, reference }) => {
      const [own, there] = [lightnessIn(drawing, drawn), lightnessIn(picture, reference)];
      return own === null || there === null ? [] : [{ name, drawn: own, reference: there }];
    })
    .sort((a, b) => b.reference - a.reference);
  const steps = told.flatMap((light, i) =>
    told
      .slice(i + 1)
      .filter((dark) => light.reference - dark.reference >= LEAST_STEP)
      .map((dark) => ({ lighter: light.name, darker: dark.name, step: light.drawn - dark.drawn })),
  );
  if (steps.length === 0) return null;
  const worst = steps.reduce((a, b) => (b.step < a.step ? b : a));
  const { lighter, darker, step } = worst;
  return {
    planes: told,
    off:
      step >= AS_LIGHT
        ? null
        : {
            lighter,
            darker,
            way: step <= -AS_LIGHT ? 'reversed' : 'as light',
            sure: step <= -CLEARLY ? 'clearly' : 'perhaps',
          },
  };
}
