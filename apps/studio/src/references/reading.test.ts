import type { Reference } from '@deft/contract';
import type { PeopleSeen } from '../data/see-people';
import { api } from '../data/api';
import { makeListeners, makeStore } from '../data/store';
import { listenForReading } from './reading-listener';
import { readingClosed, readPictures, selectReading, stopReading } from './reading-slice';
import { readingWords } from './words';

/** What was asked of the desk that changes something, as "method path". */
const changed: string[] = [];
class AskedFor {
  readonly method: string;
  constructor(
    readonly url: string,
    { method = 'GET' }: RequestInit = {},
  ) {
    this.method = method;
  }
  clone(): AskedFor {
    return this;
  }
}
const reference = (id: string): Reference =>
  ({
    id,
    subject: 'thing',
    marks: id === 'known' ? [0, 1, 2, 3, 4].map((i) => mark(`${i}`)) : [],
    truth: null,
    original: { width: 100, height: 100 },
    preparation: { flip: false, turn: 0, straighten: 0, crop: null },
  }) as unknown as Reference;
const mark = (name: string) => ({ kind: 'landmark', id: name, name, at: { x: 1, y: 1 }, hidden: false });
const originals = { fetch: globalThis.fetch, Request: globalThis.Request };
beforeAll(() =>
  Object.assign(globalThis, {
    Request: AskedFor,
    fetch: async ({ method, url }: AskedFor) => {
      if (method !== 'GET') changed.push(`${method} ${url}`);
      const text = JSON.stringify(reference(/references\/(\w+)/.exec(url)?.[1] ?? ''));
      const response = {
        ok: true,
        status: 200,
        headers: { get: () => 'application/json' },
        text: async () => text,
      };
      return { ...response, clone: () => response } as unknown as Response;
    },
  }),
);
afterAll(() => Object.assign(globalThis, originals));

const PERSON = {
  landmarks: [{ name: 'chin', at: { x: 3, y: 4 }, spread: 2, hidden: false }],
  silhouette: [],
  height: 90,
  sidesUnsure: false,
};
const SEEN: Readonly<Record<string, PeopleSeen>> = {
  one: { people: [], person: PERSON, several: false },
  many: { people: [], person: null, several: true },
  none: { people: [], person: null, several: false },
};

type Store = ReturnType<typeof makeStore>;
/** A desk whose pictures are read by what `SEEN` says. */
function desk(see = async ({ id }: { id: string }): Promise<PeopleSeen> => SEEN[id]!): Store {
  const listening = makeListeners();
  listenForReading(listening, async (picture, _touched, coming) => {
    coming(0.5);
    return see(picture);
  });
  const store = makeStore(listening);
  stores.push(store);
  return store;
}
let stores: Store[] = [];
afterEach(async () => {
  for (const { dispatch } of stores) dispatch(api.util.resetApiState());
  stores = [];
  changed.splice(0);
  // The store tells its listeners in the next frame.
  await new Promise((done) => requestAnimationFrame(done));
});
const reading = (store: Store) => selectReading(store.getState());
const ended = (store: Store): Promise<void> =>
  new Promise((done) => {
    const look = (): void => {
      if (reading(store).working) return;
      stop();
      done();
    };
    const stop = store.subscribe(look);
    look();
  });

test('each picture is read in turn; what is found is laid on it, and said at the end', async () => {
  const store = desk();
  store.dispatch(readPictures(['one', 'many', 'none', 'known', 'broken']));
  expect(readingWords(reading(store))).toBe('Looking for people: 0 of 5');
  await ended(store);
  expect(reading(store).done.map(({ outcome }) => outcome)).toEqual([
    'found',
    'several',
    'nobody',
    'known',
    'failed',
  ]);
  expect(changed).toEqual(['POST /api/references/one/marks', 'PATCH /api/references/one']);
  expect(readingWords(reading(store))).toBe(
    '5 pictures read: a person in 1, several people in 1, nobody in 1, landmarks already in 1, could not be read: 1.',
  );
  store.dispatch(readingClosed());
  expect(reading(store).total).toBe(0);
});

test('stopped, no further picture is read; what is asked for meanwhile joins the line', async () => {
  let go: () => void = () => undefined;
  const waits = new Promise<void>((done) => {
    go = done;
  });
  const store = desk(async ({ id }) => {
    if (id === 'one') await waits;
    return SEEN[id]!;
  });
  store.dispatch(readPictures(['one', 'none']));
  store.dispatch(readPictures(['many']));
  expect(reading(store)).toMatchObject({ working: true, total: 3 });
  store.dispatch(stopReading());
  go();
  await ended(store);
  expect(reading(store).done).toEqual([{ reference: 'one', outcome: 'found' }]);
  store.dispatch(readPictures(['none']));
  await ended(store);
  expect(reading(store).done).toEqual([{ reference: 'none', outcome: 'nobody' }]);
});

test('while what reads pictures comes over the first time, that is said', () => {
  expect(readingWords({ working: true, total: 4, coming: 0.42, done: [] })).toBe(
    'Fetching what reads pictures: 42 %',
  );
});
