import type { BroughtLine } from '@deft/contract';
import { addressOf, API } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, listOf } from '../data/api';
import { readJsonLines } from '../data/json-lines';
import { refusalIn } from '../data/refusals';
import { setsApi } from '../data/sets-api';
import { listeners, type DeskDispatch, type Listeners } from '../data/store';
import { closed, ended, heard, importFiles, selectImporting, sent, stopImporting } from './importing-slice';

/** How many files are under way at once: one is looked at while the next is sent. */
const AT_ONCE = 2;
const SILENT =
  'The desk does not answer, so it was not brought in. It is still where it was; try again in a moment.';

/** A file that waits for its turn, with its place in the list and what is to become of it. */
interface Waiting {
  readonly at: number;
  readonly file: File;
  readonly keepLocation: boolean;
  readonly set: Id | null;
}

/** Sends one file and says line by line what becomes of it. */
async function importOne(
  dispatch: DeskDispatch,
  { at, file, keepLocation, set }: Waiting,
  signal: AbortSignal,
): Promise<void> {
  dispatch(sent(at));
  const form = new FormData();
  if (keepLocation) form.append('location', 'keep');
  form.append('pictures', file);
  try {
    const response = await fetch(addressOf(API.references.bring, {}), { method: 'POST', body: form, signal });
    if (!response.ok) {
      const { refusal, message } = await refusalIn(response);
      dispatch(closed({ at, to: { state: 'refused', sentence: refusal ? message : SILENT } }));
      return;
    }
    let [answered, zip] = [false, false];
    await readJsonLines<BroughtLine>(response, (line) => {
      if ('of' in line) zip = true;
      if ('file' in line) answered = true;
      dispatch(heard({ at, line }));
      if (set && 'reference' in line)
        void dispatch(setsApi.endpoints.addMembers.initiate({ set, references: [line.reference] }));
    });
    if (zip) dispatch(closed({ at, to: { state: 'in' } }));
    else if (!answered) dispatch(closed({ at, to: { state: 'refused', sentence: SILENT } }));
  } catch {
    dispatch(
      closed({ at, to: signal.aborted ? { state: 'stopped' } : { state: 'refused', sentence: SILENT } }),
    );
  }
}

/** Brings files in as they are asked for; goes on while one looks at other screens. */
export function listenForImports(to: Listeners): void {
  const line: Waiting[] = [];
  to.startListening({
    actionCreator: importFiles,
    effect: async ({ meta: { arg } }, { dispatch, getOriginalState, take }) => {
      const { files, keepLocation, set } = arg;
      const before = selectImporting(getOriginalState());
      const first = before.working ? before.items.length : 0;
      line.push(...files.map((file, i) => ({ at: first + i, file, keepLocation, set })));
      if (before.working) return;
      const stopping = new AbortController();
      void take(stopImporting.match).then(
        () => {
          line.length = 0;
          stopping.abort();
        },
        // All is done: nobody can stop it any more.
        () => undefined,
      );
      const work = async (): Promise<void> => {
        for (let next = line.shift(); next; next = line.shift())
          await importOne(dispatch, next, stopping.signal);
      };
      await Promise.all(Array.from({ length: AT_ONCE }, work));
      dispatch(ended());
      dispatch(api.util.invalidateTags([listOf('Reference'), listOf('Set'), listOf('Alike')]));
    },
  });
}

listenForImports(listeners);
