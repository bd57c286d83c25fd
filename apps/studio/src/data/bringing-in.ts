import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Brought, BroughtLine } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api } from './api';

export type ItemState = 'waiting' | 'coming' | 'in' | 'here' | 'refused' | 'stopped';

/** One file on its way in. */
export interface Item {
  readonly name: string;
  readonly state: ItemState;
  readonly said: string | null;
  readonly reference: Id | null;
  /** Of a zip: how many of its files are done, and how many there are. */
  readonly done: number;
  readonly of: number;
}

export interface BringingState {
  readonly items: readonly Item[];
  readonly working: boolean;
  /** Sets that came in zips. */
  readonly sets: readonly { readonly id: Id; readonly title: string }[];
}

const initialState: BringingState = { items: [], working: false, sets: [] };

/** What is being brought in: its files themselves are held by `bringFiles`, not here. */
export const bringingSlice = createSlice({
  name: 'bringing',
  initialState,
  reducers: {
    began: (state, { payload }: PayloadAction<readonly string[]>) => {
      const fresh = payload.map((name): Item => ({
        name,
        state: 'waiting',
        said: null,
        reference: null,
        done: 0,
        of: 0,
      }));
      return {
        items: state.working ? [...state.items, ...fresh] : fresh,
        working: true,
        sets: state.working ? state.sets : [],
      };
    },
    turned: (state, { payload: { at, to } }: PayloadAction<{ at: number; to: Partial<Item> }>) => {
      const item = state.items[at];
      if (item) Object.assign(item, to);
    },
    /** A file out of a zip joins the list. */
    joined: (state, { payload }: PayloadAction<Item>) => {
      state.items.push(payload as never);
    },
    setMade: (state, { payload }: PayloadAction<{ id: Id; title: string }>) => {
      state.sets.push(payload as never);
    },
    ended: (state) => ({
      ...state,
      working: false,
      items: state.items.map((item) =>
        item.state === 'waiting' || item.state === 'coming' ? { ...item, state: 'stopped' as const } : item,
      ),
    }),
    cleared: (state) => (state.working ? state : initialState),
  },
});
const { began, turned, joined, setMade, ended } = bringingSlice.actions;
export const { cleared } = bringingSlice.actions;

type Dispatch = (action: unknown) => unknown;

/** How many files are under way at once: one is looked at while the next is sent. */
const AT_ONCE = 2;
const SILENT =
  'The desk does not answer, so it was not brought in. It is still where it was; try again in a moment.';

const stateOf = (brought: Brought): Partial<Item> =>
  'refused' in brought
    ? { state: 'refused', said: brought.refused }
    : { state: brought.known ? 'here' : 'in', reference: brought.reference };

/** Reads an answer that is told line by line. */
export async function readLines(response: Response, hear: (line: BroughtLine) => void): Promise<void> {
  const reader = response.body?.getReader();
  if (!reader) return;
  const decoder = new TextDecoder();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    rest += decoder.decode(value, { stream: !done });
    const lines = rest.split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) if (line !== '') hear(JSON.parse(line) as BroughtLine);
    if (done) return;
  }
}

let stopping: AbortController | null = null;
let waiting: { at: number; file: File }[] = [];
let brought: ((reference: Id) => void) | null = null;

async function bringOne(
  dispatch: Dispatch,
  at: number,
  file: File,
  keepLocation: boolean,
  signal: AbortSignal,
): Promise<void> {
  dispatch(turned({ at, to: { state: 'coming' } }));
  const form = new FormData();
  if (keepLocation) form.append('location', 'keep');
  form.append('pictures', file);
  let zip = false;
  try {
    const response = await fetch('/api/references', { method: 'POST', body: form, signal });
    if (!response.ok) {
      const { sentence = SILENT } = (await response.json().catch(() => ({}))) as { sentence?: string };
      dispatch(turned({ at, to: { state: 'refused', said: sentence } }));
      return;
    }
    let done = 0;
    let heard = false;
    await readLines(response, (line) => {
      if ('of' in line) {
        zip = true;
        dispatch(turned({ at, to: { of: line.of } }));
        return;
      }
      if ('set' in line) return void dispatch(setMade({ id: line.set, title: line.title }));
      heard = true;
      if ('reference' in line) brought?.(line.reference);
      if (!zip) return void dispatch(turned({ at, to: stateOf(line) }));
      done += 1;
      dispatch(turned({ at, to: { done } }));
      dispatch(
        joined({
          name: line.file,
          state: 'waiting',
          said: null,
          reference: null,
          done: 0,
          of: 0,
          ...stateOf(line),
        }),
      );
    });
    if (zip) dispatch(turned({ at, to: { state: 'in' } }));
    else if (!heard) dispatch(turned({ at, to: { state: 'refused', said: SILENT } }));
  } catch {
    dispatch(turned({ at, to: signal.aborted ? { state: 'stopped' } : { state: 'refused', said: SILENT } }));
  }
}

/**
 * Brings files in, a few at a time; what is added meanwhile joins the queue. Goes on while one looks
 * at other screens.
 * @param each hears of every reference that is there afterwards
 */
export function bringFiles(
  files: readonly File[],
  { keepLocation, each }: { keepLocation: boolean; each?: (reference: Id) => void },
) {
  return async (dispatch: Dispatch, getState: () => { bringing: BringingState }): Promise<void> => {
    if (files.length === 0) return;
    const before = getState().bringing;
    const first = before.working ? before.items.length : 0;
    dispatch(began(files.map(({ name }) => name)));
    waiting.push(...files.map((file, i) => ({ at: first + i, file })));
    if (each) brought = each;
    if (stopping) return;
    const { signal } = (stopping = new AbortController());
    const work = async (): Promise<void> => {
      for (let next = waiting.shift(); next && !signal.aborted; next = waiting.shift())
        await bringOne(dispatch, next.at, next.file, keepLocation, signal);
    };
    await Promise.all(Array.from({ length: AT_ONCE }, work));
    stopping = null;
    waiting = [];
    brought = null;
    dispatch(ended());
    dispatch(api.util.invalidateTags(['references', 'sets', 'alike']));
  };
}

/** Nothing more is sent; what is in stays in. */
export function stopBringing(): void {
  waiting = [];
  stopping?.abort();
}

/** All files of a drop, those in dropped folders too. */
export async function droppedFiles(transfer: DataTransfer): Promise<File[]> {
  const entries = [...transfer.items].map((item) => item.webkitGetAsEntry?.() ?? null);
  if (entries.every((entry) => entry === null)) return [...transfer.files];
  const found: File[] = [];
  const walk = async (entry: FileSystemEntry): Promise<void> => {
    if (entry.isFile) {
      found.push(
        await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject)),
      );
      return;
    }
    const reader = (entry as FileSystemDirectoryEntry).createReader();
    for (;;) {
      const some = await new Promise<FileSystemEntry[]>((resolve, reject) =>
        reader.readEntries(resolve, reject),
      );
      if (some.length === 0) return;
      for (const inner of some) await walk(inner);
    }
  };
  for (const entry of entries) if (entry) await walk(entry).catch(() => undefined);
  return found;
}
