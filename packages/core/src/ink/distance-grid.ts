import { boxOfLists, grow, type Box } from '../geometry/box.ts';

/**
 * How far it is from anywhere to the nearest line of about a given direction: truncated distances on a grid,
 * one layer a direction (Liu and others' directional chamfer matching, 2010).
 */
export interface DistanceGrid {
  /** The distance at a place, for a line at an angle (radians): at the most `most`. */
  readonly at: (x: number, y: number, angle: number) => number;
}

const NOWHERE: Box = { minX: 0, minY: 0, maxX: 0, maxY: 0 };
const WAYS = 6;
/** What a neighbouring direction costs, in parts of the truncation. */
const TURN_COST = 0.25;

const wayOf = (angle: number): number => Math.floor((WAYS * (angle + 4 * Math.PI)) / Math.PI + 0.5) % WAYS;

/** Two-pass chamfer distance with steps 1 and √2 (Borgefors 1986), in cells, in place. */
function spread(layer: Float32Array, columns: number, rows: number): void {
  const at = (i: number): number => layer[i] as number;
  for (let y = 0; y < rows; y += 1)
    for (let x = 0; x < columns; x += 1) {
      const i = y * columns + x;
      let least = at(i);
      if (x > 0) least = Math.min(least, at(i - 1) + 1);
      if (y > 0) {
        least = Math.min(least, at(i - columns) + 1);
        if (x > 0) least = Math.min(least, at(i - columns - 1) + Math.SQRT2);
        if (x < columns - 1) least = Math.min(least, at(i - columns + 1) + Math.SQRT2);
      }
      layer[i] = least;
    }
  for (let y = rows - 1; y >= 0; y -= 1)
    for (let x = columns - 1; x >= 0; x -= 1) {
      const i = y * columns + x;
      let least = at(i);
      if (x < columns - 1) least = Math.min(least, at(i + 1) + 1);
      if (y < rows - 1) {
        least = Math.min(least, at(i + columns) + 1);
        if (x > 0) least = Math.min(least, at(i + columns - 1) + Math.SQRT2);
        if (x < columns - 1) least = Math.min(least, at(i + columns + 1) + Math.SQRT2);
      }
      layer[i] = least;
    }
}

export interface Lines {
  readonly count: number;
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** Radians; which of the two ways along the line does not matter. */
  readonly angle: Float64Array;
}

/**
 * @param lines points with directions
 * @param cell size of a cell, in their unit
 * @param most where distances are cut off, the same unit
 */
export function distanceGrid(lines: Lines, cell: number, most: number): DistanceGrid {
  const { minX, minY, maxX, maxY } = grow(boxOfLists(lines.count, lines.x, lines.y) ?? NOWHERE, most);
  const columns = Math.ceil((maxX - minX) / cell) + 1;
  const rows = Math.ceil((maxY - minY) / cell) + 1;
  const far = most / cell;
  const layers = Array.from({ length: WAYS }, () => new Float32Array(columns * rows).fill(far));
  for (let i = 0; i < lines.count; i += 1) {
    const x = Math.floor(((lines.x[i] as number) - minX) / cell);
    const y = Math.floor(((lines.y[i] as number) - minY) / cell);
    (layers[wayOf(lines.angle[i] as number)] as Float32Array)[y * columns + x] = 0;
  }
  for (const layer of layers) spread(layer, columns, rows);
  const merged = layers.map((layer, way) => {
    const [before, after] = [layers[(way + WAYS - 1) % WAYS], layers[(way + 1) % WAYS]] as [
      Float32Array,
      Float32Array,
    ];
    const cost = TURN_COST * far;
    const found = new Float32Array(layer.length);
    for (let i = 0; i < found.length; i += 1)
      found[i] =
        cell * Math.min(layer[i] as number, (before[i] as number) + cost, (after[i] as number) + cost, far);
    return found;
  });
  return {
    at: (x, y, angle) => {
      const column = Math.floor((x - minX) / cell);
      const row = Math.floor((y - minY) / cell);
      if (column < 0 || row < 0 || column >= columns || row >= rows) return most;
      return (merged[wayOf(angle)] as Float32Array)[row * columns + column] as number;
    },
  };
}
