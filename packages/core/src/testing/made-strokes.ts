import { shapeOutline, type FormKind, type Shape, type Spine } from '../forms/index.ts';
import type { Point } from '../geometry/point.ts';

/** Strokes as hands draw them, of forms that are known. */

export interface MadeStroke {
  readonly points: readonly Point[];
  /** What it was made of, where its shape's origin lies at the page's. */
  readonly shape: Shape;
}

type Random = () => number;

const between = (random: Random, from: number, to: number): number => from + random() * (to - from);
const turnedBy = ({ x, y }: Point, radians: number): Point => ({
  x: x * Math.cos(radians) - y * Math.sin(radians),
  y: x * Math.sin(radians) + y * Math.cos(radians),
});

/** A spine of a length along the x axis, bent by a share of it. */
const spineOf = (length: number, sag: number): Spine => [
  { x: -length / 2, y: 0 },
  { x: 0, y: sag * length },
  { x: length / 2, y: 0 },
];

const either = (random: Random): 1 | -1 => (random() < 0.5 ? 1 : -1);

/** A shape of a kind with everything about it chosen at random, 40 to 160 mm in size, unturned. */
export function anyShape(kind: FormKind, random: Random): Shape {
  const long = between(random, 40, 160);
  const share = (from: number, to: number): number => between(random, from, to) * long;
  switch (kind) {
    case 'ellipse':
      return { kind, rx: long / 2, ry: share(0.3, 0.8) / 2 };
    case 'circle':
      return { kind, rim: { x: long / 2, y: 0 } };
    case 'half circle':
      return {
        kind,
        ends: [
          { x: -long / 2, y: 0 },
          { x: long / 2, y: 0 },
        ],
      };
    case 'bean':
      return {
        kind,
        spine: spineOf(long, between(random, 0.16, 0.3) * either(random)),
        width: share(0.35, 0.55),
      };
    case 'limb': {
      const wide = share(0.22, 0.42);
      return {
        kind,
        spine: spineOf(long, between(random, 0, 0.15) * either(random)),
        widths: [wide, wide * between(random, 0.4, 0.85)],
      };
    }
    case 'cylinder': {
      const wide = share(0.4, 0.8);
      return {
        kind,
        axis: [
          { x: -long / 2, y: 0 },
          { x: long / 2, y: 0 },
        ],
        widths: [wide, wide * between(random, 0.8, 1)],
        roundness: between(random, 0.2, 0.55),
      };
    }
    case 'triangle':
      return {
        kind,
        corners: [
          { x: -long / 2, y: share(0.2, 0.45) },
          { x: share(-0.2, 0.2), y: -share(0.3, 0.5) },
          { x: long / 2, y: share(0.2, 0.45) },
        ],
      };
    case 'trapezoid': {
      const [wide, narrow, high] = [share(0.4, 0.5), share(0.22, 0.42), share(0.25, 0.5)];
      const slant = share(-0.1, 0.1);
      return {
        kind,
        corners: [
          { x: -wide, y: high },
          { x: slant - narrow, y: -high },
          { x: slant + narrow, y: -high },
          { x: wide, y: high },
        ],
      };
    }
    case 'box':
    case 'wedge': {
      // Three edges from a corner, a third of the way round from each other, or nearly.
      const edges = [0, 1, 2].map((i) => {
        const way = -Math.PI / 2 + (i * 2 * Math.PI) / 3 + between(random, -0.25, 0.25);
        return turnedBy({ x: share(0.3, 0.6), y: 0 }, way);
      }) as [Point, Point, Point];
      const [up, right, left] = edges;
      if (kind === 'box') return { kind, corners: [{ x: 0, y: 0 }, up, right, left] };
      // Its face in front leans back on the edge that is far: the depth runs through between the two others.
      const depth = turnedBy({ x: share(0.4, 0.7), y: 0 }, between(random, -0.4, 0.1));
      const [high, tip] = [share(0.25, 0.4), -share(0.2, 0.35)];
      return {
        kind,
        corners: [
          { x: tip, y: 0 },
          { x: 0, y: high },
          { x: 0, y: -high },
          { x: tip + depth.x, y: depth.y },
        ],
      };
    }
    case 'outline': {
      const waves = [2, 3, 5].map((count) => ({
        count,
        by: between(random, 0.14, 0.26),
        from: between(random, 0, 2 * Math.PI),
      }));
      return {
        kind,
        corners: Array.from({ length: 120 }, (_, i) => {
          const t = (2 * Math.PI * i) / 120;
          const r =
            (long / 2) * (1 + waves.reduce((sum, w) => sum + w.by * Math.cos(w.count * t + w.from), 0));
          return { x: r * Math.cos(t), y: r * Math.sin(t) };
        }),
      };
    }
    case 'line': {
      const spine = spineOf(long, random() < 0.5 ? 0 : between(random, 0.12, 0.35) * either(random));
      return { kind, points: spine[1].y === 0 ? [spine[0], spine[2]] : spine };
    }
  }
}

/** Places along a polyline, `step` apart, begun `from` of its way on and gone for `share` of it. */
function walked(line: readonly Point[], closed: boolean, from: number, share: number, step: number): Point[] {
  const all = closed ? [...line, line[0] as Point] : [...line];
  const lengths = all.map((p, i) => (i === 0 ? 0 : Math.hypot(p.x - all[i - 1]!.x, p.y - all[i - 1]!.y)));
  const whole = lengths.reduce((sum, length) => sum + length, 0);
  const at = (gone: number): Point => {
    let left = closed ? ((gone % whole) + whole) % whole : Math.min(whole, Math.max(0, gone));
    for (let i = 1; i < all.length; i += 1) {
      const [p, q, length] = [all[i - 1]!, all[i]!, lengths[i]!];
      if (left <= length || i === all.length - 1) {
        const t = length > 0 ? left / length : 0;
        return { x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t };
      }
      left -= length;
    }
    return all[0] as Point;
  };
  const count = Math.max(8, Math.round((whole * share) / step));
  return Array.from({ length: count + 1 }, (_, i) => at(from * whole + (whole * share * i) / count));
}

/** A hand's wobble: a few slow waves along the way, of this size as the root of the mean square. */
function wobbling(points: readonly Point[], by: number, random: Random): Point[] {
  const waves = Array.from({ length: 6 }, (_, i) => ({
    count: 1.5 + i * 1.3 + random(),
    x: between(random, -1, 1),
    y: between(random, -1, 1),
    from: between(random, 0, 2 * Math.PI),
  }));
  const off = points.map((_, i) => {
    const t = (2 * Math.PI * i) / points.length;
    return waves.reduce(
      (sum, w) => ({
        x: sum.x + w.x * Math.sin(w.count * t + w.from),
        y: sum.y + w.y * Math.sin(w.count * t + w.from),
      }),
      { x: 0, y: 0 },
    );
  });
  const size = Math.sqrt(off.reduce((sum, { x, y }) => sum + x * x + y * y, 0) / off.length) || 1;
  return points.map((p, i) => ({ x: p.x + (off[i]!.x * by) / size, y: p.y + (off[i]!.y * by) / size }));
}

/** What a hurried hand leaves of corners: the mean of neighbours. */
const hurried = (points: readonly Point[], reach: number): Point[] =>
  points.map((_, i) => {
    const near = points.slice(Math.max(0, i - reach), i + reach + 1);
    return {
      x: near.reduce((sum, p) => sum + p.x, 0) / near.length,
      y: near.reduce((sum, p) => sum + p.y, 0) / near.length,
    };
  });

/**
 * A stroke round a form of this kind, anywhere on a page, turned at random, in either direction and begun
 * anywhere: a wobble of 0.5 to 2 % of its size, up to 5 % of its way lacking or 10 % too much, at one of
 * three speeds.
 */
export function madeStroke(kind: FormKind, random: Random): MadeStroke {
  const made = anyShape(kind, random);
  const outline = shapeOutline(made);
  const closed = kind !== 'line';
  const turn = between(random, 0, 2 * Math.PI);
  const there = { x: between(random, 60, 400), y: between(random, 60, 400) };
  const place = (p: Point): Point => {
    const { x, y } = turnedBy(p, turn);
    return { x: x + there.x, y: y + there.y };
  };
  const xs = outline.map(({ x }) => x);
  const ys = outline.map(({ y }) => y);
  const size = Math.hypot(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
  const speed = [0, 1, 2][Math.floor(random() * 3)] as 0 | 1 | 2;
  const share = closed ? between(random, 0.95, 1.1) : 1;
  // Corners are begun at, where there are any; what is round anywhere.
  const walk = walked(outline, closed, closed ? random() : 0, share, size / [160, 80, 40][speed]!);
  const way = random() < 0.5 ? walk : walk.reverse();
  const drawn = wobbling(hurried(way, speed === 2 ? 1 : 0), size * between(random, 0.005, 0.02), random);
  return { points: drawn.map(place), shape: placed(made, place) };
}

/** A shape with all its points elsewhere; an ellipse keeps its radii, which is all that is asked of it. */
function placed(shape: Shape, place: (p: Point) => Point): Shape {
  switch (shape.kind) {
    case 'ellipse':
      return shape;
    case 'circle':
      return shape;
    case 'half circle':
      return { ...shape, ends: [place(shape.ends[0]), place(shape.ends[1])] };
    case 'bean':
    case 'limb':
      return { ...shape, spine: [place(shape.spine[0]), place(shape.spine[1]), place(shape.spine[2])] };
    case 'cylinder':
      return { ...shape, axis: [place(shape.axis[0]), place(shape.axis[1])] };
    case 'line':
      return { ...shape, points: shape.points.map(place) as unknown as Spine };
    case 'outline':
      return { ...shape, corners: shape.corners.map(place) };
    default:
      return { ...shape, corners: shape.corners.map(place) } as unknown as Shape;
  }
}

/** Letters in one stroke, in a square of one; none of them a round, a half round or a single curve. */
const LETTERS: readonly (readonly (readonly [number, number])[])[] = [
  [
    [0.9, 0.3],
    [0.5, 0.1],
    [0.15, 0.5],
    [0.5, 0.9],
    [0.85, 0.5],
    [0.9, 0.1],
    [0.9, 0.8],
    [1, 0.9],
  ],
  [
    [0, 0.5],
    [0.8, 0.45],
    [0.7, 0.1],
    [0.3, 0.1],
    [0, 0.5],
    [0.3, 0.9],
    [0.9, 0.8],
  ],
  [
    [0.9, 0.1],
    [0.4, 0],
    [0.1, 0.25],
    [0.5, 0.5],
    [0.9, 0.75],
    [0.5, 1],
    [0.1, 0.9],
  ],
  [
    [0, 1],
    [0.1, 0],
    [0.5, 0.7],
    [0.9, 0],
    [1, 1],
  ],
  [
    [0, 0],
    [0.25, 1],
    [0.5, 0.3],
    [0.75, 1],
    [1, 0],
  ],
  [
    [0, 0],
    [1, 0],
    [0, 1],
    [1, 1],
  ],
  [
    [0, 1],
    [0, 0],
    [1, 1],
    [1, 0],
  ],
  [
    [0.5, 0.5],
    [0.1, 0.25],
    [0.5, 0],
    [0.9, 0.25],
    [0.1, 0.75],
    [0.5, 1],
    [0.9, 0.75],
    [0.5, 0.5],
  ],
  [
    [0.1, 0],
    [0.1, 1],
    [0.15, 0.1],
    [0.7, 0],
    [0.8, 0.3],
    [0.2, 0.5],
    [0.9, 1],
  ],
  [
    [0.1, 0.1],
    [0.6, 0],
    [0.8, 0.25],
    [0.4, 0.5],
    [0.9, 0.7],
    [0.6, 1],
    [0.1, 0.95],
  ],
  [
    [0, 0],
    [0.4, 0.5],
    [0, 1],
    [0.4, 0.5],
    [0.9, 0],
    [0.4, 0.5],
    [0.9, 1],
  ],
  [
    [0, 0],
    [0, 1],
    [0.02, 0.5],
    [0.9, 0.45],
    [0.9, 0],
    [0.92, 1],
  ],
];

/** A scribble or a letter: a stroke that stands for no form. */
export function madeScribble(random: Random): Point[] {
  const size = between(random, 30, 120);
  const kind = Math.floor(random() * 4);
  const turn = between(random, -0.4, 0.4);
  const there = { x: between(random, 50, 400), y: between(random, 50, 400) };
  const line: Point[] = [];
  if (kind === 0) {
    // To and fro, as one shades.
    const count = 6 + Math.floor(random() * 14);
    for (let i = 0; i <= count; i += 1)
      line.push({
        x: (i / count) * size + between(random, -2, 2),
        y: (i % 2) * size * 0.5 + between(random, -4, 4),
      });
  } else if (kind === 1) {
    // Here and there.
    for (let i = 0; i < 12 + Math.floor(random() * 20); i += 1)
      line.push({ x: between(random, 0, size), y: between(random, 0, size) });
  } else if (kind === 2) {
    // Round and round.
    const turns = between(random, 2.2, 5);
    for (let i = 0; i < 30 * turns; i += 1) {
      const t = (2 * Math.PI * i) / 30;
      line.push({ x: (0.3 * size + i * 0.3) * Math.cos(t) + i * 0.8, y: 0.4 * size * Math.sin(t) });
    }
  } else {
    const letter = LETTERS[Math.floor(random() * LETTERS.length)]!;
    for (const [x, y] of letter) line.push({ x: x * size * 0.7, y: y * size });
  }
  const even = walked(line, false, 0, 1, size / 80);
  return wobbling(hurried(even, 2), size * between(random, 0.005, 0.02), random).map((p) => {
    const { x, y } = turnedBy(p, turn);
    return { x: x + there.x, y: y + there.y };
  });
}
