import type { BroughtLine } from '@deft/contract';
import { readJsonLines } from '../data/json-lines';
import { makeListeners, makeStore } from '../data/store';
import { listenForImports } from './import-listener';
import { cleared, importFiles, selectImporting, stopImporting } from './importing-slice';

// jsdom brings neither.
const { TextDecoder, TextEncoder } =
  jest.requireActual<Pick<typeof globalThis, 'TextDecoder' | 'TextEncoder'>>('node:util');
Object.assign(globalThis, { TextDecoder });

function desk() {
  const listening = makeListeners();
  listenForImports(listening);
  return makeStore(listening);
}
type Store = ReturnType<typeof desk>;
const file = (name: string): File => ({ name }) as File;
const bring = (store: Store, ...names: string[]) =>
  store.dispatch(importFiles(names.map(file), { keepLocation: false, set: null }));
const importing = (store: Store) => selectImporting(store.getState());
const itemsOf = (store: Store) => importing(store).items;
const ended = (store: Store): Promise<void> =>
  new Promise((done) => {
    const look = (): void => {
      if (importing(store).working) return;
      stop();
      done();
    };
    const stop = store.subscribe(look);
    look();
  });

/** An answer that comes in pieces which end anywhere, as they do on a wire. */
function answer(lines: readonly BroughtLine[], piece = 7): Response {
  const bytes = new TextEncoder().encode(lines.map((line) => `${JSON.stringify(line)}\n`).join(''));
  let at = 0;
  return {
    ok: true,
    body: {
      getReader: () => ({
        read: async () =>
          at >= bytes.length
            ? { done: true, value: undefined }
            : { done: false, value: bytes.slice(at, (at += piece)) },
      }),
    },
  } as unknown as Response;
}

const sent: string[] = [];
class Form {
  readonly #files: File[] = [];
  append(name: string, value: unknown): void {
    if (name === 'pictures') this.#files.push(value as File);
  }
  get name(): string {
    return this.#files[0]!.name;
  }
}
const originals = { fetch: globalThis.fetch, FormData: globalThis.FormData };
function deskAnswers(answers: (name: string, signal: AbortSignal) => Promise<Response> | Response): void {
  Object.assign(globalThis, {
    FormData: Form,
    fetch: async (_: string, { body, signal }: { body: Form; signal: AbortSignal }) => {
      sent.push(body.name);
      return answers(body.name, signal);
    },
  });
}
beforeEach(() => sent.splice(0));
afterAll(() => Object.assign(globalThis, originals));

test('lines are read whole, wherever the wire cuts them', async () => {
  const lines: BroughtLine[] = [
    { of: 2 },
    { file: 'ünïcode.jpg', refused: '“ünïcode.jpg” …' },
    { file: 'b', reference: 'x', title: 'B', known: true },
  ];
  for (const piece of [1, 2, 3, 5, 1000]) {
    const heard: BroughtLine[] = [];
    await readJsonLines<BroughtLine>(answer(lines, piece), (line) => heard.push(line));
    expect(heard).toEqual(lines);
  }
});

test('each file is told of by what became of it, and a cleared list is empty', async () => {
  deskAnswers((name) =>
    answer([
      name === 'letter'
        ? { file: name, refused: `“${name}” is none.` }
        : { file: name, reference: `id-${name}`, title: name, known: name === 'old' },
    ]),
  );
  const store = desk();
  bring(store, 'new', 'old', 'letter');
  expect(importing(store).working).toBe(true);
  await ended(store);
  expect(itemsOf(store).map(({ name, state, sentence }) => [name, state, sentence])).toEqual([
    ['new', 'in', null],
    ['old', 'known', null],
    ['letter', 'refused', '“letter” is none.'],
  ]);
  store.dispatch(cleared());
  expect(itemsOf(store)).toEqual([]);
});

test('a zip counts its files and adds each to the list, and names the set that it made', async () => {
  deskAnswers(() =>
    answer([
      { of: 2 },
      { file: 'one.jpg', reference: 'r1', title: 'one', known: false },
      { file: 'two.txt', refused: 'no' },
      { set: 's1', title: 'Hooks' },
    ]),
  );
  const store = desk();
  bring(store, 'many.zip');
  await ended(store);
  expect(itemsOf(store).map(({ name, state, done, of }) => [name, state, done, of])).toEqual([
    ['many.zip', 'in', 2, 2],
    ['one.jpg', 'in', 0, 0],
    ['two.txt', 'refused', 0, 0],
  ]);
  expect(importing(store).sets).toEqual([{ id: 's1', title: 'Hooks' }]);
});

test('files added while others are under way join the line', async () => {
  const open: (() => void)[] = [];
  deskAnswers(
    (name) =>
      new Promise((done) =>
        open.push(() => done(answer([{ file: name, reference: `id-${name}`, title: name, known: false }]))),
      ),
  );
  const store = desk();
  bring(store, 'a', 'b');
  bring(store, 'c');
  expect(itemsOf(store).map(({ state }) => state)).toEqual(['sending', 'sending', 'waiting']);
  while (importing(store).working) {
    open.splice(0).forEach((answered) => answered());
    await new Promise((done) => setTimeout(done, 0));
  }
  expect(itemsOf(store).map(({ name, state }) => [name, state])).toEqual([
    ['a', 'in'],
    ['b', 'in'],
    ['c', 'in'],
  ]);
});

test('stopped, nothing more is sent, what was on its way is said to be stopped, and what is in stays in', async () => {
  deskAnswers((name, signal) =>
    name === 'first'
      ? answer([{ file: name, reference: 'r', title: name, known: false }])
      : new Promise((_, reject) => signal.addEventListener('abort', () => reject(new Error('aborted')))),
  );
  const store = desk();
  bring(store, 'first', 'second', 'third', 'fourth');
  await new Promise<void>((done) => {
    const stop = store.subscribe(() => {
      const states = itemsOf(store).map(({ state }) => state);
      if (states.join() !== 'in,sending,sending,waiting') return;
      stop();
      done();
    });
  });
  store.dispatch(stopImporting());
  await ended(store);
  expect(itemsOf(store).map(({ state }) => state)).toEqual(['in', 'stopped', 'stopped', 'stopped']);
  expect(sent).not.toContain('fourth');
});

test('a desk that does not answer loses nothing and says so', async () => {
  deskAnswers(() => Promise.reject(new Error('no route')));
  const store = desk();
  bring(store, 'a');
  await ended(store);
  const [item] = itemsOf(store);
  expect(item?.state).toBe('refused');
  expect(item?.sentence).toContain('It is still where it was');
});
