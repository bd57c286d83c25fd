import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';
import { compose, scaling, translation } from '@deft/core/geometry';
import {
  pageBox,
  pageOf,
  sheetsOf,
  thingsOfType,
  wholeOf,
  type Change,
  type Id,
  type Placement,
  type Sheet,
  type Thing,
} from '@deft/core/page';
import type { CropBox } from '@deft/core/reference';
import { newId } from '../data/new-id';

type Things = ReadonlyMap<Id, Thing>;

/** A reference that is to lie on a page. */
export interface Laid {
  readonly id: Id;
  readonly revision: number;
  readonly width: number;
  readonly height: number;
}

const placementsOn = (things: Things, sheet: Id): Placement[] =>
  thingsOfType(things, 'placement')
    .filter((p) => p.sheet === sheet)
    .sort((p, q) => (p.order < q.order ? -1 : 1));

/** The sheet that pieces of pictures lie on: the topmost picture sheet that is not locked. */
const pictureSheet = (things: Things): Sheet | null =>
  sheetsOf(things)
    .filter(({ kind, locked }) => kind === 'picture' && !locked)
    .at(-1) ?? null;

/** How much of the paper's width a picture that is added takes. */
const ADDED = 0.3;

/** Lays pictures on a board, a little apart from each other, in the middle of the paper. */
export function addingPictures(things: Things, pictures: readonly Laid[]): Change {
  const [sheet, paper] = [pictureSheet(things), pageOf(things)];
  if (!sheet || !paper) return { add: [] };
  const keys = generateNKeysBetween(
    placementsOn(things, sheet.id).at(-1)?.order ?? null,
    null,
    pictures.length,
  );
  const box = pageBox(paper);
  return {
    add: pictures.map(({ id, revision, width, height }, i): Placement => {
      const by = (ADDED * paper.width) / Math.max(width, height);
      const step = 8 * (i % 12);
      const at = {
        x: (box.minX + box.maxX - by * width) / 2 + step,
        y: (box.minY + box.maxY - by * height) / 2 + step,
      };
      return {
        type: 'placement',
        id: newId(),
        sheet: sheet.id,
        order: keys[i] as string,
        reference: id,
        revision,
        transform: [by, 0, 0, by, at.x, at.y],
        clip: wholeOf({ width, height }),
      };
    }),
  };
}

/** Puts picked pictures before or behind all others on their sheet, in the order they had. */
export function stacking(things: Things, picks: ReadonlySet<Id>, where: 'front' | 'back'): Change {
  const sheet = pictureSheet(things);
  const all = sheet ? placementsOn(things, sheet.id) : [];
  const moved = all.filter(({ id }) => picks.has(id));
  const others = all.filter(({ id }) => !picks.has(id));
  const keys =
    where === 'front'
      ? generateNKeysBetween(others.at(-1)?.order ?? null, null, moved.length)
      : generateNKeysBetween(null, others[0]?.order ?? null, moved.length);
  return { set: moved.map(({ id }, i) => ({ id, to: { order: keys[i] as string } })) };
}

export const hidingPictures = (picks: Iterable<Id>, hidden: boolean): Change => ({
  set: [...picks].map((id) => ({ id, to: { hidden } })),
});

/** Shows only a part of a picture where it lies. @param crop picture pixels; null for all of it */
export function cropping(
  placement: Placement,
  crop: CropBox | null,
  size: { width: number; height: number },
): Change {
  const { x, y, width, height } = crop ?? { x: 0, y: 0, ...size };
  return {
    set: [
      { id: placement.id, to: { clip: wholeOf({ width, height }).map((p) => ({ x: p.x + x, y: p.y + y })) } },
    ],
  };
}

/** How strongly a board shows behind a page that is drawn on. */
const BEHIND = 0.4;

/** Lays what a board shows behind a page, as large as the paper allows, on a sheet of its own. */
export function layingBoard(things: Things, board: Things, title: string): Change {
  const [paper, from] = [pageOf(things), pageOf(board)];
  const shown = thingsOfType(board, 'placement')
    .filter((p) => !p.hidden)
    .sort((p, q) => (p.order < q.order ? -1 : 1));
  if (!paper || !from || shown.length === 0) return { add: [] };
  const [room, was] = [pageBox(paper), pageBox(from)];
  const by = Math.min(paper.width / from.width, paper.height / from.height);
  const fit = compose(
    translation((room.minX + room.maxX) / 2, (room.minY + room.maxY) / 2),
    scaling(by),
    translation(-(was.minX + was.maxX) / 2, -(was.minY + was.maxY) / 2),
  );
  const lowest = sheetsOf(things)[0]?.order ?? null;
  const sheet: Sheet = {
    type: 'sheet',
    id: newId(),
    kind: 'picture',
    name: title.slice(0, 100),
    order: generateKeyBetween(null, lowest),
    opacity: BEHIND,
    hidden: false,
    locked: true,
  };
  const keys = generateNKeysBetween(null, null, shown.length);
  return {
    add: [
      sheet,
      ...shown.map((p, i): Placement => ({
        ...p,
        id: newId(),
        sheet: sheet.id,
        order: keys[i] as string,
        transform: compose(fit, p.transform),
      })),
    ],
  };
}
