import assert from 'node:assert/strict';
import { join } from 'node:path';
import { test } from 'node:test';
import { PGlite } from '@electric-sql/pglite';
import { JSON_LINES, type Board, type ExportLine, type ReferenceSet, type Session } from '@deft/contract';
import { findMisfits, reducePage, sheetsOf, type Answer } from '@deft/core/page';
import { newBlock, newClock } from '@deft/core/session';
import { newId } from './device.ts';
import { changeOf } from './misfits.ts';
import { openDesk } from './open-desk.ts';

const { ask, desk, folder } = openDesk();

/** A session of so many poses that is over. */
async function session(count: number): Promise<Session> {
  const [set] = (await ask<ReferenceSet[]>('/sets')).value;
  const plan = { title: 'Many', blocks: [newBlock(count, 30)] };
  const { value } = await ask<Session>('/sessions', 'POST', { set: set!.id, plan });
  const { id, poses } = value;
  await ask(`/sessions/${id}/clock`, 'PUT', {
    clock: { ...newClock(poses.map(({ step }) => step.stretches)), phase: 'done' },
    over: true,
    poses: poses.map((pose) => ({
      id: pose.id,
      drawnMs: 30_000,
      heldMs: 0,
      addedMs: 0,
      end: 'run out' as const,
      closedAt: null,
    })),
  });
  return value;
}
const inLines = (path: string, signal?: AbortSignal): Promise<Response> =>
  fetch(`${desk().address}/api${path}`, { headers: { Accept: JSON_LINES }, ...(signal ? { signal } : {}) });

test('who asks for lines hears how far a sheet is, and fetches it once', async () => {
  const { id } = await session(4);
  const text = await (await inLines(`/sessions/${id}/sheet.pdf`)).text();
  const lines = text
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as ExportLine);
  assert.deepEqual(
    lines.flatMap((line) => ('done' in line ? [`${line.done} of ${line.of}`] : [])),
    ['0 of 4', '1 of 4', '2 of 4', '3 of 4', '4 of 4'],
  );
  const last = lines.at(-1)!;
  assert.ok('file' in last);
  const file = await fetch(`${desk().address}${last.file}`);
  assert.match(file.headers.get('content-disposition') ?? '', /attachment.*contact-sheet\.pdf/);
  assert.match(Buffer.from(await file.arrayBuffer()).toString('latin1'), /^%PDF/);
  assert.equal((await fetch(`${desk().address}${last.file}`)).status, 404);
});

test('a sheet that nobody waits for any more is not made, and the desk goes on', async () => {
  const { id } = await session(60);
  const stopping = new AbortController();
  const response = await inLines(`/sessions/${id}/sheet.png`, stopping.signal);
  const reader = response.body!.getReader();
  await reader.read();
  stopping.abort();
  await assert.rejects(reader.read());
  const began = Date.now();
  const board = (await ask<Board>('/boards', 'POST', { title: 'After' })).value;
  assert.equal((await fetch(`${desk().address}/api/boards/${board.id}/board.png`)).status, 200);
  // Sixty poses take many times as long as an empty board.
  assert.ok(Date.now() - began < 5000);
  assert.doesNotMatch(desk().output, /an export failed/);
});

test('an export of what is not there is refused, with lines or without', async () => {
  for (const path of [`/boards/${newId()}/board.pdf`, `/sessions/${newId()}/sheet.png`]) {
    assert.equal((await inLines(path)).status, 404);
    assert.equal((await ask(path)).status, 404);
  }
});

test('what an earlier desk stored although it does not fit is left out, told in the log, and never a 500', async () => {
  const board = (await ask<Board>('/boards', 'POST', { title: 'Old' })).value;
  const { operations } = (await ask<Answer>(`/pages/${board.page}/operations`)).value;
  const [sheet] = sheetsOf(reducePage(operations.map((o) => o.operation)));
  await desk().end();
  const database = await PGlite.create({ dataDir: join(folder, 'database') });
  const { id, device, body } = changeOf(board.page, newId(), 1, {
    set: [{ id: sheet!.id, to: { name: null, opacity: 0.5, points: 'AA' } as never }],
  });
  await database.query(
    `insert into operations (page, number, id, device, n, seen, at, kind, version, body)
     values ($1, 2, $2, $3, 1, 0, 1, 'change', 2, $4)`,
    [board.page, id, device, body],
  );
  await database.query('update pages set head = 2 where id = $1', [board.page]);
  await database.close();
  await desk().open();
  for (const kind of ['svg', 'png'] as const)
    assert.equal(
      (await fetch(`${desk().address}/api/pages/${board.page}/page.${kind}?picture=1`)).status,
      200,
      desk().output,
    );
  assert.equal((await fetch(`${desk().address}/api/boards/${board.id}/board.pdf`)).status, 200);
  assert.match(desk().output, new RegExp(`"page":"${board.page}","misfits":2`));
  const again = (await ask<Answer>(`/pages/${board.page}/operations`)).value.operations;
  const all = again.map((o) => o.operation);
  assert.deepEqual(
    findMisfits(all).map(({ field }) => field),
    ['name', 'points'],
  );
  assert.deepEqual(reducePage(all).get(sheet!.id), { ...sheet, opacity: 0.5 });
});
