import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector, type TypedUseSelectorHook } from 'react-redux';
import { api } from './api';
import { bringingSlice } from './bringing-in';
import { deskSlice, type DeskState } from './desk-slice';

/** The number grows where what is remembered takes another shape. */
const KEY = 'deft-desk-2';

function remembered(): DeskState {
  const fresh = deskSlice.getInitialState();
  try {
    return { ...fresh, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<DeskState>) };
  } catch {
    return fresh;
  }
}

export const store = configureStore({
  reducer: {
    [deskSlice.name]: deskSlice.reducer,
    [bringingSlice.name]: bringingSlice.reducer,
    [api.reducerPath]: api.reducer,
  },
  middleware: (standard) => standard().concat(api.middleware),
  preloadedState: { desk: remembered() },
});

let last = store.getState().desk;
store.subscribe(() => {
  const { desk } = store.getState();
  if (desk === last) return;
  last = desk;
  try {
    localStorage.setItem(KEY, JSON.stringify(desk));
  } catch {
    // Without storage the desk forgets its pens; nothing drawn is touched.
  }
});

export const useDesk: TypedUseSelectorHook<ReturnType<typeof store.getState>> = useSelector;
export const useDeskDispatch = useDispatch.withTypes<typeof store.dispatch>();
