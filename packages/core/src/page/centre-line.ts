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

/**
 * The line as it is shown, made of raw points as they come: walked off in equal steps, so that it
 * does not depend on how often the device reports, and levelled by a window that is the same
 * backward and forward and shrinks to nothing at both ends. So nothing lags: the tip is where the
 * pen is, and what lies further back than the window no longer changes (`settled`).
 */
export class CentreLine {
  readonly #x: number[] = [];
  readonly #y: number[] = [];
  readonly #width: number[] = [];
  readonly #step: number;
  readonly #half: number;
  #last: { x: number; y: number; time: number; width: number } | null = null;
  #speed = 0;

  constructor(private readonly look: StrokeLook) {
    this.#step = clamp(look.size * 0.6, 0.4, 2);
    this.#half = Math.round((look.smoothing * REACH) / this.#step);
  }

  /** How many points the line has, its tip not counted. */
  get length(): number {
    return this.#x.length;
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
    for (let i = Math.max(0, from); i < Math.min(to ?? Infinity, this.#x.length); i += 1) made.push(this.#levelled(i));
    const tip = this.#last;
    const end = made.at(-1);
    if (tip && to === undefined && !(end && end.x === tip.x && end.y === tip.y)) made.push({ x: tip.x, y: tip.y, width: tip.width });
    return made;
  }

  #take(point: StrokePoint): void {
    const { x, y, time } = point;
    const last = this.#last;
    if (!last) {
      const width = this.#widthOf(point);
      this.#last = { x, y, time, width };
      this.#add(x, y, width);
      return;
    }
    const far = Math.hypot(x - last.x, y - last.y);
    this.#measureSpeed(far, time - last.time);
    const width = this.#widthOf(point);
    // The next step is due where the line is one step long since its last one.
    const walked = Math.hypot(last.x - (this.#x.at(-1) as number), last.y - (this.#y.at(-1) as number));
    for (let due = this.#step - walked; due <= far && this.#x.length < MOST_STEPS; due += this.#step) {
      const t = far > 0 ? clamp(due / far, 0, 1) : 1;
      this.#add(last.x + (x - last.x) * t, last.y + (y - last.y) * t, last.width + (width - last.width) * t);
    }
    this.#last = { x, y, time, width };
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
