import { randomInt } from 'node:crypto';
import type { NewSession, Session } from '@deft/contract';
import { seeded } from '@deft/core/random';
import type { Id } from '@deft/core/page';
import { mirrored } from '@deft/core/reference';
import { choosePictures, expandPlan, planPictures } from '@deft/core/session';
import type { ServerContext } from '../context.ts';
import { newId } from '../ids.ts';
import { Malformed } from '../store/refusals.ts';
import { preparedAs } from './prepare-reference.ts';

type Starting = Pick<ServerContext, 'store' | 'files' | 'pool'>;

interface Shown {
  readonly id: Id;
  readonly revision: number;
  readonly flipped: boolean;
}

/** A picture as a pose shows it, turned over where that is asked for. */
export async function shownAs(
  context: Starting,
  { id, revision }: Pick<Shown, 'id' | 'revision'>,
  flipped: boolean,
): Promise<Shown> {
  if (!flipped) return { id, revision, flipped };
  const { preparation } = await context.store.readReference(id, revision);
  return { id, revision: await preparedAs(context, id, mirrored(preparation)), flipped };
}

/**
 * Pictures for a plan out of a set: chosen by the seed, and half of them turned over where that is asked for.
 */
async function chosenFrom(
  context: Starting,
  { set, plan, choice = 'least drawn', flip = false }: NewSession,
  seed: number,
): Promise<Shown[]> {
  const { store } = context;
  const offered = await store.listChoosable(set);
  if (offered.length === 0) throw new Malformed('There is no picture in this set yet.');
  const chosen = choosePictures(offered, planPictures(plan), {
    choice,
    seed,
    misses: choice === 'weakest subject' ? await store.readMisses() : {},
  });
  // Another row of chances than the choosing's, so that flipping changes nothing of what is chosen.
  const random = seeded(seed ^ 0x5eed);
  const shown: Shown[] = [];
  for (const picture of chosen) shown.push(await shownAs(context, picture, flip && random() < 0.5));
  return shown;
}

/**
 * Lays a session out: its pictures chosen, a page or a cell for each pose.
 * @throws Malformed where the set is empty
 */
export async function startSession(context: Starting, wanted: NewSession): Promise<Session> {
  const { set, plan, choice = 'least drawn', flip = false, seed = randomInt(2 ** 32), inMind = '' } = wanted;
  const pictures = wanted.pictures ?? (await chosenFrom(context, wanted, seed));
  const made = expandPlan(plan).map((step) => {
    const { id: reference, revision, flipped } = pictures[step.picture % pictures.length] as Shown;
    return { reference, revision, flipped, step };
  });
  return context.store.keepSession({ id: newId(), set, plan, choice, flip, seed, inMind }, made);
}
