import { groupAlike } from '@deft/core/reference';
import { findPaper, liftPaper, takePhoto } from './paper-work.ts';
import { preparePicture } from './prepare-picture.ts';
import { boardPdf, boardPng } from './render-board.ts';
import { countedIn, placementsOn, renderPng, renderSized, renderSmall, renderSvg } from './render-page.ts';
import { posePair, sheetPdf, sheetPng } from './render-sheet.ts';
import { takePicture } from './take-picture.ts';

/**
 * Groups of pictures that look alike, by their places in the list.
 * @param kept of each picture, the groups it was kept in: two that share one are not alike any more
 */
function alike(likenesses: readonly string[], kept: readonly (readonly string[])[]): number[][] {
  const groups = kept.map((names) => new Set(names));
  return groupAlike(likenesses, (a, b) => {
    const [one, other] = [groups[a], groups[b]];
    return one !== undefined && other !== undefined && [...one].some((name) => other.has(name));
  });
}

/** What the threads of the pool can do, by name. */
export const TASKS = {
  take: takePicture,
  prepare: preparePicture,
  alike,
  findPaper,
  liftPaper,
  takePhoto,
  placementsOn,
  pageSvg: renderSvg,
  pagePng: renderPng,
  sizedPng: renderSized,
  counted: countedIn,
  smallDrawing: renderSmall,
  posePair,
  sheetPng,
  sheetPdf,
  boardPng,
  boardPdf,
};

export type PictureTasks = typeof TASKS;
export type TaskName = keyof PictureTasks;
