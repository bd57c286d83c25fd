import type { Reference } from '@deft/contract';
import { api } from '../data/api';
import { marksApi } from '../data/marks-api';
import { referencesApi } from '../data/references-api';
import { makeStore } from '../data/store';

/** What the desk was asked, as "method path". */
const asked: string[] = [];
let marked = true;
const reference = (id: string) => ({ id, title: id, marked, marks: [] }) as unknown as Reference;

/** Stands in for the browser's, where addresses may be relative. */
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

function answered(value: unknown): Response {
  const response = {
    ok: true,
    status: 200,
    headers: { get: () => 'application/json' },
    text: async () => JSON.stringify(value),
    clone: () => response,
  };
  return response as unknown as Response;
}

const originals = { fetch: globalThis.fetch, Request: globalThis.Request };
beforeAll(() =>
  Object.assign(globalThis, {
    Request: AskedFor,
    fetch: async ({ method, url }: AskedFor) => {
      asked.push(`${method} ${url}`);
      const id = /references\/(\w+)/.exec(url)?.[1];
      return answered(id ? reference(id) : { total: 2, items: [reference('a'), reference('b')] });
    },
  }),
);
afterAll(() => Object.assign(globalThis, originals));
let stores: ReturnType<typeof makeStore>[] = [];
// What is remembered would be let go of by a timer, after the test is over.
afterEach(() => {
  for (const { dispatch } of stores) dispatch(api.util.resetApiState());
  stores = [];
});

/** A desk that shows two pictures and a list of both. */
async function shown() {
  const store = makeStore();
  stores.push(store);
  const { references, reference: one } = referencesApi.endpoints;
  await Promise.all([
    store.dispatch(references.initiate({ from: 0, count: 10 })),
    store.dispatch(one.initiate('a')),
    store.dispatch(one.initiate('b')),
  ]);
  asked.splice(0);
  return store;
}

const MARK = { id: 'm', kind: 'landmark', name: 'crown', at: { x: 1, y: 1 } } as never;
/** Until everything that a change set off has been asked. */
const settled = (): Promise<void> => new Promise((done) => setTimeout(done, 20));

test('a mark on one picture asks for nothing but to be kept', async () => {
  const store = await shown();
  await store.dispatch(marksApi.endpoints.putMark.initiate({ reference: 'a', mark: MARK }));
  await settled();
  expect(asked).toEqual(['PUT /api/references/a/marks/m']);
});

test('where the list says whether a picture is marked, it is asked for again, the other picture is not', async () => {
  marked = false;
  const store = await shown();
  marked = true;
  await store.dispatch(marksApi.endpoints.putMark.initiate({ reference: 'a', mark: MARK }));
  await settled();
  expect(asked).toEqual(['PUT /api/references/a/marks/m', expect.stringMatching(/^GET .*references\?/)]);
});

test('a title changed is asked for in that picture and in the list alone', async () => {
  const store = await shown();
  await store.dispatch(
    referencesApi.endpoints.changeReference.initiate({ id: 'a', patch: { title: 'Other' } }),
  );
  await settled();
  expect([...asked].sort()).toEqual([
    'GET /api/references/a',
    expect.stringMatching(/^GET .*references\?/),
    'PATCH /api/references/a',
  ]);
});
