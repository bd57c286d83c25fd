import { and, eq, isNull } from 'drizzle-orm';
import { generateNKeysBetween } from 'fractional-indexing';
import type { TraceOn } from '@deft/contract';
import { compose, determinant, invert, type Affine } from '@deft/core/geometry';
import {
  laidFrom,
  OPERATION_VERSION,
  sheetsOf,
  thingsOfType,
  tracedOnBoard,
  wholePicture,
  type Change,
  type Id,
  type Sheet,
  type Thing,
  type Traced,
  type TracedPicture,
} from '@deft/core/page';
import { preparedFrame, UNTOUCHED } from '@deft/core/reference';
import { otherSide } from '@deft/core/subjects';
import { newId } from '../ids.ts';
import { readBoard } from './boards.ts';
import type { Database } from './database.ts';
import { appendOperations, readHead, readPage, thingsAfter } from './pages.ts';
import { preparationOf } from './preparations.ts';
import { readReference } from './references.ts';
import { Gone } from './refusals.ts';
import { pageThings, studies, traces } from './schema.ts';
import { addTrace, openStudy } from './studies.ts';
import { listTracesOver } from './trace-rows.ts';

type Things = ReadonlyMap<Id, Thing>;

/** The pictures on a board, each once, from the lowest up. */
const picturesOn = (things: Things): Id[] => [
  ...new Set(thingsOfType(things, 'placement').map(({ reference }) => reference)),
];

const thingsOn = async (database: Database, page: Id): Promise<Things> =>
  thingsAfter((await readPage(database, page, 0)).operations);

/** The traces over a board, a row for each of its pictures. @throws Gone where there is no such board */
export async function listBoardTraces(database: Database, board: Id): Promise<TraceOn[]> {
  const { page } = await readBoard(database, board);
  return listTracesOver(database, board, picturesOn(await thingsOn(database, page)));
}

/** The page of a picture's trace over a board, begun where there is none; null of a picture that is gone. */
async function tracePage(database: Database, board: Id, reference: Id): Promise<Id | null> {
  const [there] = await database
    .select({ page: traces.page })
    .from(traces)
    .innerJoin(studies, eq(studies.id, traces.study))
    .where(and(eq(traces.board, board), eq(studies.reference, reference), isNull(studies.removal)))
    .limit(1);
  if (there) return there.page;
  try {
    const study = await openStudy(database, { id: newId(), reference });
    const made = { id: newId(), page: newId() };
    await addTrace(database, study.id, { ...made, board });
    return made.page;
  } catch (error) {
    if (error instanceof Gone) return null;
    throw error;
  }
}

/** From the pixels of a picture at one of its preparations to those at another. */
async function between(database: Database, reference: Id, from: number, to: number): Promise<Affine> {
  const { original } = await readReference(database, reference);
  const [was, is] = await Promise.all(
    [from, to].map(async (revision) => {
      const settings = (await preparationOf(database, reference, revision))?.settings ?? UNTOUCHED;
      return preparedFrame(original, settings).toPrepared;
    }),
  );
  return compose(is as Affine, invert(was as Affine));
}

/** As it is called in a picture that lies turned over beside the one it was traced on. */
function turnedOver(thing: Traced): Traced {
  if (thing.type === 'landmark') return { ...thing, name: thing.name && otherSide(thing.name) };
  return { ...thing, part: thing.part && otherSide(thing.part) };
}

/** The sheet for forms of a trace's page, and what lays it where there is none. */
function formsSheet(things: Things): { readonly sheet: Id; readonly add: readonly Sheet[] } {
  const sheets = sheetsOf(things);
  const there = sheets.find(({ kind }) => kind === 'forms');
  if (there) return { sheet: there.id, add: [] };
  const sheet: Sheet = {
    type: 'sheet',
    id: newId(),
    kind: 'forms',
    name: 'Forms',
    order: generateNKeysBetween(sheets.at(-1)?.order ?? null, null, 1)[0] as string,
    opacity: 1,
    hidden: false,
    locked: false,
  };
  return { sheet: sheet.id, add: [sheet] };
}

/** What makes a trace's page show just what was traced over the board, beside what else was drawn on it. */
function asTraced(things: Things, wanted: readonly Traced[], ofBoard: ReadonlySet<Id>): Change {
  const { sheet, add } = formsSheet(things);
  const keys = generateNKeysBetween(null, null, wanted.length);
  const laid = wanted.map((thing, i) =>
    thing.type === 'form' ? { ...thing, sheet, order: keys[i] as string } : { ...thing, sheet },
  );
  const ids = new Set(wanted.map(({ id }) => id));
  return {
    add: [...add, ...laid.filter(({ id }) => !things.has(id))],
    // On which sheet it lies, and how high, is the trace's own.
    set: laid.flatMap(({ id, type, sheet: _sheet, ...rest }) => {
      const { order: _order, ...to } = rest as typeof rest & { order?: string };
      const now = things.get(id);
      const fields = Object.entries(to).filter(
        ([field, value]) =>
          JSON.stringify((now as unknown as Record<string, unknown>)?.[field]) !== JSON.stringify(value),
      );
      return now?.type === type && fields.length > 0 ? [{ id, to: Object.fromEntries(fields) }] : [];
    }),
    remove: [...things.keys()].filter((id) => ofBoard.has(id) && !ids.has(id)),
  };
}

/** Brings a picture's trace up to what was traced over it. */
async function keepTrace(
  database: Database,
  page: Id,
  pictures: readonly TracedPicture[],
  reference: Id,
  ofBoard: ReadonlySet<Id>,
): Promise<void> {
  const things = await thingsOn(database, page);
  const placed = wholePicture(things, reference);
  if (!placed) return;
  const wanted: Traced[] = [];
  for (const { placement, traced } of pictures) {
    const toPage = compose(
      placed.transform,
      await between(database, reference, placement.revision, placed.revision),
    );
    const isTurned = determinant(compose(toPage, invert(placement.transform))) < 0;
    wanted.push(...traced.map((thing) => laidFrom(isTurned ? turnedOver(thing) : thing, toPage, '')));
  }
  const body = asTraced(things, wanted, ofBoard);
  if ([body.add, body.set, body.remove].every((list) => (list?.length ?? 0) === 0)) return;
  const head = await readHead(database, page);
  await appendOperations(
    database,
    page,
    [
      {
        ...{ id: newId(), page, device: newId(), n: 1, seen: head, at: Date.now() },
        ...{ version: OPERATION_VERSION, kind: 'change', body },
      },
    ],
    head,
  );
}

/**
 * Keeps what was traced over a board's pictures as traces of theirs, each in a study of its picture: the
 * first time as a trace of its own, then brought up to the board. What else was drawn on those stays.
 * @throws Gone where there is no such board
 */
export async function keepBoardTraces(database: Database, board: Id): Promise<TraceOn[]> {
  const { page } = await readBoard(database, board);
  const things = await thingsOn(database, page);
  const rows = await database
    .select({ thing: pageThings.thing })
    .from(pageThings)
    .where(eq(pageThings.page, page));
  const ofBoard = new Set(rows.map(({ thing }) => thing));
  const traced = tracedOnBoard(things);
  const before = await listTracesOver(database, board, picturesOn(things));
  for (const reference of picturesOn(things)) {
    const pictures = traced.filter(({ placement }) => placement.reference === reference);
    const known = before.find((row) => row.reference === reference)?.traced;
    // What is bent takes nothing: what was kept of it before stays as it is.
    const isBent = thingsOfType(things, 'placement').some((p) => p.reference === reference && p.mesh);
    if (pictures.length === 0 && (!known || isBent)) continue;
    const own = await tracePage(database, board, reference);
    if (own) await keepTrace(database, own, pictures, reference, ofBoard);
  }
  return listTracesOver(database, board, picturesOn(things));
}
