import { generateNKeysBetween } from 'fractional-indexing';
import type { Affine } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { PAPER_COLOUR } from './colours.ts';
import type { Id, Sheet, Thing } from './things.ts';

/** A3 lying: pictures side by side, on a wide screen and on paper. */
export const BOARD_SIZE = { width: 420, height: 297 } as const;
const MARGIN = 12;
const GAP = 6;

export interface BoardPicture {
  readonly reference: Id;
  readonly revision: number;
  readonly width: number;
  readonly height: number;
}

/**
 * Lays pictures whole in rows of one height, in their order, as high as the room allows.
 * @param shares width over height of each
 * @returns for each its place, in the units of the room
 */
export function layInRows(
  shares: readonly number[],
  room: { width: number; height: number },
  gap: number,
): { x: number; y: number; width: number; height: number }[] {
  let best: { rows: number[][]; height: number } = { rows: [], height: 0 };
  for (let count = 1; count <= shares.length; count += 1) {
    const rows = Array.from({ length: count }, (_, k) =>
      shares.slice(Math.round((k * shares.length) / count), Math.round(((k + 1) * shares.length) / count)),
    );
    const height = Math.min(
      (room.height - (count - 1) * gap) / count,
      ...rows.map(
        (row) => (room.width - (row.length - 1) * gap) / row.reduce((sum, share) => sum + share, 0),
      ),
    );
    if (height > best.height) best = { rows, height };
  }
  const top = (room.height - best.rows.length * best.height - (best.rows.length - 1) * gap) / 2;
  return best.rows.flatMap((row, k) => {
    let x =
      (room.width - row.reduce((sum, share) => sum + share * best.height, 0) - (row.length - 1) * gap) / 2;
    return row.map((share) => {
      const place = { x, y: top + k * (best.height + gap), width: share * best.height, height: best.height };
      x += place.width + gap;
      return place;
    });
  });
}

/** The outline of a whole picture, which makes it a piece that can be picked up. Picture pixels. */
export const wholeOf = ({ width, height }: { width: number; height: number }): Point[] => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: height },
  { x: 0, y: height },
];

/**
 * What a new board begins with: its paper, a sheet for pictures and one to write and draw on, and the
 * pictures.
 */
export function boardThings(page: Id, newId: () => Id, pictures: readonly BoardPicture[]): Thing[] {
  const [low, high] = generateNKeysBetween(null, null, 2);
  const sheet = (kind: 'picture' | 'ink', name: string, order: string): Sheet => ({
    type: 'sheet',
    id: newId(),
    kind,
    name,
    order,
    opacity: 1,
    hidden: false,
    locked: false,
  });
  const under = sheet('picture', 'Pictures', low as string);
  const keys = generateNKeysBetween(null, null, pictures.length);
  const places = layInRows(
    pictures.map((p) => p.width / p.height),
    { width: BOARD_SIZE.width - 2 * MARGIN, height: BOARD_SIZE.height - 2 * MARGIN },
    GAP,
  );
  return [
    { type: 'page', id: page, ...BOARD_SIZE, colour: PAPER_COLOUR },
    under,
    sheet('ink', 'Notes', high as string),
    ...pictures.map(({ reference, revision, width, height }, i): Thing => {
      const place = places[i] as { x: number; y: number; width: number };
      const by = place.width / width;
      const transform: Affine = [by, 0, 0, by, MARGIN + place.x, MARGIN + place.y];
      return {
        type: 'placement',
        id: newId(),
        sheet: under.id,
        order: keys[i] as string,
        reference,
        revision,
        transform,
        clip: wholeOf({ width, height }),
      };
    }),
  ];
}
