import { transformPoint } from '../geometry/affine.ts';
import { boxOf, type Box } from '../geometry/box.ts';
import type { Affine } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { refined } from '../geometry/polygon.ts';
import type { Mesh, Placement } from './things.ts';

/** Cells along each side of a bent piece. */
export const MESH_CELLS = 8;

/** The points of a grid over a box, not yet bent. */
const gridOver = (box: Box, columns: number, rows: number): Point[] =>
  Array.from({ length: (columns + 1) * (rows + 1) }, (_, i) => ({
    x: box.minX + ((i % (columns + 1)) / columns) * (box.maxX - box.minX),
    y: box.minY + (Math.floor(i / (columns + 1)) / rows) * (box.maxY - box.minY),
  }));

/**
 * The grid of an unbent piece.
 * @param box the room of its outline, picture pixels
 * @param cells along each side
 */
export const flatMesh = (box: Box, cells = MESH_CELLS): Mesh => ({
  columns: cells,
  rows: cells,
  points: gridOver(box, cells, cells),
});

/** A triangle of the picture and where on the page it goes. */
export interface Patchwork {
  readonly from: readonly [Point, Point, Point];
  readonly to: readonly [Point, Point, Point];
  /** From picture pixels to page millimetres within this triangle. */
  readonly transform: Affine;
}

/** The affine map of one triangle to another. */
function triangleMap(from: readonly [Point, Point, Point], to: readonly [Point, Point, Point]): Affine {
  const [p, q, r] = from;
  const det = (q.x - p.x) * (r.y - p.y) - (r.x - p.x) * (q.y - p.y) || 1e-12;
  const along = (key: 'x' | 'y'): [number, number, number] => {
    const [u, v, w] = to.map((point) => point[key]) as [number, number, number];
    const a = ((v - u) * (r.y - p.y) - (w - u) * (q.y - p.y)) / det;
    const c = ((w - u) * (q.x - p.x) - (v - u) * (r.x - p.x)) / det;
    return [a, c, u - a * p.x - c * p.y];
  };
  const [a, c, e] = along('x');
  const [b, d, f] = along('y');
  return [a, b, c, d, e, f];
}

/**
 * A bent piece as triangles, each laid by an affine map, two to a cell of its grid. Empty where the piece
 * has no outline or is not bent.
 */
export function patchwork({
  clip,
  mesh,
  transform,
}: Pick<Placement, 'clip' | 'mesh' | 'transform'>): Patchwork[] {
  const box = clip ? boxOf(clip) : null;
  if (!box || !mesh) return [];
  const { columns, rows, points } = mesh;
  const rest = gridOver(box, columns, rows);
  const made: Patchwork[] = [];
  for (let row = 0; row < rows; row += 1) {
    for (let column = 0; column < columns; column += 1) {
      const i = row * (columns + 1) + column;
      for (const corners of [
        [i, i + 1, i + columns + 2],
        [i, i + columns + 2, i + columns + 1],
      ] as const) {
        const from = corners.map((k) => rest[k]) as unknown as Patchwork['from'];
        const to = corners.map((k) =>
          transformPoint(transform, points[k] as Point),
        ) as unknown as Patchwork['to'];
        made.push({ from, to, transform: triangleMap(from, to) });
      }
    }
  }
  return made;
}

/**
 * Where a point of the picture, pixels, lies on the page, millimetres: bilinear within its cell of the grid
 * where the piece is bent; points beyond the grid come to its edge.
 */
export function pieceMap(placement: Pick<Placement, 'clip' | 'mesh' | 'transform'>): (p: Point) => Point {
  const { clip, mesh, transform } = placement;
  const box = clip ? boxOf(clip) : null;
  if (!box || !mesh) return (p) => transformPoint(transform, p);
  const { columns, rows, points } = mesh;
  return (p) => {
    const u = Math.min(1, Math.max(0, (p.x - box.minX) / (box.maxX - box.minX || 1))) * columns;
    const v = Math.min(1, Math.max(0, (p.y - box.minY) / (box.maxY - box.minY || 1))) * rows;
    const i = Math.min(columns - 1, Math.floor(u));
    const j = Math.min(rows - 1, Math.floor(v));
    const [s, t] = [u - i, v - j];
    const at = (k: number, l: number): Point => points[(j + l) * (columns + 1) + i + k] as Point;
    const mix = (key: 'x' | 'y'): number =>
      (1 - t) * ((1 - s) * at(0, 0)[key] + s * at(1, 0)[key]) +
      t * ((1 - s) * at(0, 1)[key] + s * at(1, 1)[key]);
    return transformPoint(transform, { x: mix('x'), y: mix('y') });
  };
}

/** The outline of a piece on the page, millimetres; null for a whole picture. */
export function pieceOutline(placement: Pick<Placement, 'clip' | 'mesh' | 'transform'>): Point[] | null {
  const { clip, mesh } = placement;
  const box = clip ? boxOf(clip) : null;
  if (!clip || !box) return null;
  const map = pieceMap(placement);
  const outline = mesh ? refined(clip, Math.max(box.maxX - box.minX, box.maxY - box.minY) / 40) : clip;
  return outline.map(map);
}
