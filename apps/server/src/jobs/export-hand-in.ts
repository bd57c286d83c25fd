import type { Counted, Id } from '@deft/core/page';
import type { ServerContext } from '../context.ts';
import { Malformed } from '../store/refusals.ts';
import type { Progress } from './export-sheet.ts';
import { layHandIn, type HandedIn } from './lay-hand-in.ts';
import { DPI } from './out-sizes.ts';
import { pageSource } from './page-source.ts';

/**
 * A study's task with its checklist and every drawing as one PDF.
 * @throws Gone where there is no such study
 * @throws Malformed where it has no task, or nothing is drawn yet
 */
export async function exportHandIn(
  context: ServerContext,
  id: Id,
  { progress, signal }: { readonly progress: Progress; readonly signal: AbortSignal },
): Promise<Uint8Array> {
  const { store, pool } = context;
  const study = await store.readStudy(id);
  const { task } = await store.readTask(id);
  if (!task) throw new Malformed('No task is set in this study. Set one, then hand it in.');
  if (study.attempts.length === 0)
    throw new Malformed('Nothing is drawn in this study yet, so there is nothing to hand in.');
  const drawings: HandedIn[] = [];
  let counted: Counted = { forms: 0, values: 0 };
  // One after the other, so that pages and pictures of others come in between.
  for (const [i, { page, region }] of study.attempts.entries()) {
    signal.throwIfAborted();
    progress(i, study.attempts.length);
    const source = await pageSource(context, page, { pictures: true, signal });
    const part = { guides: false, ...(region ? { region } : {}) };
    const { png, width, height } = await pool.until(signal).sizedPng(source, { ...part, dpi: DPI });
    if (i === study.attempts.length - 1) counted = await pool.until(signal).counted(source.text, region);
    drawings.push({ label: `Drawing ${i + 1} of ${study.attempts.length}`, drawing: png, width, height });
  }
  progress(study.attempts.length, study.attempts.length);
  const title = study.title || study.reference.title;
  const sheets = layHandIn(task, drawings, { title, counted, at: Date.now() });
  return pool.until(signal).sheetPdf(sheets, `${title}${task.by ? `, ${task.by}` : ''}`);
}
