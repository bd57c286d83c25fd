import type { Point } from '../geometry/point.ts';
import { isConvex, type Quad } from '../geometry/homography.ts';
import { LineFit } from '../geometry/line-fit.ts';
import type { Rgb } from './picture.ts';

const PLACES = 90;
/** Share of a side left out at each end, where another side's edge is near. */
const END = 0.04;
/**
 * Half of the way that is searched across a side, as a share of the photo's diagonal; narrower the second
 * time.
 */
const REACH = [0.009, 0.004] as const;

interface Side {
  readonly cos: number;
  readonly sin: number;
  readonly at: number;
}

/** Colour between pixels. */
function colour({ width, height, data }: Rgb, x: number, y: number, out: Float32Array, to: number): void {
  const [px, py] = [
    Math.min(width - 1.001, Math.max(0, x - 0.5)),
    Math.min(height - 1.001, Math.max(0, y - 0.5)),
  ];
  const [i, j] = [Math.floor(px), Math.floor(py)];
  const [s, t] = [px - i, py - j];
  for (let c = 0; c < 3; c += 1) {
    const k = (j * width + i) * 3 + c;
    out[to + c] =
      ((data[k] as number) * (1 - s) + (data[k + 3] as number) * s) * (1 - t) +
      ((data[k + width * 3] as number) * (1 - s) + (data[k + width * 3 + 3] as number) * s) * t;
  }
}

/**
 * Where the paper ends on a way across a side, pixels from its middle: the paper's colour is taken at
 * the inner end and the edge lies where half of the way to what follows has been gone. The way runs
 * from inside to outside. Null where nothing changes clearly, or the edge is not one step.
 */
function edgeOn(
  photo: Rgb,
  at: Point,
  nx: number,
  ny: number,
  reach: number,
  profile: Float32Array,
): { at: number; weight: number } | null {
  const n = profile.length / 3;
  const step = (2 * reach) / (n - 1);
  for (let k = 0; k < n; k += 1)
    colour(photo, at.x + nx * (k * step - reach), at.y + ny * (k * step - reach), profile, 3 * k);
  // The strongest step over about two pixels.
  const wide = Math.max(1, Math.round(1.5 / step));
  let best = -1;
  let most = 0;
  for (let k = wide; k < n - wide; k += 1) {
    let s = 0;
    for (let c = 0; c < 3; c += 1)
      s += ((profile[3 * (k + wide) + c] as number) - (profile[3 * (k - wide) + c] as number)) ** 2;
    // Of steps about as strong the inner one ends the paper.
    if (s > most * 1.3) {
      most = s;
      best = k;
    }
  }
  if (best < 0 || Math.sqrt(most) < 8) return null;
  const level = (from: number, upTo: number, c: number): number => {
    let sum = 0;
    for (let k = from; k < upTo; k += 1) sum += profile[3 * k + c] as number;
    return sum / Math.max(1, upTo - from);
  };
  const [a, b] = [Math.max(0, best - 4 * wide), Math.min(n, best + 3 * wide + 1)];
  const inner = [0, 1, 2].map((c) => level(a, Math.max(a + 1, best - 2 * wide), c));
  const outer = [0, 1, 2].map((c) => level(Math.min(n - 1, best + 2 * wide), b, c));
  const way = outer.map((o, c) => o - (inner[c] as number));
  const size = way.reduce((sum, w) => sum + w * w, 0);
  if (size < 60) return null;
  const gone = (k: number): number =>
    way.reduce((sum, w, c) => sum + w * ((profile[3 * k + c] as number) - (inner[c] as number)), 0) / size;
  for (let k = Math.max(a, best - 2 * wide); k < Math.min(n - 1, best + 2 * wide); k += 1) {
    const [now, next] = [gone(k), gone(k + 1)];
    if (now < 0.5 && next >= 0.5)
      return {
        at: (k + (0.5 - now) / (next - now)) * step - reach,
        weight: Math.min(1, Math.sqrt(size) / 60),
      };
  }
  return null;
}

/** A line through points, the far ones counting less and less (iteratively reweighted, Tukey's biweight). */
function lineThrough(points: readonly { x: number; y: number; weight: number }[], first: Side): Side {
  let side = first;
  for (let round = 0; round < 12; round += 1) {
    const far = points.map((p) => Math.abs(p.x * side.cos + p.y * side.sin - side.at)).sort((p, q) => p - q);
    const scale = Math.max(0.35, 1.4826 * (far[Math.floor(far.length / 2)] as number)) * (round < 3 ? 6 : 4);
    const fit = new LineFit();
    for (const { x, y, weight } of points) {
      const u = (x * side.cos + y * side.sin - side.at) / scale;
      if (Math.abs(u) >= 1) continue;
      fit.add(x, y, weight * (1 - u * u) ** 2);
    }
    if (fit.weight < 3) return side;
    const { through, angle } = fit.line();
    const [c, s] = [-Math.sin(angle), Math.cos(angle)];
    const way = c * side.cos + s * side.sin < 0 ? -1 : 1;
    side = { cos: way * c, sin: way * s, at: way * (through.x * c + through.y * s) };
  }
  return side;
}

/** Fewest places of a side, as a share, at which its edge must be seen. */
const SEEN = 0.35;

/** Corners measured finely, and on what share of each side's way the edge lies just there. */
export interface Refined {
  readonly corners: Quad;
  readonly agreeing: readonly number[];
}

/** An edge that lies so near its line agrees with it, as a share of the photo's diagonal. */
const AGREEING = 0.0007;

/**
 * The corners of a page to a fraction of a pixel: the edge is measured at many places along each
 * side, a line laid through what agrees, and neighbouring lines are crossed.
 * @param rough from the left top on clockwise, pixels
 * @returns null where a side cannot be made out
 */
export function refineCorners(photo: Rgb, rough: Quad): Refined | null {
  const diagonal = Math.hypot(photo.width, photo.height);
  let quad = rough;
  let agreeing: number[] = [];
  for (const share of REACH) {
    const reach = Math.max(4, share * diagonal);
    const profile = new Float32Array(3 * (2 * Math.ceil(reach / 0.5) + 1));
    const centre = {
      x: quad.reduce((sum, p) => sum + p.x, 0) / 4,
      y: quad.reduce((sum, p) => sum + p.y, 0) / 4,
    };
    const sides: Side[] = [];
    agreeing = [];
    for (let i = 0; i < 4; i += 1) {
      const [p, q] = [quad[i] as Point, quad[(i + 1) % 4] as Point];
      const length = Math.hypot(q.x - p.x, q.y - p.y);
      if (length < 20) return null;
      let [nx, ny] = [(q.y - p.y) / length, (p.x - q.x) / length];
      if ((centre.x - p.x) * nx + (centre.y - p.y) * ny > 0) [nx, ny] = [-nx, -ny];
      const points: { x: number; y: number; weight: number }[] = [];
      for (let k = 0; k < PLACES; k += 1) {
        const t = END + ((1 - 2 * END) * (k + 0.5)) / PLACES;
        const at = { x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t };
        const edge = edgeOn(photo, at, nx, ny, reach, profile);
        if (edge) points.push({ x: at.x + nx * edge.at, y: at.y + ny * edge.at, weight: edge.weight });
      }
      if (points.length < SEEN * PLACES) return null;
      const side = lineThrough(points, { cos: nx, sin: ny, at: p.x * nx + p.y * ny });
      sides.push(side);
      agreeing.push(
        points.filter(
          ({ x, y }) => Math.abs(x * side.cos + y * side.sin - side.at) < Math.max(1, AGREEING * diagonal),
        ).length / PLACES,
      );
    }
    const corners = sides.map((b, i) => {
      const a = sides[(i + 3) % 4] as Side;
      const det = a.cos * b.sin - a.sin * b.cos;
      return { x: (a.at * b.sin - b.at * a.sin) / det, y: (b.at * a.cos - a.at * b.cos) / det };
    }) as unknown as Quad;
    if (!corners.every(({ x, y }) => Number.isFinite(x) && Number.isFinite(y)) || !isConvex(corners))
      return null;
    quad = corners;
  }
  return { corners: quad, agreeing };
}
