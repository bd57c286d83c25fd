import type { Pose, Session } from '@deft/contract';
import { thingsOfType, withinRegion, type Id } from '@deft/core/page';
import { seeded } from '@deft/core/random';
import { chooseInstead } from '@deft/core/session';
import type { ServerContext } from '../context.ts';
import { thingsAfter } from '../store/pages.ts';
import { Gone, Malformed } from '../store/refusals.ts';
import type { OtherPicture } from '../store/sessions.ts';
import { shownAs } from './start-session.ts';

type Changing = Pick<ServerContext, 'store' | 'files' | 'pool'>;

/** Whether anything was drawn where a pose has its place. */
async function isDrawn({ store }: Changing, { page, region }: Pose): Promise<boolean> {
  const { operations } = await store.readPage(page, 0);
  return thingsOfType(withinRegion(thingsAfter(operations), region), 'stroke').length > 0;
}

/** A picture for the pose by the rules of its session, and whether it is turned over. */
async function chosenFor(
  context: Changing,
  session: Session,
  at: number,
): Promise<Omit<OtherPicture, 'samePlace'>> {
  const { store } = context;
  const { set, choice, flip, poses } = session;
  const seed = (session.seed + at + 1) % 2 ** 32;
  const chosen = chooseInstead(
    await store.listChoosable(set.id),
    poses.map(({ reference }) => reference.id),
    at,
    { choice, seed, misses: choice === 'weakest subject' ? await store.readMisses() : {} },
  );
  if (!chosen) throw new Malformed('There is no other picture in this set.');
  const { id, ...shown } = await shownAs(context, chosen, flip && seeded(seed)() < 0.5);
  return { reference: id, ...shown };
}

/**
 * *Not this one*: gives a pose of a session another picture of its set, and its further drawings of the same
 * picture likewise; or the one that it had before.
 * @throws Gone where the pose is not in the session; Malformed where it is over, or the set has no other
 */
export async function anotherPicture(context: Changing, session: Id, pose: Id): Promise<Session> {
  const { store } = context;
  const shown = await store.readSession(session);
  const at = shown.poses.findIndex(({ id }) => id === pose);
  const one = shown.poses[at];
  if (!one) throw new Gone('This pose is not in the session.');
  if (one.end !== null || shown.over) throw new Malformed('This pose is over: its picture stays.');
  const sharing = shown.poses.filter(({ step }) => step.picture === one.step.picture);
  if (sharing[0] !== one) throw new Malformed('Both drawings are of one picture: it stays for the second.');
  const chosen = one.other === null ? await chosenFor(context, shown, at) : null;
  for (const each of sharing)
    await store.changePicture(
      session,
      each.id,
      chosen && { ...chosen, samePlace: each.region !== null && !(await isDrawn(context, each)) },
    );
  return store.readSession(session);
}
