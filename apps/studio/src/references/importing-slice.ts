import { createAction, createSlice, type PayloadAction, type WithSlice } from '@reduxjs/toolkit';
import type { Brought, BroughtLine } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { rootReducer } from '../data/store';

export type ItemState = 'waiting' | 'sending' | 'in' | 'known' | 'refused' | 'stopped';

/** One file on its way in. */
export interface Item {
  readonly name: string;
  readonly state: ItemState;
  readonly sentence: string | null;
  readonly reference: Id | null;
  /** Of a zip: how many of its files are done, and how many there are. */
  readonly done: number;
  readonly of: number;
}

export interface ImportingState {
  readonly items: readonly Item[];
  readonly working: boolean;
  /** Sets that came in zips. */
  readonly sets: readonly { readonly id: Id; readonly title: string }[];
}

const initialState: ImportingState = { items: [], working: false, sets: [] };
const waiting = (name: string): Item => ({
  name,
  state: 'waiting',
  sentence: null,
  reference: null,
  done: 0,
  of: 0,
});

/** Files to be brought in, one after the other; what is added meanwhile joins the line. */
export const importFiles = createAction(
  'importing/files',
  (files: readonly File[], { keepLocation, set }: { keepLocation: boolean; set: Id | null }) => ({
    payload: files.map(({ name }) => name),
    // Files are no plain data: they travel beside it.
    meta: { arg: { files, keepLocation, set } },
  }),
);
/** Nothing more is sent; what is in stays in. */
export const stopImporting = createAction('importing/stop');

/** What a line says became of a file. */
export const outcomeOf = (line: Brought): Partial<Item> =>
  'refused' in line
    ? { state: 'refused', sentence: line.refused }
    : { state: line.known ? 'known' : 'in', reference: line.reference };

/** A line of the desk's answer to one file changes that file's item; one of a zip adds an item a picture. */
function hear(state: ImportingState, at: number, line: BroughtLine): ImportingState {
  const change = (to: Partial<Item>, more: readonly Item[] = []): ImportingState => ({
    ...state,
    items: [...state.items.map((item, i) => (i === at ? { ...item, ...to } : item)), ...more],
  });
  if ('of' in line) return change({ of: line.of });
  if ('set' in line) return { ...state, sets: [...state.sets, { id: line.set, title: line.title }] };
  const item = state.items[at];
  if (!item || item.of === 0) return change(outcomeOf(line));
  return change({ done: item.done + 1 }, [{ ...waiting(line.file), ...outcomeOf(line) }]);
}

/** What is being brought in, for whoever shows it. */
export const importingSlice = createSlice({
  name: 'importing',
  initialState,
  reducers: {
    sent: (state, { payload: at }: PayloadAction<number>) => {
      const item = state.items[at];
      if (item) item.state = 'sending';
    },
    heard: (state, { payload: { at, line } }: PayloadAction<{ at: number; line: BroughtLine }>) =>
      hear(state, at, line),
    /**
     * The answer to a file is over: it was refused or stopped, or, where nothing is said, all of a zip is in.
     */
    closed: (
      state,
      { payload: { at, to } }: PayloadAction<{ at: number; to: Pick<Partial<Item>, 'state' | 'sentence'> }>,
    ) => {
      const item = state.items[at];
      if (item) Object.assign(item, to);
    },
    ended: (state) => {
      state.working = false;
      for (const item of state.items)
        if (item.state === 'waiting' || item.state === 'sending') item.state = 'stopped';
    },
    cleared: (state) => (state.working ? state : initialState),
  },
  extraReducers: (build) =>
    build.addCase(importFiles, (state, { payload }) => {
      const fresh = payload.map(waiting);
      return state.working
        ? { ...state, items: [...state.items, ...fresh] }
        : { items: fresh, working: true, sets: [] };
    }),
});
export const { sent, heard, closed, ended, cleared } = importingSlice.actions;

declare module '../data/store' {
  // eslint-disable-next-line @typescript-eslint/no-empty-object-type -- it adds its own members only
  interface InjectedSlices extends WithSlice<typeof importingSlice> {}
}
const injected = importingSlice.injectInto(rootReducer);
/** What is being brought in. */
export const selectImporting = injected.selectSlice;
