import type { Point } from './point.ts';

/**
 * A straight line by a place on it and its way, radians clockwise on the screen from level, up to a quarter
 * turn either way.
 */
export interface FittedLine {
  readonly through: Point;
  readonly angle: number;
}

/**
 * The straight line that fits weighted points best, by the least squared distances from it (total least
 * squares, Pearson 1901): points are added, then the line is asked for.
 */
export class LineFit {
  #weight = 0;
  readonly #sums = new Float64Array(5);
  readonly #origin: Point;

  /** @param origin a place near the points: sums are taken from there, so that none are lost in rounding */
  constructor(origin: Point = { x: 0, y: 0 }) {
    this.#origin = origin;
  }

  /** How much has been added: the sum of the weights. */
  get weight(): number {
    return this.#weight;
  }

  add(px: number, py: number, weight = 1): void {
    const sums = this.#sums;
    const x = px - this.#origin.x;
    const y = py - this.#origin.y;
    this.#weight += weight;
    sums[0] = (sums[0] as number) + weight * x;
    sums[1] = (sums[1] as number) + weight * y;
    sums[2] = (sums[2] as number) + weight * x * x;
    sums[3] = (sums[3] as number) + weight * x * y;
    sums[4] = (sums[4] as number) + weight * y * y;
  }

  /**
   * The line; level where all points are one, or lie alike all round.
   * @throws RangeError where there are none
   */
  line(): FittedLine {
    const n = this.#weight;
    if (!(n > 0)) throw new RangeError('A line needs something to go through.');
    const [x, y, xx, xy, yy] = [...this.#sums].map((sum) => sum / n) as [
      number,
      number,
      number,
      number,
      number,
    ];
    return {
      through: { x: x + this.#origin.x, y: y + this.#origin.y },
      angle: 0.5 * Math.atan2(2 * (xy - x * y), xx - x * x - (yy - y * y)),
    };
  }
}
