import type { Id } from '@deft/core/page';
import { api, listOf } from '../data/api';
import { knownLandmarks } from '../data/known-landmarks';
import { marksApi } from '../data/marks-api';
import { referencesApi } from '../data/references-api';
import { seePeople, type PeopleSeen } from '../data/see-people';
import { listeners, type DeskDispatch, type Listeners } from '../data/store';
import { personMarks } from '../observing/person-marks';
import {
  came,
  read,
  readingEnded,
  readPictures,
  selectReading,
  stopReading,
  type ReadOutcome,
} from './reading-slice';

/** With so many landmarks a picture needs no reading. */
const ENOUGH = 5;

type See = typeof seePeople;

const outcomeOf = ({ person, several }: PeopleSeen): ReadOutcome =>
  person ? 'found' : several ? 'several' : 'nobody';

/** Looks for a person in one picture and keeps what is found. */
async function readOne(dispatch: DeskDispatch, id: Id, see: See): Promise<ReadOutcome> {
  const asked = dispatch(referencesApi.endpoints.reference.initiate(id));
  try {
    const reference = await asked.unwrap();
    const known = knownLandmarks(reference).filter(({ found }) => !found);
    if (known.length >= ENOUGH) return 'known';
    const seen = await see(reference, null, (share) => dispatch(came(share)));
    if (!seen.person) return outcomeOf(seen);
    await dispatch(
      marksApi.endpoints.changeMarks.initiate({
        reference: id,
        change: personMarks(reference, seen.person),
      }),
    ).unwrap();
    if (reference.subject === 'thing')
      await dispatch(
        referencesApi.endpoints.changeReference.initiate({ id, patch: { subject: 'figure' } }),
      ).unwrap();
    return 'found';
  } catch {
    return 'failed';
  } finally {
    asked.unsubscribe();
  }
}

/** Reads pictures as they are asked for; goes on while one looks at other screens. */
export function listenForReading(to: Listeners, see: See = seePeople): void {
  const line: Id[] = [];
  to.startListening({
    actionCreator: readPictures,
    effect: async ({ payload }, { dispatch, getOriginalState, take }) => {
      line.push(...payload);
      if (selectReading(getOriginalState()).working) return;
      void take(stopReading.match).then(
        () => {
          line.length = 0;
        },
        // All is done: nobody can stop it any more.
        () => undefined,
      );
      for (let next = line.shift(); next !== undefined; next = line.shift())
        dispatch(read({ reference: next, outcome: await readOne(dispatch, next, see) }));
      dispatch(readingEnded());
      dispatch(api.util.invalidateTags([listOf('Reference')]));
    },
  });
}

listenForReading(listeners);
