import { LETTERS, MARGIN } from './out-sizes.ts';

/** A line or more of words on a sheet. Points from its left top. */
export interface LaidWords {
  readonly words: string;
  readonly letters: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
}

/** A picture on a sheet, JPEG or PNG. Points from its left top. */
export interface LaidPicture {
  readonly bytes: Uint8Array;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface LaidSheet {
  readonly width: number;
  /** What lies on it takes so much. */
  readonly height: number;
  /** It is never lower than this where it is one of several. */
  readonly leastHeight: number;
  readonly words: readonly LaidWords[];
  readonly pictures: readonly LaidPicture[];
}

/** A4 lying, points; picture and drawing as pairs, three beside each other. */
const SHEET = { width: 842, height: 595 };
export const COLUMNS = 3;
/** Rows on a sheet of a PDF. */
export const ROWS = 2;
const GAP = 12;
const PAIR = { width: (SHEET.width - 2 * MARGIN - (COLUMNS - 1) * GAP) / COLUMNS, height: 190 };
const LABEL = 26;
const HEAD = 44;
const TITLE_LETTERS = 14;

/** Room for a pose's picture, and the same beside it for the drawing, points. */
export const POSE_BOX = { width: PAIR.width / 2, height: PAIR.height - LABEL };

/** What a contact sheet shows: a title, a lesson, poses with a label each, and credits under the last. */
export interface SheetContents {
  readonly title: string;
  readonly lesson: string;
  readonly poses: readonly {
    readonly label: string;
    readonly picture: Uint8Array;
    readonly drawing: Uint8Array;
  }[];
  readonly credits: string;
}

/** Lays poses out on sheets of so many rows; one sheet with nothing but its head where there is no pose. */
export function layOut({ title, lesson, poses, credits }: SheetContents, rows: number): LaidSheet[] {
  const width = SHEET.width - 2 * MARGIN;
  const [x, top, each] = [MARGIN, MARGIN + HEAD, rows * COLUMNS];
  const sheets: LaidSheet[] = [];
  for (let from = 0; from < Math.max(1, poses.length); from += each) {
    const here = poses.slice(from, from + each);
    const places = here.map((_, i) => ({
      x: MARGIN + (i % COLUMNS) * (PAIR.width + GAP),
      y: top + Math.floor(i / COLUMNS) * (PAIR.height + GAP),
    }));
    const foot = top + Math.ceil(here.length / COLUMNS) * (PAIR.height + GAP);
    const words: LaidWords[] = [
      ...(from === 0 ? [{ words: title, letters: TITLE_LETTERS, x, y: MARGIN, width }] : []),
      ...(from === 0 && lesson ? [{ words: lesson, letters: LETTERS, x, y: MARGIN + 22, width }] : []),
      ...here.map(({ label }, i) => ({
        words: label,
        letters: LETTERS,
        x: places[i]?.x ?? 0,
        y: (places[i]?.y ?? 0) + PAIR.height - LABEL + 3,
        width: PAIR.width,
      })),
      ...(from + each >= poses.length && credits
        ? [{ words: credits, letters: LETTERS, x, y: foot, width }]
        : []),
    ];
    const pictures = here.flatMap(({ picture, drawing }, i) => {
      const at = places[i] ?? { x: 0, y: 0 };
      return [
        { bytes: picture, ...at, ...POSE_BOX },
        { bytes: drawing, x: at.x + POSE_BOX.width, y: at.y, ...POSE_BOX },
      ];
    });
    sheets.push({ width: SHEET.width, height: foot + MARGIN, leastHeight: SHEET.height, words, pictures });
  }
  return sheets;
}
