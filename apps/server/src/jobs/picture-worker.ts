import { groupAlike } from '@deft/core/reference';
import { NotAPicture } from './not-a-picture.ts';
import type { Outcome } from './pictures.ts';
import { findPaper, liftPaper, takePhoto } from './paper-work.ts';
import { preparePicture } from './prepare-picture.ts';
import { takePicture } from './take-picture.ts';

function alike(likenesses: readonly string[], pairs: readonly (readonly [number, number])[]): number[][] {
  const apart = new Set(pairs.flatMap(([a, b]) => [`${a} ${b}`, `${b} ${a}`]));
  return groupAlike(likenesses, (a, b) => apart.has(`${a} ${b}`));
}

const TASKS: Readonly<Record<string, (...rest: never[]) => unknown>> = {
  take: takePicture,
  prepare: preparePicture,
  alike,
  findPaper,
  liftPaper,
  takePhoto,
};

/** What a thread of the pool does. */
export default async function work({
  task,
  rest,
}: {
  task: string;
  rest: never[];
}): Promise<Outcome<unknown>> {
  try {
    return { done: await TASKS[task]?.(...rest) };
  } catch (error) {
    if (error instanceof NotAPicture) return { refused: error.message };
    throw error;
  }
}
