import type { Point } from '../../geometry/point.ts';
import { compose, translation, type Affine, IDENTITY } from '../../geometry/affine.ts';
import { thinned } from '../../geometry/polygon.ts';
import type { FormKind, Shape } from '../shape.ts';
import { bent } from './bent.ts';
import { cornered } from './cornered.ts';
import { detour, lines } from './lines.ts';
import { wayOf } from './loop.ts';
import { halfCircle, rounds, type Candidate } from './rounds.ts';

/** A form that a stroke may stand for. */
export interface FormGuess {
  readonly shape: Shape;
  /** Where its origin lies, and how it is turned: as a form has it. */
  readonly transform: Affine;
  /** How far the stroke lies off it, as a share of the stroke's size: root of the mean square. */
  readonly off: number;
}

/** Kinds whose outlines turn in corners only. */
const HAVE_CORNERS: readonly FormKind[] = ['triangle', 'trapezoid', 'wedge', 'box'];
/**
 * A loop that makes so much of its turn in corners has some, and one that makes so little has none; how much
 * being unlike that counts against a kind, and from where on what is round is not even tried.
 */
const SHARP = 0.75;
const ROUND = 0.6;
/** A cylinder turns fast where its ends' rounds are flat. */
const ENDS_ROUND = 0.76;
const TWO_SHARP = 0.44;
const UNLIKE = 4;
const ONLY_SHARP = 0.88;
const NO_CORNERS = 0.62;

/** How many are offered. */
const OFFERED = 2;

/**
 * A kind that can bend more ways fits better for nothing: how much nearer it must lie for that, as a
 * logarithm.
 */
const FREEDOM: Readonly<Partial<Record<FormKind, number>>> = {
  circle: -0.1,
  ellipse: 0,
  'half circle': 0,
  triangle: 0.05,
  trapezoid: 0.1,
  wedge: 0.25,
  box: 0.15,
  cylinder: 0.4,
  bean: 0.3,
  limb: 0.35,
};

/** Nearer than this nobody draws: below it forms are alike, as a share of the size. */
const HAND = 0.004;
/** A loop farther off every form than this is an outline of its own, as a share of its size. */
const OWN = 0.027;
/** A round so near is that round. */
const SURE = 0.006;
/** An open line is straight where it lies so near a straight one, and curved so near a curved one. */
const STRAIGHT = 0.016;
const CURVED = 0.022;
/** A line that goes so much farther than from end to end is more than one curve. */
const MOST_DETOUR = 2.2;
/** How much another sort of thing is put forward, as a logarithm. */
const OTHER_SORT = 0.35;
/** How near an outline of its own follows its loop, as a share of the size. */
const FOLLOWS = 0.012;

const ownOutline = (loop: readonly Point[], size: number): Candidate => ({
  shape: { kind: 'outline', corners: thinned([...loop, loop[0] as Point], FOLLOWS * size).slice(0, -1) },
  transform: IDENTITY,
  off: OWN * size,
});

const hasCorners = ({ shape }: Pick<Candidate, 'shape'>): boolean => HAVE_CORNERS.includes(shape.kind);

function ofLoop(loop: readonly Point[], size: number): Candidate[] {
  const coarse = loop.filter((_, i) => i % 2 === 0);
  const { forms: withCorners, sharp, sharpIn } = cornered(loop, coarse);
  const unlike = ({ shape }: Candidate): number => {
    if (hasCorners({ shape })) return Math.max(0, SHARP - sharp);
    if (shape.kind === 'half circle') return Math.max(0, TWO_SHARP - sharpIn(shape.ends));
    return Math.max(0, sharp - (shape.kind === 'cylinder' ? ENDS_ROUND : ROUND));
  };
  const score = (candidate: Candidate): number =>
    Math.log(candidate.off / size + HAND) + (FREEDOM[candidate.shape.kind] ?? 0) + UNLIKE * unlike(candidate);
  const plain = [...rounds(coarse), halfCircle(coarse, size)];
  const forms = [
    ...plain,
    ...(sharp < NO_CORNERS ? [] : withCorners),
    ...(sharp > ONLY_SHARP || plain.some(({ off }) => off < SURE * size) ? [] : bent(coarse, size)),
  ].sort((a, b) => score(a) - score(b));
  const best = new Map<FormKind, Candidate>();
  for (const form of forms) if (!best.has(form.shape.kind)) best.set(form.shape.kind, form);
  const [first, ...rest] = [...best.values()].filter(({ off }) => off <= OWN * size);
  if (!first) return [ownOutline(loop, size)];
  // What is offered beside it is another sort of thing, unless one of the same sort lies nearer by far.
  const otherwise = (one: Candidate): number =>
    score(one) - (hasCorners(one) === hasCorners(first) ? 0 : OTHER_SORT);
  const second = rest.sort((a, b) => otherwise(a) - otherwise(b))[0];
  return [first, second ?? ownOutline(loop, size)];
}

function ofLine(line: readonly Point[], size: number): Candidate[] {
  if (detour(line) > MOST_DETOUR) return [];
  const { straight, curved } = lines(line);
  const isStraight = straight.off <= STRAIGHT * size;
  if (isStraight) return [straight, curved];
  return curved.off <= CURVED * size ? [curved] : [];
}

/**
 * What form a freehand stroke may stand for, the likeliest first: of a loop the kinds whose outlines lie
 * nearest it, those that can bend more ways held back (a penalised least squares choice); of an open line a
 * straight or a curved one.
 * @param stroke millimetres; at least two places
 * @returns two at the most; none for scribbles, letters, what crosses itself, and what has no length
 */
export function guessForms(stroke: readonly Point[]): FormGuess[] {
  const origin = stroke[0];
  if (!origin || !stroke.every(({ x, y }) => Number.isFinite(x) && Number.isFinite(y))) return [];
  // About the stroke's own begin, so that nothing is lost far out on a page.
  const way = wayOf(stroke.map(({ x, y }) => ({ x: x - origin.x, y: y - origin.y })));
  if (way.kind === 'neither') return [];
  const { points, size } = way;
  const found = way.kind === 'loop' ? ofLoop(points, size) : ofLine(points, size);
  return found.slice(0, OFFERED).map(({ shape, transform, off }) => ({
    shape,
    transform: compose(translation(origin.x, origin.y), transform),
    off: off / size,
  }));
}
