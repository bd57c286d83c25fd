import type { StrokePoint } from './stroke-code.ts';
import { PEN_MANNERS, type StrokeLook } from './stroke-look.ts';

/** A point of the shown line: place and width, millimetres. */
export interface LinePoint {
  readonly x: number;
  readonly y: number;
  readonly width: number;
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
}

/**
 * The line as it is shown, made of raw points as they come. A centripetal Catmull-Rom curve through
 * the points (Barry and Goldman 1988, Yuksel et al. 2011) is walked off in equal steps, so that the
 * line does not depend on how often the device reports; then it is levelled by a window that is the
 * same backward and forward and shrinks to nothing at both ends. So nothing lags: the tip is where
 * the pen is, and what lies further back than the window no longer changes (`settled`).
 */
export class CentreLine {
  readonly #x: number[] = [];
  readonly #y: number[] = [];
  readonly #width: number[] = [];
  readonly #step: number;
  readonly #half: number;
  /** The last three points; the way between the last two still depends on the next. */
  #knots: Knot[] = [];
  #walked = 0;
  #speed = 0;

  constructor(private readonly look: StrokeLook) {
    this.#step = clamp(look.size * 0.6, 0.4, 2);
    this.#half = Math.round((look.smoothing * REACH) / this.#step);
  }

  /** Points from the start that later ones will not move any more. */
  get settled(): number {
    return Math.max(0, this.#x.length - this.#half);
  }

  /** Steps that make up a length in millimetres, rounded up. */
  stepsIn(length: number): number {
    return Math.ceil(length / this.#step);
  }

  push(points: readonly StrokePoint[]): this {
    for (const point of points) this.#take(point);
    return this;
  }

  /** The line from its `from`th point up to `to`; up to the tip where `to` is not given. */
  points(from = 0, to?: number): LinePoint[] {
    const made: LinePoint[] = [];
    if (to !== undefined) {
      for (let i = Math.max(0, from); i < Math.min(to, this.#x.length); i += 1) made.push(this.#levelled(i));
      return made;
    }
    // The way to the tip is walked for now and taken back: the next point may bend it.
    const [count, walked] = [this.#x.length, this.#walked];
    const [before, last] = [this.#knots.at(-2), this.#knots.at(-1)];
    if (before && last) this.#walk(this.#knots.at(-3) ?? before, before, last, last);
    for (let i = Math.max(0, from); i < this.#x.length; i += 1) made.push(this.#levelled(i));
    for (const list of [this.#x, this.#y, this.#width]) list.length = count;
    this.#walked = walked;
    const end = made.at(-1);
    if (last && !(end && end.x === last.x && end.y === last.y)) made.push({ x: last.x, y: last.y, width: last.width });
    return made;
  }

  #take(point: StrokePoint): void {
    const { x, y, time } = point;
    const last = this.#knots.at(-1);
    if (!last) {
      const width = this.#widthOf(point);
      this.#knots.push({ x, y, time, width });
      this.#add(x, y, width);
      return;
    }
    const far = Math.hypot(x - last.x, y - last.y);
    this.#measureSpeed(far, time - last.time);
    const knot: Knot = { x, y, time, width: this.#widthOf(point) };
    if (far === 0) {
      this.#knots[this.#knots.length - 1] = { ...knot, width: Math.max(last.width, knot.width) };
      return;
    }
    const before = this.#knots.at(-2);
    if (before) this.#walk(this.#knots.at(-3) ?? before, before, last, knot);
    this.#knots = [...this.#knots.slice(-2), knot];
  }

  /** Walks the curve from q to r, which comes from p and goes on to s, leaving a point at each step. */
  #walk(p: Knot, q: Knot, r: Knot, s: Knot): void {
    const length = Math.hypot(r.x - q.x, r.y - q.y);
    const parts = Math.max(1, Math.min(64, Math.ceil((2 * length) / this.#step)));
    const [outX, inX] = tangents(p, q, r, s, 'x');
    const [outY, inY] = tangents(p, q, r, s, 'y');
    let [x, y] = [q.x, q.y];
    for (let k = 1; k <= parts; k += 1) {
      const t = k / parts;
      const nx = hermite(q.x, outX, r.x, inX, t);
      const ny = hermite(q.y, outY, r.y, inY, t);
      const far = Math.hypot(nx - x, ny - y);
      let due = this.#step - this.#walked;
      for (; due <= far && this.#x.length < MOST_STEPS; due += this.#step) {
        const share = far > 0 ? due / far : 1;
        this.#add(x + (nx - x) * share, y + (ny - y) * share, q.width + (r.width - q.width) * (t - (1 - share) / parts));
      }
      this.#walked = Math.min(this.#step, far - due + this.#step);
      [x, y] = [nx, ny];
    }
  }

  #add(x: number, y: number, width: number): void {
    this.#x.push(x);
    this.#y.push(y);
    this.#width.push(width);
  }

  #measureSpeed(far: number, took: number): void {
    if (!(took > 0)) return;
    this.#speed += (far / took - this.#speed) * (1 - Math.exp(-took / SPEED_MEMORY));
  }

  #widthOf({ pressure, tiltX = 0, tiltY = 0 }: StrokePoint): number {
    const { size, response, pen } = this.look;
    const source = this.look.pressure;
    const force = source === 'even' ? 0.5 : source === 'speed' ? 0.3 + 0.5 / (1 + this.#speed / MIDDLE_SPEED) : pressure;
    const tilt = Math.max(Math.abs(tiltX), Math.abs(tiltY));
    const flat = source === 'device' ? clamp((tilt - FLAT_FROM) / (FLAT_AT - FLAT_FROM), 0, 1) : 0;
    return Math.max(0.02, size * (1 - response * (1 - 2 * force)) * (1 + flat * (PEN_MANNERS[pen].flat - 1)));
  }

  #levelled(i: number): LinePoint {
    const half = Math.min(this.#half, i, this.#x.length - 1 - i);
    const width = this.#width[i] as number;
    if (half <= 0) return { x: this.#x[i] as number, y: this.#y[i] as number, width };
    let x = 0;
    let y = 0;
    let sum = 0;
    for (let k = -half; k <= half; k += 1) {
      const weight = half + 1 - Math.abs(k);
      x += weight * (this.#x[i + k] as number);
      y += weight * (this.#y[i + k] as number);
      sum += weight;
    }
    return { x: x / sum, y: y / sum, width };
  }
}

/** Knot spacing of a centripetal curve: the root of the distance. */
const spacing = (a: Knot, b: Knot): number => Math.sqrt(Math.hypot(b.x - a.x, b.y - a.y));

/** Derivatives at q and at r, for t from 0 to 1 between them. */
function tangents(p: Knot, q: Knot, r: Knot, s: Knot, key: 'x' | 'y'): [number, number] {
  const [a, b, c] = [spacing(p, q), spacing(q, r), spacing(r, s)];
  const chord = r[key] - q[key];
  const out = a > 0 ? b * ((q[key] - p[key]) / a - (r[key] - p[key]) / (a + b) + chord / b) : null;
  const into = c > 0 ? b * (chord / b - (s[key] - q[key]) / (b + c) + (s[key] - r[key]) / c) : null;
  // At an end the curve goes on as a parabola.
  return [out ?? 2 * chord - (into ?? chord), into ?? 2 * chord - (out ?? chord)];
}

/** The cubic between two values with given derivatives. */
function hermite(from: number, out: number, to: number, into: number, t: number): number {
  const [t2, t3] = [t * t, t * t * t];
  return (2 * t3 - 3 * t2 + 1) * from + (t3 - 2 * t2 + t) * out + (3 * t2 - 2 * t3) * to + (t3 - t2) * into;
}
