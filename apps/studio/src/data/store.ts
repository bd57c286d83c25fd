import {
  combineSlices,
  configureStore,
  createListenerMiddleware,
  type ThunkDispatch,
  type UnknownAction,
} from '@reduxjs/toolkit';
import { PENS } from '@deft/core/page';
import { shallowEqual, useDispatch, useSelector } from 'react-redux';
import { api } from './api';
import { deskSlice, type DeskState } from './desk-slice';

/** Where what is remembered lies; the number grows where it takes another shape. */
export const KEPT_AS = 'deft-desk-2';

/** What the desk remembers of how one works, filled up with what is new since. */
export function remembered(): DeskState {
  const fresh = deskSlice.getInitialState();
  try {
    const kept = JSON.parse(localStorage.getItem(KEPT_AS) ?? '{}') as Partial<DeskState>;
    const pens = { ...fresh.pens };
    for (const pen of PENS) pens[pen] = { ...fresh.pens[pen], ...kept.pens?.[pen] };
    return { ...fresh, ...kept, pens, timed: { ...fresh.timed, ...kept.timed } };
  } catch {
    return fresh;
  }
}

/** Slices that features inject: each adds itself here where it does. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- features add to it
export interface InjectedSlices {}

/** Every slice that several features share; a feature's own is injected by the feature. */
export const rootReducer = combineSlices(deskSlice, api).withLazyLoadedSlices<InjectedSlices>();
export type RootState = ReturnType<typeof rootReducer>;
export type DeskDispatch = ThunkDispatch<RootState, unknown, UnknownAction>;
export type DeskGetState = () => RootState;

/** What goes on beside the screens, such as bringing files in: features listen here. */
export const makeListeners = () => createListenerMiddleware<RootState, DeskDispatch>();
export type Listeners = ReturnType<typeof makeListeners>;
export const listeners: Listeners = makeListeners();

/** A store, with what the desk remembers. */
export const makeStore = (listening: Pick<Listeners, 'middleware'> = listeners) =>
  configureStore({
    reducer: rootReducer,
    middleware: (standard) => standard().prepend(listening.middleware).concat(api.middleware),
    preloadedState: { desk: remembered() },
  });

type Store = ReturnType<typeof makeStore>;

/** Keeps what the desk remembers as it changes. @returns how to stop */
export function rememberDesk({ getState, subscribe }: Pick<Store, 'getState' | 'subscribe'>): () => void {
  let last = getState().desk;
  return subscribe(() => {
    const { desk } = getState();
    if (desk === last) return;
    last = desk;
    try {
      localStorage.setItem(KEPT_AS, JSON.stringify(desk));
    } catch {
      // Without storage the desk forgets its pens; nothing drawn is touched.
    }
  });
}

export const store = makeStore();
rememberDesk(store);

/**
 * Some of what the desk remembers of how one works: a component renders again only when one of these changes.
 * @example const { hand, leftHanded } = useDesk('hand', 'leftHanded');
 */
export const useDesk = <Field extends keyof DeskState>(...fields: Field[]): Pick<DeskState, Field> =>
  useSelector(
    ({ desk }: RootState) =>
      Object.fromEntries(fields.map((field) => [field, desk[field]])) as Pick<DeskState, Field>,
    shallowEqual,
  );
export const useDeskDispatch = useDispatch.withTypes<DeskDispatch>();
