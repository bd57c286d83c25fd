import { boxOf, grow, unionOf, overlaps, type Affine, type Box } from '@deft/core/geometry';
import {
  CentreLine,
  isPlain,
  lineLayers,
  lineOutline,
  lookOf,
  strokeReach,
  traceOutline,
  type LinePoint,
  type StrokeLook,
  type StrokePoint,
} from '@deft/core/page';

/** A stroke under the pen: raw points in millimetres, of which there are ever more. */
export interface LiveStroke {
  readonly look: Parameters<typeof lookOf>[0];
  readonly points: readonly StrokePoint[];
  /** Drawn here as well: symmetry. */
  readonly twin?: Affine | null;
}

interface Piece {
  readonly path: Path2D;
  readonly box: Box;
}

/** Steps in a piece that is outlined once and for all. */
const PIECE = 48;

/**
 * The ink of a stroke while it grows. Of a plain line, what lies behind the smoothing's window is
 * outlined once, in pieces that overlap; only the rest is outlined anew at each frame.
 */
export class LiveInk {
  readonly look: StrokeLook;
  readonly #line: CentreLine;
  readonly #pieces: Piece[] = [];
  readonly #overlap: number;
  #taken = 0;
  #frozen = 0;
  #tail: { layers: { path: Path2D; alpha: number }[]; box: Box | null } = { layers: [], box: null };

  constructor(readonly stroke: LiveStroke) {
    this.look = lookOf(stroke.look);
    this.#line = new CentreLine(this.look);
    this.#overlap = this.#line.stepsIn(this.look.size) + 2;
  }

  /** Takes in what came since the last frame. @returns the room in which the ink has changed */
  grow(): Box | null {
    const { points } = this.stroke;
    let room = this.#tail.box;
    if (this.#taken === points.length && this.#tail.layers.length > 0) return null;
    this.#line.push(points.slice(this.#taken));
    this.#taken = points.length;
    if (isPlain(this.look)) {
      while (this.#line.settled - this.#frozen > PIECE + this.#overlap) {
        const from = Math.max(0, this.#frozen - this.#overlap);
        this.#frozen += PIECE;
        const line = this.#line.points(from, this.#frozen);
        const box = this.#room(line);
        this.#pieces.push({ path: traceOutline(new Path2D(), lineOutline(line, this.look.size)), box });
        room = unionOf(room, box);
      }
    }
    const line = this.#line.points(Math.max(0, this.#frozen - this.#overlap));
    this.#tail = {
      layers: lineLayers(line, this.look).map(({ outline, alpha }) => ({
        path: traceOutline(new Path2D(), outline),
        alpha,
      })),
      box: this.#room(line),
    };
    return unionOf(room, this.#tail.box);
  }

  get box(): Box | null {
    return this.#pieces.reduce<Box | null>((sum, { box }) => unionOf(sum, box), this.#tail.box);
  }

  paint(context: CanvasRenderingContext2D, within: Box | null, colour = this.look.colour): void {
    context.fillStyle = colour;
    for (const { path, box } of this.#pieces) if (!within || overlaps(box, within)) context.fill(path);
    for (const { path, alpha } of this.#tail.layers) {
      context.globalAlpha = alpha;
      context.fill(path);
    }
    context.globalAlpha = 1;
  }

  #room(line: readonly LinePoint[]): Box {
    return grow(boxOf(line) as Box, strokeReach(this.look));
  }
}
