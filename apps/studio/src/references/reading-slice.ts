import { createAction, createSlice, type PayloadAction, type WithSlice } from '@reduxjs/toolkit';
import type { Id } from '@deft/core/page';
import { rootReducer } from '../data/store';

/** What became of one picture in which a person was looked for. */
export type ReadOutcome = 'found' | 'several' | 'nobody' | 'known' | 'failed';

export interface ReadingState {
  readonly working: boolean;
  readonly total: number;
  /** How much of what reads pictures has come, 0 to 1; null once it is here. */
  readonly coming: number | null;
  readonly done: readonly { readonly reference: Id; readonly outcome: ReadOutcome }[];
}

const initialState: ReadingState = { working: false, total: 0, coming: null, done: [] };

/** Pictures in which a person is to be looked for, one after the other; more join the line. */
export const readPictures = createAction<readonly Id[]>('reading/pictures');
/** No further picture is read; what was found stays. */
export const stopReading = createAction('reading/stop');

/** Pictures that are read for people, for whoever shows it. */
export const readingSlice = createSlice({
  name: 'reading',
  initialState,
  reducers: {
    came: (state, { payload }: PayloadAction<number>) => {
      state.coming = payload < 1 ? payload : null;
    },
    read: (state, { payload }: PayloadAction<{ reference: Id; outcome: ReadOutcome }>) => {
      state.coming = null;
      state.done.push(payload);
    },
    readingEnded: (state) => ({ ...state, working: false, coming: null }),
    readingClosed: (state) => (state.working ? state : initialState),
  },
  extraReducers: (build) =>
    build.addCase(readPictures, (state, { payload }) =>
      state.working
        ? { ...state, total: state.total + payload.length }
        : { working: true, total: payload.length, coming: null, done: [] },
    ),
});
export const { came, read, readingEnded, readingClosed } = readingSlice.actions;

declare module '../data/store' {
  // eslint-disable-next-line @typescript-eslint/no-empty-object-type -- it adds its own members only
  interface InjectedSlices extends WithSlice<typeof readingSlice> {}
}
/** Pictures that are read for people. */
export const selectReading = readingSlice.injectInto(rootReducer).selectSlice;
