import type { StrokePoint } from './stroke-code.ts';
import { PEN_MANNERS, type StrokeLook } from './stroke-look.ts';

/** A point of the shown line: place and width, millimetres, and how dark it is, 0 to 1. */
export interface LinePoint {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly strength: number;
}

/** Half the widest window of the smoothing, millimetres, at smoothing 1. */
const REACH = 5;
/** Speed at which a hand that has no pressure draws its middle width, millimetres a millisecond. */
const MIDDLE_SPEED = 0.12;
/** Milliseconds over which speed is levelled. */
const SPEED_MEMORY = 35;
/** Tilt from upright at which a pen begins to lie flat, and at which it does, degrees. */
const FLAT_FROM = 30;
const FLAT_AT = 65;

/** A line is not shown beyond this many steps: no hand draws so far. */
const MOST_STEPS = 100_000;

const clamp = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));

interface Knot {
  readonly x: number;
  readonly y: number;
  readonly time: number;
  readonly width: number;
  readonly strength: number;
}

/**
 * The line as it is shown, made of raw points as they come. A centripetal Catmull-Rom curve through
 * the points (Barry and Goldman 1988, Yuksel et al. 2011) is walked off in equal steps, so that the
 * line does not depend on how often the device reports; then it is levelled by a window that is the
 * same backward and forward and shrinks to nothing at both ends. So nothing lags: the tip is where
 * the pen is, and what lies further back than the window no longer changes (`settled`).
 */
export class CentreLine {
  // Plainly private: the studio's build turns # names into lookups that cost more than the sums done here.
  private readonly x: number[] = [];
  private readonly y: number[] = [];
  private readonly width: number[] = [];
  private readonly strength: number[] = [];
  private readonly step: number;
  private readonly half: number;
  /** The last three points; the way between the last two still depends on the next. */
  private knots: Knot[] = [];
  private walked = 0;
  private speed = 0;

  constructor(private readonly look: StrokeLook) {
    this.step = clamp(look.size * 0.7, 0.5, 2);
    this.half = Math.round((look.smoothing * REACH) / this.step);
  }

  /** Points from the start that later ones will not move any more. */
  get settled(): number {
    return Math.max(0, this.x.length - this.half);
  }

  /** Steps that make up a length in millimetres, rounded up. */
  stepsIn(length: number): number {
    return Math.ceil(length / this.step);
  }

  push(points: readonly StrokePoint[]): this {
    for (const point of points) this.take(point);
    return this;
  }

  /** The line from its `from`th point up to `to`; up to the tip where `to` is not given. */
  points(from = 0, to?: number): LinePoint[] {
    const made: LinePoint[] = [];
    if (to !== undefined) {
      for (let i = Math.max(0, from); i < Math.min(to, this.x.length); i += 1) made.push(this.levelled(i));
      return made;
    }
    // The way to the tip is walked for now and taken back: the next point may bend it.
    const [count, walked] = [this.x.length, this.walked];
    const [before, last] = [this.knots.at(-2), this.knots.at(-1)];
    if (before && last) this.walk(this.knots.at(-3) ?? before, before, last, last);
    for (let i = Math.max(0, from); i < this.x.length; i += 1) made.push(this.levelled(i));
    for (const list of [this.x, this.y, this.width, this.strength]) list.length = count;
    this.walked = walked;
    const end = made.at(-1);
    if (last && !(end && end.x === last.x && end.y === last.y))
      made.push({ x: last.x, y: last.y, width: last.width, strength: last.strength });
    return made;
  }

  private take(point: StrokePoint): void {
    const { x, y, time } = point;
    const { knots } = this;
    const last = knots.at(-1);
    if (!last) {
      const first = { x, y, time, ...this.pressed(point) };
      knots.push(first);
      this.add(x, y, first.width, first.strength);
      return;
    }
    const far = gapBetween(last, point);
    this.measureSpeed(far, time - last.time);
    const knot: Knot = { x, y, time, ...this.pressed(point) };
    if (far === 0) {
      const [width, strength] = [Math.max(last.width, knot.width), Math.max(last.strength, knot.strength)];
      knots[knots.length - 1] = { ...knot, width, strength };
      return;
    }
    const before = knots.at(-2);
    if (before) this.walk(knots.at(-3) ?? before, before, last, knot);
    knots.push(knot);
    if (knots.length > 3) knots.shift();
  }

  /** Walks the curve from q to r, which comes from p and goes on to s, leaving a point at each step. */
  private walk(p: Knot, q: Knot, r: Knot, s: Knot): void {
    const { step } = this;
    const length = gapBetween(q, r);
    // Points closer than a step need no curve between them.
    const parts = length <= step ? 1 : Math.min(64, Math.ceil((1.5 * length) / step));
    const bend = parts > 1 ? tangents(p, q, r, s) : null;
    let { x, y } = q;
    for (let k = 1; k <= parts; k += 1) {
      const t = k / parts;
      let nx = r.x;
      let ny = r.y;
      if (bend && k < parts) {
        const [a, b, c, d] = hermiteWeights(t);
        nx = a * q.x + b * bend.outX + c * r.x + d * bend.inX;
        ny = a * q.y + b * bend.outY + c * r.y + d * bend.inY;
      }
      const far = Math.sqrt((nx - x) ** 2 + (ny - y) ** 2);
      let due = step - this.walked;
      for (; due <= far && this.x.length < MOST_STEPS; due += step) {
        const share = far > 0 ? due / far : 1;
        const along = t - (1 - share) / parts;
        this.add(
          x + (nx - x) * share,
          y + (ny - y) * share,
          q.width + (r.width - q.width) * along,
          q.strength + (r.strength - q.strength) * along,
        );
      }
      this.walked = Math.min(step, far - due + step);
      x = nx;
      y = ny;
    }
  }

  private add(x: number, y: number, width: number, strength: number): void {
    this.x.push(x);
    this.y.push(y);
    this.width.push(width);
    this.strength.push(strength);
  }

  private measureSpeed(far: number, took: number): void {
    if (!(took > 0)) return;
    this.speed += (far / took - this.speed) * (1 - Math.exp(-took / SPEED_MEMORY));
  }

  /** How wide and how dark the pen draws where it is pressed like that. */
  private pressed({ pressure, tiltX = 0, tiltY = 0 }: StrokePoint): Pick<Knot, 'width' | 'strength'> {
    const { size, response, strength, darkening, pen } = this.look;
    const source = this.look.pressure;
    const force =
      source === 'even' ? 0.5 : source === 'speed' ? 0.3 + 0.5 / (1 + this.speed / MIDDLE_SPEED) : pressure;
    const tilt = Math.max(Math.abs(tiltX), Math.abs(tiltY));
    const flat = source === 'device' ? clamp((tilt - FLAT_FROM) / (FLAT_AT - FLAT_FROM), 0, 1) : 0;
    return {
      width: Math.max(
        0.02,
        size * (1 - response * (1 - 2 * force)) * (1 + flat * (PEN_MANNERS[pen].flat - 1)),
      ),
      strength: clamp(strength * (1 - darkening * (1 - 2 * force)), 0, 1),
    };
  }

  private levelled(i: number): LinePoint {
    const half = Math.min(this.half, i, this.x.length - 1 - i);
    const [width, strength] = [this.width[i] as number, this.strength[i] as number];
    if (half <= 0) return { x: this.x[i] as number, y: this.y[i] as number, width, strength };
    let x = 0;
    let y = 0;
    let sum = 0;
    for (let k = -half; k <= half; k += 1) {
      const weight = half + 1 - Math.abs(k);
      x += weight * (this.x[i + k] as number);
      y += weight * (this.y[i + k] as number);
      sum += weight;
    }
    return { x: x / sum, y: y / sum, width, strength };
  }
}

const gapBetween = (a: { x: number; y: number }, b: { x: number; y: number }): number =>
  Math.sqrt((b.x - a.x) ** 2 + (b.y - a.y) ** 2);

/**
 * Derivatives at q and at r of the curve between them, for t from 0 to 1; knots are spaced by the root of
 * their distance.
 */
function tangents(
  p: Knot,
  q: Knot,
  r: Knot,
  s: Knot,
): { outX: number; outY: number; inX: number; inY: number } {
  const [a, b, c] = [Math.sqrt(gapBetween(p, q)), Math.sqrt(gapBetween(q, r)), Math.sqrt(gapBetween(r, s))];
  const along = (key: 'x' | 'y'): [number, number] => {
    const chord = r[key] - q[key];
    const out = a > 0 ? b * ((q[key] - p[key]) / a - (r[key] - p[key]) / (a + b) + chord / b) : null;
    const into = c > 0 ? b * (chord / b - (s[key] - q[key]) / (b + c) + (s[key] - r[key]) / c) : null;
    // At an end the curve goes on as a parabola.
    return [out ?? 2 * chord - (into ?? chord), into ?? 2 * chord - (out ?? chord)];
  };
  const [outX, inX] = along('x');
  const [outY, inY] = along('y');
  return { outX, outY, inX, inY };
}

/** What value and derivative at either end count at t in the cubic between them. */
function hermiteWeights(t: number): [number, number, number, number] {
  const [t2, t3] = [t * t, t * t * t];
  return [2 * t3 - 3 * t2 + 1, t3 - 2 * t2 + t, 3 * t2 - 2 * t3, t3 - t2];
}
