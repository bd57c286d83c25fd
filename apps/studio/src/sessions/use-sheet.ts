import { useEffect, useState } from 'react';
import { changeBetween, isBlank, type CheckedPages } from '@deft/core/findings';
import { thingsOfType, withinRegion, type Id } from '@deft/core/page';
import { countedOf, type Pose, type Reference } from '@deft/contract';
import { checkPage } from '../data/check-page';
import { readPage } from '../data/read-page';
import { referencesApi } from '../data/references-api';
import { useDeskDispatch, type DeskDispatch } from '../data/store';
import { useLatest } from '../ui/use-latest';

/** What the desk saw in one drawing, and what changed from the first, drawn from knowledge. */
export interface Seen extends CheckedPages {
  readonly change: string | null;
}
/** That, or `failed` where the desk could not look, and `empty` where nothing was drawn. */
export type Told = Seen | 'failed' | 'empty';

export interface Sheet {
  readonly told: ReadonlyMap<Id, Told>;
  /** How many drawings are judged. */
  readonly of: number;
  readonly stopped: boolean;
  readonly stop: () => void;
  readonly goOn: () => void;
}

/** From memory one is judged as if the pose had been a short one: more loosely. Seconds. */
const LOOSELY = 300;

const secondsOf = ({ step }: Pose): number =>
  step.source === 'memory' ? Math.min(step.seconds, LOOSELY) : step.seconds;

/** Whether two poses are the two drawings of one picture from knowledge. */
const isPair = (first: Pose | undefined, second: Pose | undefined): boolean =>
  first?.step.source === 'knowledge' &&
  second?.step.source === 'knowledge' &&
  first.step.picture === second.step.picture;

/** What was drawn of a pose's picture before the picture was seen; null where it is no second drawing. */
export function firstOf(poses: readonly Pose[], pose: Pose): Pose | null {
  const before = poses[poses.findIndex(({ id }) => id === pose.id) - 1];
  return before && before.end !== null && isPair(before, pose) ? before : null;
}

/**
 * The poses that are judged: those that were drawn and not passed over, less what was drawn from knowledge
 * before the picture was seen.
 */
export function judgedOf(poses: readonly Pose[]): Pose[] {
  const counted = new Set(countedOf(poses));
  return poses.filter((pose, i) => counted.has(pose) && !isPair(pose, poses[i + 1]));
}

async function referenceAt(dispatch: DeskDispatch, { reference }: Pose): Promise<Reference> {
  const { id, revision } = reference;
  return dispatch(
    referencesApi.endpoints.referenceAt.initiate({ id, revision }, { subscribe: false }),
  ).unwrap();
}

/**
 * Checks the poses of a session that is over, one after the other in the worker, while the sheet is used; all
 * anew where drawings have come to lie on other pages.
 * @param wanted whether to look yet
 */
export function useSheet(poses: readonly Pose[], wanted: boolean): Sheet {
  const dispatch = useDeskDispatch();
  const judged = judgedOf(poses);
  const key = judged.map(({ id, page, reference }) => `${id} ${page} ${reference.revision}`).join('/');
  const [state, setState] = useState({ key, told: NOTHING });
  const [stopped, setStopped] = useState(false);
  const told = state.key === key ? state.told : NOTHING;
  const latest = useLatest({ judged, poses, told });
  useEffect(() => {
    if (!wanted || stopped) return;
    let gone = false;
    const look = async (): Promise<void> => {
      const all = latest.current.judged;
      const references = await Promise.all(all.map((pose) => referenceAt(dispatch, pose).catch(() => null)));
      for (const [i, pose] of all.entries()) {
        if (gone) return;
        if (latest.current.told.has(pose.id)) continue;
        const reference = references[i];
        const first = firstOf(latest.current.poses, pose);
        const one = reference
          ? await tellOne(pose, first, reference, references).catch(() => FAILED)
          : FAILED;
        if (gone) return;
        setState((before) => ({
          key,
          told: new Map([...(before.key === key ? before.told : NOTHING), [pose.id, one]]),
        }));
      }
    };
    void look();
    return () => {
      gone = true;
    };
  }, [key, wanted, stopped, dispatch, latest]);
  return {
    told,
    of: judged.length,
    stopped,
    stop: () => setStopped(true),
    goOn: () => setStopped(false),
  };
}

const NOTHING: ReadonlyMap<Id, Told> = new Map();
const FAILED = 'failed' as const;

/** Whether there is nothing to judge: nothing drawn, and no ink that was lifted from paper. */
const isEmpty = (things: Awaited<ReturnType<typeof readPage>>): boolean =>
  isBlank(things) && !thingsOfType(things, 'placement').some(({ of }) => of === 'paper');

/** What is seen in a pose's drawing, and beside it what its first drawing was, where there is one. */
async function tellOne(
  pose: Pose,
  first: Pose | null,
  reference: Reference,
  all: readonly (Reference | null)[],
): Promise<Told> {
  const second = await checkOne(pose, reference, all);
  if (second === 'empty') return 'empty';
  const before = first && (await checkOne(first, reference, all));
  const change = before && before !== 'empty' ? changeBetween(before.report, second.report) : null;
  return { ...second, change };
}

async function checkOne(
  pose: Pose,
  reference: Reference,
  all: readonly (Reference | null)[],
): Promise<CheckedPages | 'empty'> {
  const page = await readPage(pose.page);
  if (isEmpty(withinRegion(page, pose.region))) return 'empty';
  return checkPage(page, {
    region: pose.region,
    reference,
    seconds: secondsOf(pose),
    departures: pose.departures,
    placesOnly: true,
    rivals: all.filter(
      (other): other is Reference =>
        other !== null && other.id !== reference.id && other.subject === reference.subject,
    ),
  });
}
