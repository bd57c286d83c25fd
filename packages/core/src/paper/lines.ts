import { LineFit } from '../geometry/line-fit.ts';
import type { Edges } from './edges.ts';

/** A straight line by its normal: x cos + y sin = at, pixels; and along its way where edges lie on it. */
export interface Line {
  readonly cos: number;
  readonly sin: number;
  readonly at: number;
  /** How many edge points lie on it before each step of its way from `from` on. */
  readonly before: Float32Array;
  readonly from: number;
}

/** Degrees between normals, pixels between rows of votes. */
const TURN = 1;
const ROW = 2;
const TURNS = 180 / TURN;
/** An edge votes for lines that turn from it by up to so many degrees. */
const SWAY = 3;
/** Two lines nearer than this are one. */
const APART = { turns: 2, rows: 3 };
/** So many of about one direction are kept: the pattern of a cloth has no end of them. */
const PARALLEL = { turns: 5, most: 13 };
const NEAR = 2;
const SAME_WAY = Math.cos((14 * Math.PI) / 180);
/** Pixels of a line's way to one step of its record. */
export const STEP = 2;

/**
 * The straightest lines of a picture, by Hough's transform with the edges' own directions (Ballard 1981),
 * each then fitted to its points.
 */
export function linesOf(edges: Edges, most: number): Line[] {
  const { width, height, strength, direction } = edges;
  const reach = Math.ceil(Math.hypot(width, height));
  const rows = Math.ceil((2 * reach) / ROW) + 1;
  const votes = new Float32Array(TURNS * rows);
  const points: number[] = [];
  const turns = Array.from(
    { length: TURNS },
    (_, i) => [Math.cos((i * TURN * Math.PI) / 180), Math.sin((i * TURN * Math.PI) / 180)] as const,
  );
  for (let k = 0; k < strength.length; k += 1) {
    if ((strength[k] as number) <= 0) continue;
    points.push(k);
    const [x, y] = [k % width, Math.floor(k / width)];
    const facing = Math.round(((direction[k] as number) * (180 / Math.PI)) / TURN);
    for (let d = -SWAY; d <= SWAY; d += 1) {
      const turn = (((facing + d) % TURNS) + TURNS) % TURNS;
      const [c, s] = turns[turn] as readonly [number, number];
      const row = Math.round((x * c + y * s + reach) / ROW);
      votes[turn * rows + row] = (votes[turn * rows + row] as number) + 1;
    }
  }
  const found: { turn: number; row: number; votes: number }[] = [];
  const least = 0.12 * Math.min(width, height);
  const order: number[] = [];
  for (let i = 0; i < votes.length; i += 1) if ((votes[i] as number) >= least) order.push(i);
  order.sort((a, b) => (votes[b] as number) - (votes[a] as number));
  for (const i of order) {
    if (found.length >= most) break;
    const [turn, row] = [Math.floor(i / rows), i % rows];
    const taken = found.some((other) => {
      const d = Math.abs(other.turn - turn);
      const wrapped = d > TURNS / 2;
      const near = Math.min(d, TURNS - d);
      const there = wrapped ? rows - 1 - other.row : other.row;
      return near <= APART.turns && Math.abs(there - row) <= APART.rows;
    });
    const parallel = found.filter(
      (other) => Math.min(Math.abs(other.turn - turn), TURNS - Math.abs(other.turn - turn)) <= PARALLEL.turns,
    ).length;
    if (!taken && parallel < PARALLEL.most) found.push({ turn, row, votes: votes[i] as number });
  }
  return found.map(({ turn, row }) => {
    const [c, s] = turns[turn] as readonly [number, number];
    return fitted(edges, points, c, s, row * ROW - reach);
  });
}

/** Fits a line to the edge points near it that face as it does, and records where they lie along it. */
function fitted(
  { width, height, direction }: Edges,
  points: readonly number[],
  cos: number,
  sin: number,
  at: number,
): Line {
  let [c, s, r] = [cos, sin, at];
  for (let round = 0; round < 2; round += 1) {
    const fit = new LineFit();
    for (const k of points) {
      const [x, y] = [k % width, Math.floor(k / width)];
      if (
        Math.abs(x * c + y * s - r) > NEAR ||
        Math.abs(Math.cos(direction[k] as number) * c + Math.sin(direction[k] as number) * s) < SAME_WAY
      )
        continue;
      fit.add(x, y);
    }
    if (fit.weight < 8) break;
    const { through, angle } = fit.line();
    const [nc, ns] = [-Math.sin(angle), Math.cos(angle)];
    const way = nc * c + ns * s < 0 ? -1 : 1;
    [c, s] = [way * nc, way * ns];
    r = through.x * c + through.y * s;
  }
  const reach = Math.ceil(Math.hypot(width, height));
  const marks = new Uint8Array(Math.ceil((2 * reach) / STEP) + 1);
  for (const k of points) {
    const [x, y] = [k % width, Math.floor(k / width)];
    if (
      Math.abs(x * c + y * s - r) > NEAR ||
      Math.abs(Math.cos(direction[k] as number) * c + Math.sin(direction[k] as number) * s) < SAME_WAY
    )
      continue;
    marks[Math.round((-x * s + y * c + reach) / STEP)] = 1;
  }
  const before = new Float32Array(marks.length + 1);
  // A gap of one step is none: thinned edges leave such.
  for (let i = 0; i < marks.length; i += 1)
    before[i + 1] = (before[i] as number) + (marks[i] || (marks[i - 1] && marks[i + 1]) ? 1 : 0);
  return { cos: c, sin: s, at: r, before, from: -reach };
}
