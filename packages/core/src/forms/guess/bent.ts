import { IDENTITY } from '../../geometry/affine.ts';
import { momentEllipse, polygonMoments } from '../../geometry/moments.ts';
import type { Point } from '../../geometry/point.ts';
import type { Shape } from '../shape.ts';
import { apart, roughOutline, ROUGHER } from './nearness.ts';
import type { Candidate } from './rounds.ts';
import { settle } from './settle.ts';

/** A loop seen along one of its axes: where it begins and ends, and how it lies across in between. */
interface Along {
  readonly from: number;
  readonly to: number;
  /**
   * Middle and width of the loop across, at a share of its length; the widest stretch where it is in
   * several.
   */
  readonly across: (share: number) => { middle: number; width: number };
  readonly place: (along: number, across: number) => Point;
}

/** A loop along the long axis of its moments, or across it. */
function along(loop: readonly Point[], turned: boolean): Along {
  const { centre, tilt } = momentEllipse(polygonMoments(loop));
  const t = (-(tilt + (turned ? 90 : 0)) * Math.PI) / 180;
  const [c, s] = [Math.cos(t), Math.sin(t)];
  const own = loop.map(({ x, y }) => ({
    u: (x - centre.x) * c + (y - centre.y) * s,
    v: -(x - centre.x) * s + (y - centre.y) * c,
  }));
  const [from, to] = [Math.min(...own.map(({ u }) => u)), Math.max(...own.map(({ u }) => u))];
  return {
    from,
    to,
    across: (share) => {
      const at = from + (to - from) * share;
      const met: number[] = [];
      own.forEach((p, i) => {
        const q = own[(i + 1) % own.length] as typeof p;
        if (p.u < at !== q.u < at) met.push(p.v + ((q.v - p.v) * (at - p.u)) / (q.u - p.u));
      });
      if (met.length < 2) return { middle: 0, width: 0 };
      const [low, high] = [Math.min(...met), Math.max(...met)];
      return { middle: (low + high) / 2, width: high - low };
    },
    place: (u, v) => ({ x: centre.x + u * c - v * s, y: centre.y + u * s + v * c }),
  };
}

const flat = (points: readonly Point[]): number[] => points.flatMap(({ x, y }) => [x, y]);
const pair = (numbers: readonly number[], i: number): Point => ({
  x: numbers[2 * i] as number,
  y: numbers[2 * i + 1] as number,
});

const LEAST = 1e-6;

const bean = (n: readonly number[]): Shape => ({
  kind: 'bean',
  spine: [pair(n, 0), pair(n, 1), pair(n, 2)],
  width: Math.max(LEAST, n[6] as number),
});
const limb = (n: readonly number[]): Shape => ({
  kind: 'limb',
  spine: [pair(n, 0), pair(n, 1), pair(n, 2)],
  widths: [Math.max(LEAST, n[6] as number), Math.max(LEAST, n[7] as number)],
});
/** The last number is how far the ends' rounds reach along the cylinder. */
const cylinder = (n: readonly number[]): Shape => ({
  kind: 'cylinder',
  axis: [pair(n, 0), pair(n, 1)],
  widths: [Math.max(LEAST, n[4] as number), Math.max(LEAST, n[5] as number)],
  roundness: Math.min(1, Math.max(0, (n[6] as number) / Math.max(LEAST, (n[4] as number) / 2))),
});

/** What begins farther off than this is none, and need not be settled; as a share of the size. */
const TOO_FAR = 0.055;

/**
 * Whether it is one as one would draw it: no cylinder runs to a point or has flat ends, no limb is a cone.
 */
function isSound(shape: Shape): boolean {
  if (shape.kind === 'limb') return Math.min(...shape.widths) > 0.25 * Math.max(...shape.widths);
  if (shape.kind !== 'cylinder') return true;
  return (
    Math.min(...shape.widths) > 0.58 * Math.max(...shape.widths) &&
    shape.roundness > 0.07 &&
    shape.roundness < 0.8
  );
}

/** The bean, limb and cylinder that lie nearest a loop. */
export function bent(loop: readonly Point[], size: number): Candidate[] {
  const few = loop.filter((_, i) => i % 2 === 0);
  const found = (make: (n: readonly number[]) => Shape, begin: readonly number[]): Candidate => {
    const first = apart(loop, roughOutline(make(begin)));
    if (first > TOO_FAR * size) return { shape: make(begin), transform: IDENTITY, off: first };
    const shape = make(settle(few, begin, (n) => roughOutline(make(n), ROUGHER), size));
    const off = isSound(shape) ? apart(loop, roughOutline(shape)) : Infinity;
    return { shape, transform: IDENTITY, off };
  };
  const long = along(loop, false);
  const length = long.to - long.from;
  const middle = long.across(0.5);
  const [near, far] = [long.across(0.12), long.across(0.88)];
  const [first, last] = [long.across(0.02), long.across(0.98)];
  const tips = [long.place(long.from, first.middle), long.place(long.to, last.middle)] as const;
  const at = long.place((long.from + long.to) / 2, middle.middle);
  const inward = [near.width / 2, far.width / 2] as const;
  const joints = [
    long.place(long.from + inward[0], long.across(inward[0] / length).middle),
    long.place(long.to - inward[1], long.across(1 - inward[1] / length).middle),
  ] as const;
  const all = [
    found(bean, [...flat([tips[0], at, tips[1]]), middle.width]),
    found(limb, [...flat([joints[0], at, joints[1]]), near.width, far.width]),
  ];
  for (const turned of [false, true]) {
    const way = turned ? along(loop, true) : long;
    const [begin, end] = [way.across(0.3), way.across(0.7)];
    const reach = 0.2 * Math.min(begin.width, way.to - way.from);
    all.push(
      found(cylinder, [
        ...flat([way.place(way.from + reach, begin.middle), way.place(way.to - reach, end.middle)]),
        begin.width,
        end.width,
        reach,
      ]),
    );
    // Much longer than wide it can lie one way only.
    if (length > 1.8 * middle.width) break;
  }
  return all;
}
