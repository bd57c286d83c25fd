import { boxOf, grow, unionOf, overlaps, type Affine, type Box } from '@deft/core/geometry';
import {
  CentreLine,
  lineLayers,
  lookOf,
  strokeReach,
  traceLayer,
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

/** A stretch of a line, outlined: a path for each of its layers, null where it does not reach into one. */
interface Piece {
  readonly paths: readonly (Path2D | null)[];
  readonly box: Box;
}

/** Steps in a piece that is outlined once and for all. */
const PIECE = 20;

/**
 * The ink of a stroke while it grows. What lies behind the smoothing's window is outlined once, in pieces
 * that overlap; only the rest is outlined anew at each frame. Pieces are put together layer by layer before
 * they are filled, so that where they overlap nothing gets darker.
 */
export class LiveInk {
  readonly look: StrokeLook;
  readonly #line: CentreLine;
  readonly #pieces: Piece[] = [];
  readonly #overlap: number;
  #alphas: readonly number[] = [];
  #taken = 0;
  #frozen = 0;
  #tail: Piece | null = null;

  constructor(readonly stroke: LiveStroke) {
    this.look = lookOf(stroke.look);
    this.#line = new CentreLine(this.look);
    this.#overlap = this.#line.stepsIn(this.look.size) + 2;
  }

  /** Takes in what came since the last frame. @returns the room in which the ink has changed */
  grow(): Box | null {
    const { points } = this.stroke;
    let room = this.#tail?.box ?? null;
    if (this.#taken === points.length && this.#tail) return null;
    this.#line.push(points.slice(this.#taken));
    this.#taken = points.length;
    while (this.#line.settled - this.#frozen > PIECE + this.#overlap) {
      const from = Math.max(0, this.#frozen - this.#overlap);
      this.#frozen += PIECE;
      const piece = this.#piece(this.#line.points(from, this.#frozen));
      this.#pieces.push(piece);
      room = unionOf(room, piece.box);
    }
    this.#tail = this.#piece(this.#line.points(Math.max(0, this.#frozen - this.#overlap)));
    return unionOf(room, this.#tail.box);
  }

  get box(): Box | null {
    return this.#pieces.reduce<Box | null>((sum, { box }) => unionOf(sum, box), this.#tail?.box ?? null);
  }

  paint(context: CanvasRenderingContext2D, within: Box | null, colour = this.look.colour): void {
    const shown = [...this.#pieces, ...(this.#tail ? [this.#tail] : [])].filter(
      ({ box }) => !within || overlaps(box, within),
    );
    context.fillStyle = colour;
    let light = 1;
    this.#alphas.forEach((alpha, layer) => {
      light *= 1 - alpha;
      // Layers that are the same in all pieces are laid as one.
      if (shown.every(({ paths }) => paths[layer] === paths[layer + 1])) return;
      const path = new Path2D();
      for (const { paths } of shown) if (paths[layer]) path.addPath(paths[layer]);
      context.globalAlpha = 1 - light;
      context.fill(path);
      light = 1;
    });
    context.globalAlpha = 1;
  }

  #piece(line: readonly LinePoint[]): Piece {
    const layers = lineLayers(line, this.look);
    this.#alphas = layers.map(({ alpha }) => alpha);
    const paths: (Path2D | null)[] = [];
    layers.forEach((layer, i) => {
      if (layer.outlines.length === 0) paths.push(null);
      else if (layer.outlines === layers[i - 1]?.outlines) paths.push(paths[i - 1] as Path2D);
      else paths.push(traceLayer(new Path2D(), layer));
    });
    return {
      paths,
      box: grow(boxOf(line) as Box, strokeReach(this.look)),
    };
  }
}
