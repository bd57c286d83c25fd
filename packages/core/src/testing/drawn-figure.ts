import { curveThrough as curve } from '../geometry/curve.ts';
import type { Point } from '../geometry/point.ts';
import { isInside } from '../geometry/polygon.ts';
import { gaussian } from '../random/seeded.ts';

/** Test help: figures drawn in ink in five manners, with the true place of every landmark. */

export const MANNERS = ['axes', 'outline', 'construction', 'sweeps', 'sketchy'] as const;
export type Manner = (typeof MANNERS)[number];

export type Places = ReadonlyMap<string, Point>;

/** A change that is planted before drawing. Degrees; shares of the length. */
export type Change =
  | { readonly kind: 'turn'; readonly limb: Limb; readonly by: number }
  | { readonly kind: 'length'; readonly limb: Limb; readonly by: number }
  | { readonly kind: 'head'; readonly by: number }
  | { readonly kind: 'shoulders'; readonly by: number }
  | { readonly kind: 'hips'; readonly by: number };

/** The chain of landmarks that a limb runs through, nearest to the trunk first. */
const LIMBS = {
  'left arm': ['left shoulder', 'left elbow', 'left wrist'],
  'right arm': ['right shoulder', 'right elbow', 'right wrist'],
  'left forearm': ['left elbow', 'left wrist'],
  'right forearm': ['right elbow', 'right wrist'],
  'left leg': ['left hip', 'left knee', 'left ankle'],
  'right leg': ['right hip', 'right knee', 'right ankle'],
  'left shin': ['left knee', 'left ankle'],
  'right shin': ['right knee', 'right ankle'],
} as const;
export type Limb = keyof typeof LIMBS;
export const LIMB_NAMES = Object.keys(LIMBS) as Limb[];

const mid = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
const lerp = (a: Point, b: Point, t: number): Point => ({
  x: a.x + t * (b.x - a.x),
  y: a.y + t * (b.y - a.y),
});
const far = (a: Point, b: Point): number => Math.hypot(b.x - a.x, b.y - a.y);

function turned(p: Point, about: Point, degrees: number, by = 1): Point {
  const t = (-degrees * Math.PI) / 180;
  const [x, y] = [p.x - about.x, p.y - about.y];
  return {
    x: about.x + by * (Math.cos(t) * x - Math.sin(t) * y),
    y: about.y + by * (Math.sin(t) * x + Math.cos(t) * y),
  };
}

/** Landmarks with a change made to them; what hangs on a moved joint goes along. */
export function planted(places: Places, change: Change): Map<string, Point> {
  const out = new Map(places);
  const at = (name: string): Point => places.get(name) as Point;
  const foot = nearerAnkle(places);
  const put = (name: string, p: Point): void => {
    if (!places.has(name)) return;
    const old = out.get(name) as Point;
    out.set(name, p);
    if (name === foot) {
      const lowest = out.get('lowest foot') as Point;
      out.set('lowest foot', { x: lowest.x + p.x - old.x, y: lowest.y + p.y - old.y });
    }
  };
  if (change.kind === 'head') {
    const centre = mid(at('crown'), at('chin'));
    for (const name of ['crown', 'chin']) put(name, turned(at(name), centre, 0, 1 + change.by));
  } else if (change.kind === 'turn' || change.kind === 'length') {
    const [joint, ...rest] = LIMBS[change.limb];
    const degrees = change.kind === 'turn' ? change.by : 0;
    const by = change.kind === 'length' ? 1 + change.by : 1;
    for (const name of rest) put(name, turned(at(name), at(joint), degrees, by));
  } else {
    const [what, far1, far2] =
      change.kind === 'shoulders' ? ['shoulder', 'elbow', 'wrist'] : ['hip', 'knee', 'ankle'];
    const [l, r] = [at(`left ${what}`), at(`right ${what}`)];
    const centre = mid(l, r);
    for (const side of ['left', 'right']) {
      const joint = at(`${side} ${what}`);
      const to = turned(joint, centre, change.by);
      for (const name of [what, far1, far2]) {
        const old = at(`${side} ${name}`);
        put(`${side} ${name}`, { x: old.x + to.x - joint.x, y: old.y + to.y - joint.y });
      }
    }
  }
  return out;
}

function nearerAnkle(places: Places): string {
  const foot = places.get('lowest foot') as Point;
  const [l, r] = [places.get('left ankle') as Point, places.get('right ankle') as Point];
  return far(foot, l) < far(foot, r) ? 'left ankle' : 'right ankle';
}

export interface DrawnFigure {
  readonly lines: Point[][];
  /** Where each landmark is in the drawing; those that were not drawn are absent. */
  readonly truth: Places;
}

interface Body {
  /** Half widths as shares of the height. */
  readonly arm: readonly [number, number, number];
  readonly leg: readonly [number, number, number];
  readonly waist: number;
  readonly chest: number;
  readonly pelvis: number;
  readonly headWidth: number;
}

function someBody(random: () => number): Body {
  const about = (value: number): number => value * (1 + 0.15 * gaussian(random));
  return {
    arm: [about(0.03), about(0.024), about(0.016)],
    leg: [about(0.052), about(0.035), about(0.021)],
    waist: about(0.072),
    chest: about(0.095),
    pelvis: about(0.085),
    headWidth: about(0.37),
  };
}

export function oval(a: Point, b: Point, width: number, from = 0, turns = 1): Point[] {
  const c = mid(a, b);
  const [ux, uy] = [(b.x - a.x) / 2, (b.y - a.y) / 2];
  const n = Math.ceil(36 * turns);
  return Array.from({ length: n + 1 }, (_, i) => {
    const t = from + (2 * Math.PI * turns * i) / n;
    return {
      x: c.x + Math.cos(t) * ux - 2 * width * Math.sin(t) * uy,
      y: c.y + Math.cos(t) * uy + 2 * width * Math.sin(t) * ux,
    };
  });
}

/** Both edges of a tapering chain, each from its first joint to its last. */
export function edges(chain: readonly Point[], halves: readonly number[]): [Point[], Point[]] {
  const side = (sign: number): Point[] =>
    chain.flatMap((p, i) => {
      const [q, r] = [chain[Math.max(0, i - 1)] as Point, chain[Math.min(chain.length - 1, i + 1)] as Point];
      const length = far(q, r) || 1;
      const w = (sign * (halves[i] as number)) / length;
      const own = { x: p.x - w * (r.y - q.y), y: p.y + w * (r.x - q.x) };
      return [own];
    });
  return [side(1), side(-1)];
}

function dense(line: readonly Point[], step: number): Point[] {
  return line.flatMap((p, i) => {
    const next = line[i + 1];
    if (!next) return [p];
    const n = Math.max(1, Math.ceil(far(p, next) / step));
    return Array.from({ length: n }, (_, k) => lerp(p, next, k / n));
  });
}

/** The hand's unsteadiness: slow along a line, of the given standard deviation, with a little tremble. */
export function wobbled(line: readonly Point[], sd: number, reach: number, random: () => number): Point[] {
  const fine = dense(line, reach / 10);
  const knots = Math.ceil(fine.length / 10) + 2;
  const [ax, ay] = [0, 1].map(() => Array.from({ length: knots }, () => sd * gaussian(random))) as [
    number[],
    number[],
  ];
  return fine.map((p, i) => {
    const [k, t] = [Math.floor(i / 10), (i % 10) / 10];
    const s = t * t * (3 - 2 * t);
    const mix = (a: number[]): number => (a[k] as number) * (1 - s) + (a[k + 1] as number) * s;
    return {
      x: p.x + mix(ax) + 0.05 * sd * gaussian(random),
      y: p.y + mix(ay) + 0.05 * sd * gaussian(random),
    };
  });
}

/** The pieces of a line that lie outside all of the shapes. */
export function outside(
  line: readonly Point[],
  shapes: readonly (readonly Point[])[],
  step: number,
): Point[][] {
  const out: Point[][] = [];
  let run: Point[] = [];
  for (const p of dense(line, step)) {
    if (shapes.some((shape) => isInside(shape, p))) {
      if (run.length > 2) out.push(run);
      run = [];
    } else run.push(p);
  }
  if (run.length > 2) out.push(run);
  return out;
}

export interface DrawOptions {
  readonly manner: Manner;
  /** Per cent of the height. */
  readonly wobble: number;
  readonly random: () => number;
  /** Limbs not drawn at all: the whole limb, or what is beyond its first joint of the two-joint ones. */
  readonly leftOut?: readonly Limb[];
}

/** A figure with the body that this hand gives it, ready to be drawn in any manner. */
function posed(places: Places, height: number, leftOut: readonly Limb[], random: () => number) {
  const at = (name: string): Point => places.get(name) as Point;
  const missing = new Set<string>(leftOut.flatMap((limb) => LIMBS[limb].slice(1)));
  const body = someBody(random);
  const h = height;
  const [midHip, midShoulder] = [
    mid(at('left hip'), at('right hip')),
    mid(at('left shoulder'), at('right shoulder')),
  ];
  const chains = (['left arm', 'right arm', 'left leg', 'right leg'] as const).map((limb) => {
    const names = LIMBS[limb].filter((name) => !missing.has(name));
    const halves = (limb.endsWith('arm') ? body.arm : body.leg).map((w) => w * h);
    return { limb, names, points: names.map(at), halves: halves.slice(0, names.length) };
  });
  const lowFoot = nearerAnkle(places);
  const facing = random() < 0.5 ? 1 : -1;
  const feet = chains
    .filter(({ limb, names }) => limb.endsWith('leg') && names.length === 3)
    .map(({ names, points }) => {
      const ankle = points[2] as Point;
      return names[2] === lowFoot
        ? [ankle, at('lowest foot')]
        : [ankle, { x: ankle.x + facing * 0.04 * h, y: ankle.y + 0.035 * h }];
    });
  const wide = (half: number): number => {
    const across = Math.max(far(at('left shoulder'), at('right shoulder')) / 2, 0.06 * h);
    return Math.max(half * h * 0.8, Math.min(half * h * 1.15, across));
  };
  const spine = curve([at('pit of the neck'), lerp(at('pit of the neck'), midHip, 0.5), midHip]);
  const head = (from = 0, turns = 1): Point[] => oval(at('crown'), at('chin'), body.headWidth, from, turns);
  const torso = ((): [Point[], Point[]] => {
    const top = at('pit of the neck');
    const stations = [0.08, 0.3, 0.65, 1];
    const halves = [wide(body.chest), wide(body.chest) * 0.97, wide(body.waist), wide(body.pelvis)];
    return edges(
      stations.map((t) => lerp(top, midHip, t)),
      halves,
    );
  })();
  return {
    at,
    h,
    random,
    body,
    chains,
    feet,
    midHip,
    midShoulder,
    wide,
    spine,
    head,
    torso,
    facing,
    missing,
    lowFoot,
  };
}
type Posed = ReturnType<typeof posed>;

/** Limbs as single lines, spine, shoulder and hip line, the head an oval. */
function inAxes({ at, random, chains, feet, spine, head }: Posed): Point[][] {
  const lines: Point[][] = [];
  lines.push(head(6.28 * random()), spine);
  lines.push([at('left shoulder'), at('right shoulder')], [at('left hip'), at('right hip')]);
  for (const { points } of chains) {
    if (points.length < 2) continue;
    if (random() < 0.5) lines.push(curve(points));
    else for (let i = 1; i < points.length; i += 1) lines.push(points.slice(i - 1, i + 1));
  }
  lines.push(...feet);
  if (random() < 0.5) lines.push([at('chin'), at('pit of the neck')]);
  return lines;
}

/** Ovals and four-sided limbs. */
function inConstruction({
  at,
  random,
  body,
  chains,
  feet,
  midHip,
  midShoulder,
  wide,
  head,
}: Posed): Point[][] {
  const lines: Point[][] = [];
  lines.push(head(6.28 * random()));
  const [top, chestEnd] = [
    lerp(at('pit of the neck'), midHip, 0.02),
    lerp(at('pit of the neck'), midHip, 0.56),
  ];
  lines.push(oval(top, chestEnd, wide(body.chest) / far(top, chestEnd)));
  const [a, b] = [lerp(midShoulder, midHip, 0.76), lerp(midShoulder, midHip, 1.08)];
  lines.push(oval(a, b, wide(body.pelvis) / far(a, b)));
  for (const { points, halves } of chains)
    for (let i = 1; i < points.length; i += 1) {
      const [l, r] = edges(points.slice(i - 1, i + 1), halves.slice(i - 1, i + 1));
      lines.push([...l, ...[...r].reverse(), l[0] as Point]);
    }
  for (const foot of feet) lines.push(oval(foot[0] as Point, foot[1] as Point, 0.3));
  lines.push([at('chin'), at('pit of the neck')]);
  if (random() < 0.5) lines.push([at('left shoulder'), at('right shoulder')]);
  return lines;
}

/** The edges of a body, cut off behind each other or drawn through. */
function inOutline({ at, h, random, chains, feet, head, torso, facing }: Posed): Point[][] {
  const lines: Point[][] = [];
  const shapes = chains
    .filter(({ points }) => points.length > 1)
    .map(({ points, halves }) => {
      const [l, r] = edges(points, halves);
      return { l, r, shape: [...l, ...[...r].reverse()] };
    });
  const through = random() < 0.4;
  const cut = (line: Point[], own: number): Point[][] =>
    through
      ? [line]
      : outside(
          line,
          [
            ...shapes.filter((_, k) => k !== own).map(({ shape }) => shape),
            ...(own >= 0 ? [[...torso[0], ...[...torso[1]].reverse()]] : []),
          ],
          0.01 * h,
        );
  shapes.forEach(({ l, r }, k) => lines.push(...cut(curve(l), k), ...cut(curve(r), k)));
  lines.push(...cut(curve(torso[0]), -1), ...cut(curve(torso[1]), -1));
  lines.push(head(6.28 * random()));
  for (const side of [0, 1]) {
    const shoulder = torso[side]?.[0] as Point;
    lines.push(
      curve([lerp(at('chin'), shoulder, 0.25), lerp(at('pit of the neck'), shoulder, 0.35), shoulder]),
    );
  }
  for (const foot of feet) {
    const [ankle, toe] = foot as [Point, Point];
    lines.push(curve([{ x: ankle.x - facing * 0.02 * h, y: ankle.y }, { x: ankle.x, y: toe.y }, toe, ankle]));
  }
  return lines;
}

/** Long lines through the whole body, restated. */
function inSweeps({ at, random, chains, feet, midHip, head }: Posed): Point[][] {
  const lines: Point[][] = [];
  const times = 1 + Math.floor(3 * random());
  for (let k = 0; k <= times; k += 1) {
    const order = k % 2 ? [2, 3] : [3, 2];
    const leg = chains[order[0] as number]?.points ?? [];
    lines.push(curve([at('chin'), at('pit of the neck'), midHip, ...leg.slice(1)]));
    lines.push(curve(chains[order[1] as number]?.points ?? []));
    const arms = [[...(chains[0]?.points ?? [])].reverse(), chains[1]?.points ?? []];
    if (random() < 0.5) lines.push(curve(arms.flat()));
    else lines.push(curve(arms[0] as Point[]), curve(arms[1] as Point[]));
  }
  lines.push(head(6.28 * random(), 1.6), ...feet, [at('left hip'), at('right hip')]);
  lines.push([at('left shoulder'), at('right shoulder')]);
  return lines;
}

const DRAWN: Readonly<Record<Manner, (figure: Posed) => Point[][]>> = {
  axes: inAxes,
  outline: inOutline,
  construction: inConstruction,
  sweeps: inSweeps,
  sketchy: (figure) => inOutline(figure).flatMap((line) => dashes(line, figure.h, figure.random)),
};

/**
 * Draws a figure in ink.
 * @param places its landmarks, all sixteen, in any unit
 * @param height of the figure, the same unit
 */
export function drawFigure(places: Places, height: number, options: DrawOptions): DrawnFigure {
  const { manner, random, leftOut = [], wobble } = options;
  const figure = posed(places, height, leftOut, random);
  const lines = DRAWN[manner](figure)
    .filter((line) => line.length > 1)
    .map((line) => wobbled(line, (wobble / 100) * height, 0.08 * height, random));
  const truth = new Map([...places].filter(([name]) => !figure.missing.has(name)));
  if (figure.missing.has(figure.lowFoot)) truth.delete('lowest foot');
  return { lines, truth };
}

/** A searching hand: short overlapping lines, some gaps. */
function dashes(line: readonly Point[], height: number, random: () => number): Point[][] {
  const fine = dense(line, 0.01 * height);
  const out: Point[][] = [];
  for (let i = 0; i < fine.length - 1;) {
    const n = 6 + Math.floor(10 * random());
    if (random() < 0.85) out.push(fine.slice(i, i + n + 3));
    i += n;
  }
  return out;
}
