import { setTimed, takePen } from './desk-slice';
import { KEPT_AS, makeStore, remembered, rememberDesk } from './store';

/** Stands in for the browser's. */
const kept = new Map<string, string>();
const localStorage = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
};
Object.assign(globalThis, { localStorage });
beforeEach(() => kept.clear());

test('how one works is kept as it changes, and is there for the next store', () => {
  const store = makeStore();
  const forget = rememberDesk(store);
  store.dispatch(takePen('shade'));
  store.dispatch(setTimed({ figures: false }));
  forget();
  store.dispatch(takePen('pencil'));
  const next = makeStore().getState().desk;
  expect([next.pen, next.timed.figures]).toEqual(['shade', false]);
});

test('nothing is written while nothing of it changes', () => {
  const store = makeStore();
  rememberDesk(store);
  store.dispatch({ type: 'something else' });
  expect(localStorage.getItem(KEPT_AS)).toBeNull();
});

test('what was kept before a field was there is filled up; what cannot be read is forgotten', () => {
  const fresh = remembered();
  localStorage.setItem(KEPT_AS, JSON.stringify({ pen: 'pen' }));
  expect(remembered()).toEqual({ ...fresh, pen: 'pen' });
  localStorage.setItem(KEPT_AS, '{');
  expect(remembered()).toEqual(fresh);
});

test('a desk without room to remember still works', () => {
  const store = makeStore();
  const full = jest.spyOn(localStorage, 'setItem').mockImplementation(() => {
    throw new Error('QuotaExceededError');
  });
  rememberDesk(store);
  store.dispatch(takePen('shade'));
  expect(store.getState().desk.pen).toBe('shade');
  full.mockRestore();
});
