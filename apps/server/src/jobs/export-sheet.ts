import { begunOf, factsOf, type Pose, type Session } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { ServerContext } from '../context.ts';
import { creditLine } from './credit-line.ts';
import { dayWords } from './out-words.ts';
import { pageSource } from './page-source.ts';
import { COLUMNS, layOut, POSE_BOX, ROWS, type LaidSheet, type SheetContents } from './sheet-layout.ts';

/** How far an export is. */
export type Progress = (done: number, of: number) => void;

interface Making {
  readonly progress: Progress;
  readonly signal: AbortSignal;
}

const labelOf = (pose: Pose, place: number): string =>
  [
    `${pose.starred ? '★ ' : ''}${place + 1}. ${pose.reference.title}`,
    ...factsOf(pose),
    ...(pose.note ? [pose.note] : []),
  ].join(', ');

/** All that a session's sheet shows, pose after pose. */
async function contentsOf(
  context: ServerContext,
  { title, set, lesson, createdAt, poses: all }: Session,
  { progress, signal }: Making,
): Promise<SheetContents> {
  const { store, files, pool } = context;
  const begun = begunOf(all);
  const poses: SheetContents['poses'][number][] = [];
  // One after the other, so that pages and pictures of others come in between.
  for (const [i, pose] of begun.entries()) {
    signal.throwIfAborted();
    progress(i, begun.length);
    const { preview } = await store.referenceFiles(pose.reference.id, pose.reference.revision);
    const source = await pageSource(context, pose.page, { pictures: true, signal });
    const pair = await pool.until(signal).posePair(files.path(preview.sha256), source, pose.region, POSE_BOX);
    poses.push({ label: labelOf(pose, i), ...pair });
  }
  progress(begun.length, begun.length);
  const ids = [...new Set(begun.map(({ reference }) => reference.id))];
  const references = await Promise.all(ids.map((id) => store.readReference(id)));
  return {
    title: `${title || set.title}, ${dayWords(createdAt)}`,
    lesson,
    poses,
    credits: references.map(creditLine).join('\n'),
  };
}

/** A session's contact sheet as one PNG, credits underneath. @throws Gone where there is no such session */
export async function exportSheetPng(context: ServerContext, id: Id, making: Making): Promise<Uint8Array> {
  const contents = await contentsOf(context, await context.store.readSession(id), making);
  const [sheet] = layOut(contents, Math.max(1, Math.ceil(contents.poses.length / COLUMNS)));
  return context.pool.until(making.signal).sheetPng(sheet as LaidSheet);
}

/**
 * A session's contact sheet as PDF, as many sheets as it takes, credits under the last.
 * @throws Gone where there is no such session
 */
export async function exportSheetPdf(context: ServerContext, id: Id, making: Making): Promise<Uint8Array> {
  const session = await context.store.readSession(id);
  const contents = await contentsOf(context, session, making);
  return context.pool
    .until(making.signal)
    .sheetPdf(layOut(contents, ROWS), session.title || session.set.title);
}
