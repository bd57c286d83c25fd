import { generateNKeysBetween } from 'fractional-indexing';
import type { Affine } from '../geometry/affine.ts';
import { PAPER_COLOUR } from './colours.ts';
import type { Id, Sheet, SheetKind, Thing } from './things.ts';

/** Upright A5: fills a phone held upright, and stands beside a picture on a wide screen. */
export const PAGE_SIZE = { width: 148, height: 210 } as const;

const SHEET_NAMES: Readonly<Record<SheetKind, string>> = {
  picture: 'Picture',
  tone: 'Tone',
  guides: 'Guides',
  forms: 'Forms',
  ink: 'Ink',
};

/** Lays a picture of the given pixels whole and centred on a page, `margin` millimetres from its edge. */
export function placeWhole(
  picture: { width: number; height: number },
  page: { width: number; height: number } = PAGE_SIZE,
  margin = 0,
): Affine {
  const by = Math.min((page.width - 2 * margin) / picture.width, (page.height - 2 * margin) / picture.height);
  return [by, 0, 0, by, (page.width - by * picture.width) / 2, (page.height - by * picture.height) / 2];
}

/**
 * What a new page begins with: its paper and its sheets, and the reference behind it for a trace.
 * @param newId gives a fresh id at each call
 */
export function newPage(
  page: Id,
  newId: () => Id,
  trace?: { reference: Id; revision: number; width: number; height: number },
): Thing[] {
  const kinds: SheetKind[] = trace ? ['picture', 'guides', 'forms', 'ink'] : ['guides', 'forms', 'ink'];
  const keys = generateNKeysBetween(null, null, kinds.length);
  const sheets = kinds.map((kind, i): Sheet => ({
    type: 'sheet',
    id: newId(),
    kind,
    name: SHEET_NAMES[kind],
    order: keys[i] as string,
    opacity: kind === 'picture' ? 0.4 : 1,
    hidden: false,
    locked: kind === 'picture',
  }));
  const things: Thing[] = [{ type: 'page', id: page, ...PAGE_SIZE, colour: PAPER_COLOUR }, ...sheets];
  const picture = sheets.find((sheet) => sheet.kind === 'picture');
  if (trace && picture) {
    const { reference, revision } = trace;
    things.push({
      type: 'placement',
      id: newId(),
      sheet: picture.id,
      order: keys[0] as string,
      reference,
      revision,
      transform: placeWhole(trace),
    });
  }
  return things;
}

/**
 * A page of the paper's size with what was lifted from a photo of it: the ink on a locked sheet, and the
 * usual ones to draw on.
 */
export function inkPage(
  page: Id,
  newId: () => Id,
  lifted: {
    paper: Id;
    lift: number;
    pixels: { width: number; height: number };
    size: { width: number; height: number };
  },
): Thing[] {
  const { paper, lift, pixels, size } = lifted;
  const things = newPage(page, newId).map((thing) =>
    thing.type === 'page' ? { ...thing, width: size.width, height: size.height } : thing,
  );
  const lowest = things.find((thing): thing is Sheet => thing.type === 'sheet')?.order ?? null;
  const sheet: Sheet = {
    type: 'sheet',
    id: newId(),
    kind: 'ink',
    name: 'From paper',
    order: generateNKeysBetween(null, lowest, 1)[0] as string,
    opacity: 1,
    hidden: false,
    locked: true,
  };
  const transform: Affine = [size.width / pixels.width, 0, 0, size.height / pixels.height, 0, 0];
  return [
    ...things,
    sheet,
    {
      type: 'placement',
      id: newId(),
      sheet: sheet.id,
      order: 'a0',
      reference: paper,
      of: 'paper',
      revision: lift,
      transform,
      clip: null,
    },
  ];
}
