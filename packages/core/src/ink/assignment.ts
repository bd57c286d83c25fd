import { Buckets } from './buckets.ts';
import type { Ink } from './ink.ts';
import { emptyPlaces, placeModel, type LineModel, type ModelPlaces } from './line-model.ts';
import type { Skeleton } from './skeleton.ts';

/**
 * Share of ink that belongs to nothing in the model, and the area that it is spread over, squared heights.
 */
const STRAY = 0.12;
const STRAY_AREA = 0.35;
/** Density of strays: one over squared heights. */
export const STRAYS = STRAY / STRAY_AREA;
/** How much ink in another direction counts against a point of the model. */
const DIRECTION = 3;
/** A point takes ink from this much farther along its line than across it. */
const LONGER = 1.6;
/** Beyond so many widths, and below this share, a point has no part in a piece of ink. */
const CUT_OFF = 2.5;
const LEAST_LOG = 18;
const LEAST_SHARE = 0.004;

/** What an assignment says of the model as it lies. */
export interface Assigned {
  /** Mean log likelihood of an ink point. */
  readonly likelihood: number;
  /** Share of the ink that the model accounts for. */
  readonly explained: number;
  /** Root mean squared distance of that ink, across the model's lines. */
  readonly scatter: number;
  /** How many points of ink each point of the model has. */
  readonly support: Float64Array;
}

/** Weight of all points of a model together; 0 for none. */
export const weightOf = ({ weight }: LineModel): number => weight.reduce((sum, w) => sum + w, 0);

/** Ink softly assigned to the points of a model, with a class for strays. */
export class Assignment {
  /** Where the model's points lie since the last assignment. */
  readonly places: ModelPlaces;
  private readonly close: Int32Array;
  private readonly near: Int32Array;
  private readonly share: Float64Array;
  private readonly square: Float64Array;

  constructor(
    private readonly model: LineModel,
    private readonly skeleton: Skeleton,
    private readonly ink: Ink,
    /** Weight of the whole, where `model` is a part of it. */
    private readonly total = weightOf(model),
  ) {
    this.places = emptyPlaces(model);
    this.close = new Int32Array(model.count);
    this.near = new Int32Array(model.count);
    this.share = new Float64Array(model.count);
    this.square = new Float64Array(model.count);
  }

  /**
   * Assigns all ink for joints at `jx`, `jy`.
   * @param width standard deviation across a line, parts of the height
   * @param take told of each point of ink, point of the model, and share of the one that belongs to the other
   */
  at(
    jx: Float64Array,
    jy: Float64Array,
    width: number,
    take?: (i: number, j: number, share: number) => void,
  ): Assigned {
    const { model, ink, near, share, square } = this;
    const { along, buckets } = this.place(jx, jy, width);
    const support = new Float64Array(model.count);
    let [likelihood, explained, scatter] = [0, 0, 0];
    for (let i = 0; i < ink.count; i += 1) {
      const { used, sum: density } = this.sharesOf(i, buckets, width, along);
      const sum = STRAYS + density;
      likelihood += Math.log(sum);
      for (let k = 0; k < used; k += 1) {
        const own = (share[k] as number) / sum;
        const j = near[k] as number;
        support[j] = (support[j] as number) + own;
        explained += own;
        scatter += own * (square[k] as number);
        if (take && own > LEAST_SHARE) take(i, j, own);
      }
    }
    return {
      likelihood: likelihood / ink.count,
      explained: explained / ink.count,
      scatter: Math.sqrt(scatter / Math.max(explained, 1e-9)),
      support,
    };
  }

  /**
   * How likely the model's points make each point of ink, for joints at `jx`, `jy`: a density in one over
   * squared heights, 0 where none is near. That of strays is `STRAYS`.
   * @param width as in `at`
   */
  densities(jx: Float64Array, jy: Float64Array, width: number): Float64Array {
    const { along, buckets } = this.place(jx, jy, width);
    return Float64Array.from(
      { length: this.ink.count },
      (_, i) => this.sharesOf(i, buckets, width, along).sum,
    );
  }

  /** Lays the model's points by its joints: how far they reach along lines, and where they are found. */
  private place(jx: Float64Array, jy: Float64Array, width: number): { along: number; buckets: Buckets } {
    const { model, places } = this;
    placeModel(model, this.skeleton, jx, jy, places);
    const along = Math.max(LONGER * width, model.spacing);
    return { along, buckets: new Buckets(model.count, places.x, places.y, CUT_OFF * along) };
  }

  /** Writes down which points of the model have a part in a point of ink, and how large; their sum. */
  private sharesOf(
    i: number,
    buckets: Buckets,
    across: number,
    along: number,
  ): { used: number; sum: number } {
    const { model, ink, places, close } = this;
    const [x, y] = [ink.x[i] as number, ink.y[i] as number];
    const [tx, ty] = [ink.dx[i] as number, ink.dy[i] as number];
    const reach = (CUT_OFF * along) ** 2;
    // Density of one unit of the model's weight on its line, against strays spread over their area.
    const norm = (1 - STRAY) / (this.total * 2 * Math.PI * across * along);
    let used = 0;
    let sum = 0;
    const found = buckets.near(x, y, close);
    for (let a = 0; a < found; a += 1) {
      const j = close[a] as number;
      const ex = x - (places.x[j] as number);
      const ey = y - (places.y[j] as number);
      if (ex * ex + ey * ey > reach) continue;
      const [dx, dy] = [places.dx[j] as number, places.dy[j] as number];
      const u = ex * dx + ey * dy;
      const v = ey * dx - ex * dy;
      const sine = tx * dy - ty * dx;
      const e = (v * v) / (across * across) + (u * u) / (along * along) + 2 * DIRECTION * sine * sine;
      if (e > LEAST_LOG) continue;
      const density = (model.weight[j] as number) * norm * Math.exp(-e / 2);
      this.near[used] = j;
      this.share[used] = density;
      this.square[used] = v * v;
      used += 1;
      sum += density;
    }
    return { used, sum };
  }
}
