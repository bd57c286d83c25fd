import type { Box } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import { polygonMoments } from '../geometry/moments.ts';
import { thingsOfType } from '../page/contents.ts';
import type { Id, Thing } from '../page/things.ts';
import { massShares } from '../findings/mass-centre.ts';
import type { Enclosing, Outlined } from './outlines.ts';

/** Where the weight of a drawing lies over what it stands on; page millimetres. */
export interface Balance {
  /** By what it was reckoned. */
  readonly by: 'landmarks' | 'parts' | 'area';
  readonly weight: Point;
  /** From where to where it stands, from left to right, and how low. */
  readonly stands: { readonly from: number; readonly to: number; readonly ground: number };
  /** How far the plumb line from the weight falls outside of that, per cent of the height; right above 0. */
  readonly outside: number;
}

/** As good as over what it stands on, per cent of the height. */
const OVER = 1;
/** Whether the weight lies over what a drawing stands on. */
export const isOver = ({ outside }: Balance): boolean => Math.abs(outside) < OVER;

/**
 * The share of a body's mass that each part has, the means of women and men (de Leva 1996, table 4); the
 * ribcage with the belly.
 */
const MASSES: Readonly<Record<string, number>> = {
  head: 0.0681,
  ribcage: 0.312,
  pelvis: 0.1182,
  ...Object.fromEntries(
    (['left', 'right'] as const).flatMap((side) => [
      [`${side} upper arm`, 0.0263],
      [`${side} forearm`, 0.015],
      [`${side} hand`, 0.0059],
      [`${side} thigh`, 0.1447],
      [`${side} shin`, 0.0457],
      [`${side} foot`, 0.0133],
    ]),
  ),
};
/** Named parts that bear less of the mass than this say nothing of the whole. */
const ENOUGH = 0.7;
/** What lies within this of the ground stands on it; parts of the height. */
const STANDS = 0.02;
/** A foot bears weight so far on either side of its ankle, and an ankle lies so high over its sole. */
const [FOOT, SOLE] = [0.06, 0.04];

interface Massed {
  readonly at: Point;
  readonly mass: number;
}

/** The common centre of some masses; null of none. */
function centreOf(masses: readonly Massed[]): Point | null {
  const all = masses.reduce((sum, { mass }) => sum + mass, 0);
  if (!(all > 0)) return null;
  const along = (axis: 'x' | 'y'): number =>
    masses.reduce((sum, { at, mass }) => sum + mass * at[axis], 0) / all;
  return { x: along('x'), y: along('y') };
}

/** A form, or what ink encloses. */
type Bodied = Enclosing & Partial<Pick<Outlined, 'form'>>;

const momentsOf = ({ outline }: Enclosing) => polygonMoments([...outline]);

/** By the landmarks of a figure, ankles and all; null where too few are set. */
function byLandmarks(
  at: ReadonlyMap<string, Point>,
  height: number,
): Pick<Balance, 'by' | 'weight' | 'stands'> | null {
  const shares = massShares(new Set(at.keys()));
  const ankles = ['left ankle', 'right ankle'].flatMap((name) => at.get(name) ?? []);
  if (!shares || ankles.length === 0) return null;
  const weight = centreOf([...shares].map(([name, mass]) => ({ at: at.get(name) as Point, mass })));
  const lowest = Math.max(...ankles.map(({ y }) => y));
  const standing = ankles.filter(({ y }) => y >= lowest - 0.1 * height).map(({ x }) => x);
  const half = FOOT * height;
  return (
    weight && {
      by: 'landmarks',
      weight,
      stands: {
        from: Math.min(...standing) - half,
        to: Math.max(...standing) + half,
        ground: lowest + SOLE * height,
      },
    }
  );
}

/** By named parts of a figure, or else by the room that all forms take. */
function byForms(
  outlines: readonly Bodied[],
  room: Box,
  ground: number | null,
): Pick<Balance, 'by' | 'weight' | 'stands'> | null {
  const named = outlines.flatMap((one): Massed[] => {
    const mass = one.form?.part ? MASSES[one.form.part] : undefined;
    return mass === undefined ? [] : [{ at: momentsOf(one).centre, mass }];
  });
  const isFigure = named.reduce((sum, { mass }) => sum + mass, 0) >= ENOUGH;
  const weight = centreOf(
    isFigure
      ? named
      : outlines.map((one) => {
          const { centre, area } = momentsOf(one);
          return { at: centre, mass: area };
        }),
  );
  const height = room.maxY - room.minY;
  const lowest = Math.max(...outlines.map(({ box }) => box.maxY));
  const level =
    ground !== null && Math.abs(ground - lowest) < 0.1 * height ? Math.min(ground, lowest) : lowest;
  const xs = outlines.flatMap(({ outline }) =>
    outline.filter(({ y }) => y >= level - STANDS * height).map(({ x }) => x),
  );
  if (!weight || xs.length === 0) return null;
  return {
    by: isFigure ? 'parts' : 'area',
    weight,
    stands: { from: Math.min(...xs), to: Math.max(...xs), ground: ground ?? lowest },
  };
}

/**
 * Where the weight lies over what a drawing stands on: by a figure's landmarks, else by its named parts, else
 * by the room that its forms or its ink enclose.
 * @param room that the drawing takes
 * @returns null of a drawing without forms or landmarks, or without height
 */
export function balanceOf(
  things: ReadonlyMap<Id, Thing>,
  outlines: readonly Bodied[],
  room: Box,
): Balance | null {
  const height = room.maxY - room.minY;
  if (!(height > 0)) return null;
  const at = new Map(
    thingsOfType(things, 'landmark').flatMap(({ name, state, at: p }): [string, Point][] =>
      name && state === 'set' ? [[name, p]] : [],
    ),
  );
  const [line] = thingsOfType(things, 'guide').filter(({ kind }) => kind === 'ground');
  const ground = line && 'at' in line ? line.at : null;
  const found = byLandmarks(at, height) ?? byForms(outlines, room, ground);
  if (!found) return null;
  const { x } = found.weight;
  const { from, to } = found.stands;
  const off = x < from ? x - from : x > to ? x - to : 0;
  return { ...found, outside: (100 * off) / height };
}
