import type { SetTask } from '@deft/contract';
import type { Counted } from '@deft/core/page';
import { MARGIN } from './out-sizes.ts';
import { dayWords } from './out-words.ts';
import type { LaidSheet, LaidWords } from './sheet-layout.ts';

/** A4 upright, points. */
const SHEET = { width: 595, height: 842 };
const [TITLE, WORDS] = [18, 11];
/** Under each line of words, and under what belongs together. */
const [LINE, BREAK] = [20, 14];
/** What a line of letters of one size takes across, about, points to a letter. */
const LETTER = 0.55;

/** A drawing that is handed in. PNG. */
export interface HandedIn {
  readonly label: string;
  readonly drawing: Uint8Array;
  /** As it lies on its page, millimetres. */
  readonly width: number;
  readonly height: number;
}

const asked = (what: string, least: number | null, there: number): string[] =>
  least === null ? [] : [`${what}: ${there}, asked for at least ${least}.`];

/** What stands on the first sheet, in order; an empty line parts what belongs together. */
function linesOf(
  { asks, forms, values, due, checklist, by }: SetTask,
  { title, counted, at }: { title: string; counted: Counted; at: number },
): string[] {
  const ticked = checklist.filter(({ done }) => done).length;
  return [
    ...(by ? [`By ${by}`] : []),
    `${title}, handed in on ${dayWords(at)}${due ? `, set for ${dayWords(due, 'UTC')}` : ''}.`,
    '',
    ...(asks ? [...asks.split('\n'), ''] : []),
    ...asked('Forms in the last drawing', forms, counted.forms),
    ...asked('Values in the last drawing', values, counted.values),
    ...(forms !== null || values !== null ? [''] : []),
    ...(checklist.length > 0 ? [`Checklist, ${ticked} of ${checklist.length} done:`] : []),
    ...checklist.map(({ text, done }) => `${done ? 'Done' : 'Not yet'}: ${text}`),
  ];
}

/**
 * What is handed in as sheets: first the task with its name and checklist, then a drawing a sheet, as large
 * as it is on its page or as the sheet has room.
 */
export function layHandIn(
  task: SetTask,
  drawings: readonly HandedIn[],
  about: { readonly title: string; readonly counted: Counted; readonly at: number },
): LaidSheet[] {
  const width = SHEET.width - 2 * MARGIN;
  let y = 2 * MARGIN + 2 * TITLE;
  const words: LaidWords[] = [{ words: 'Set task', letters: TITLE, x: MARGIN, y: MARGIN, width }];
  for (const line of linesOf(task, about)) {
    if (line) words.push({ words: line, letters: WORDS, x: MARGIN, y, width });
    y += line ? LINE * Math.max(1, Math.ceil((line.length * WORDS * LETTER) / width)) : BREAK;
  }
  const first = { ...SHEET, height: y + MARGIN, leastHeight: SHEET.height, words, pictures: [] };
  const room = { width, height: SHEET.height - 3 * MARGIN - TITLE };
  const sheets = drawings.map(({ label, drawing, ...size }): LaidSheet => {
    const by = Math.min(72 / 25.4, room.width / size.width, room.height / size.height);
    const box = { width: size.width * by, height: size.height * by };
    return {
      ...SHEET,
      leastHeight: SHEET.height,
      words: [{ words: label, letters: WORDS, x: MARGIN, y: MARGIN, width }],
      pictures: [{ bytes: drawing, x: (SHEET.width - box.width) / 2, y: 2 * MARGIN + TITLE, ...box }],
    };
  });
  return [first, ...sheets];
}
