import { configureStore } from '@reduxjs/toolkit';
import type { BroughtLine } from '@deft/contract';
import { bringFiles, bringingSlice, cleared, readLines, stopBringing } from './bringing-in';

// jsdom brings neither.
const { TextDecoder, TextEncoder } =
  jest.requireActual<Pick<typeof globalThis, 'TextDecoder' | 'TextEncoder'>>('node:util');
Object.assign(globalThis, { TextDecoder });

const desk = () =>
  configureStore({
    reducer: { bringing: bringingSlice.reducer },
    middleware: (standard) => standard({ serializableCheck: false }),
  });
const file = (name: string): File => ({ name }) as File;

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
function desksAnswer(answers: (name: string, signal: AbortSignal) => Promise<Response> | Response): void {
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
    await readLines(answer(lines, piece), (line) => heard.push(line));
    expect(heard).toEqual(lines);
  }
});

test('each file is told of by what became of it, and the caller hears of each that is there', async () => {
  desksAnswer((name) =>
    answer([
      name === 'letter'
        ? { file: name, refused: `“${name}” is none.` }
        : { file: name, reference: `id-${name}`, title: name, known: name === 'old' },
    ]),
  );
  const store = desk();
  const there: string[] = [];
  await bringFiles([file('new'), file('old'), file('letter')], {
    keepLocation: false,
    each: (reference) => there.push(reference),
  })(store.dispatch as never, store.getState);
  const { items, working } = store.getState().bringing;
  expect(working).toBe(false);
  expect(items.map(({ name, state, said }) => [name, state, said])).toEqual([
    ['new', 'in', null],
    ['old', 'here', null],
    ['letter', 'refused', '“letter” is none.'],
  ]);
  expect(there.sort()).toEqual(['id-new', 'id-old']);
  store.dispatch(cleared());
  expect(store.getState().bringing.items).toEqual([]);
});

test('a zip counts its files and adds each to the list, and names the set that it made', async () => {
  desksAnswer(() =>
    answer([
      { of: 2 },
      { file: 'one.jpg', reference: 'r1', title: 'one', known: false },
      { file: 'two.txt', refused: 'no' },
      { set: 's1', title: 'Hooks' },
    ]),
  );
  const store = desk();
  await bringFiles([file('many.zip')], { keepLocation: true })(store.dispatch as never, store.getState);
  const { items, sets } = store.getState().bringing;
  expect(items.map(({ name, state, done, of }) => [name, state, done, of])).toEqual([
    ['many.zip', 'in', 2, 2],
    ['one.jpg', 'in', 0, 0],
    ['two.txt', 'refused', 0, 0],
  ]);
  expect(sets).toEqual([{ id: 's1', title: 'Hooks' }]);
});

test('stopped, nothing more is sent, what was on its way is said to be stopped, and what is in stays in', async () => {
  desksAnswer((name, signal) =>
    name === 'first'
      ? answer([{ file: name, reference: 'r', title: name, known: false }])
      : new Promise((_, reject) => signal.addEventListener('abort', () => reject(new Error('aborted')))),
  );
  const store = desk();
  const coming = bringFiles(['first', 'second', 'third', 'fourth'].map(file), { keepLocation: false })(
    store.dispatch as never,
    store.getState,
  );
  await new Promise((done) => setTimeout(done, 20));
  stopBringing();
  await coming;
  expect(store.getState().bringing.items.map(({ state }) => state)).toEqual([
    'in',
    'stopped',
    'stopped',
    'stopped',
  ]);
  expect(sent).not.toContain('fourth');
});

test('a desk that does not answer loses nothing and says so', async () => {
  desksAnswer(() => Promise.reject(new Error('no route')));
  const store = desk();
  await bringFiles([file('a')], { keepLocation: false })(store.dispatch as never, store.getState);
  const [item] = store.getState().bringing.items;
  expect(item?.state).toBe('refused');
  expect(item?.said).toContain('It is still where it was');
});
