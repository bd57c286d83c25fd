import type { Point } from '@deft/core/geometry';
import type { CropBox } from '@deft/core/reference';
import type { StageHand } from './parts/stage';

const SMALLEST_SIDE = 0.05;
/** How near an edge a contact must begin to take hold of it, as a share of the frame. */
const GRIP = 0.07;
const WHOLE: CropBox = { x: 0, y: 0, width: 1, height: 1 };

const clamp = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));
const near = (a: number, b: number): boolean => Math.abs(a - b) < GRIP;

/** Drags a crop by its edges and corners, or the whole of it from within. Crops are shares of the frame. */
export class CropHand implements StageHand {
  #crop: CropBox = WHOLE;
  #frame = { width: 1, height: 1 };
  #held: { left: boolean; top: boolean; right: boolean; bottom: boolean; from: Point; was: CropBox } | null =
    null;

  constructor(private readonly changed: (crop: CropBox) => void) {}

  /** Takes over what is shown now. */
  follow(crop: CropBox | null, frame: { width: number; height: number }): void {
    this.#crop = crop ?? WHOLE;
    this.#frame = frame;
  }

  begin(at: Point): void {
    const [p, was] = [this.#share(at), this.#crop];
    this.#held = {
      left: near(p.x, was.x),
      right: near(p.x, was.x + was.width),
      top: near(p.y, was.y),
      bottom: near(p.y, was.y + was.height),
      from: p,
      was,
    };
  }

  move(at: Point): void {
    if (!this.#held) return;
    const { left, right, top, bottom, from, was } = this.#held;
    const p = this.#share(at);
    if (!left && !right && !top && !bottom) {
      return this.changed({
        ...was,
        x: clamp(was.x + p.x - from.x, 0, 1 - was.width),
        y: clamp(was.y + p.y - from.y, 0, 1 - was.height),
      });
    }
    const x0 = left ? clamp(p.x, 0, was.x + was.width - SMALLEST_SIDE) : was.x;
    const x1 = right ? clamp(p.x, was.x + SMALLEST_SIDE, 1) : was.x + was.width;
    const y0 = top ? clamp(p.y, 0, was.y + was.height - SMALLEST_SIDE) : was.y;
    const y1 = bottom ? clamp(p.y, was.y + SMALLEST_SIDE, 1) : was.y + was.height;
    return this.changed({ x: x0, y: y0, width: x1 - x0, height: y1 - y0 });
  }

  end(): void {
    this.#held = null;
  }

  cancel(): void {
    this.#held = null;
  }

  #share(at: Point): Point {
    return { x: at.x / this.#frame.width, y: at.y / this.#frame.height };
  }
}
