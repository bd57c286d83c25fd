import assert from 'node:assert/strict';
import { test } from 'node:test';
// Its own entry looks for a file of its tests.
import readPdf from 'pdf-parse/lib/pdf-parse.js';
import type { Listed, ReferenceBrief, SetTask, Study, TaskBrief, TaskOf } from '@deft/contract';
import { sheetsOf, type Thing } from '@deft/core/page';
import { Device, newId } from './device.ts';
import { openDesk } from './open-desk.ts';

/** What is set to be drawn: kept with its study, told on the desk, handed in as one file. */

const { ask, desk } = openDesk();

const task = (more: Partial<SetTask> = {}): SetTask => ({
  asks: 'Build the figure of few forms, then block it in.',
  forms: 2,
  values: 3,
  due: '2026-12-05',
  checklist: [
    { text: 'Feet on the ground line', done: true },
    { text: 'Nothing lettered', done: false },
  ],
  by: 'Ada Wren',
  ...more,
});
async function newStudy(nth: number, attempts: number): Promise<Study> {
  const { items } = (await ask<Listed<ReferenceBrief>>('/references?count=5')).value;
  let { value } = await ask<Study>('/studies', 'POST', { reference: items[nth]!.id });
  for (let i = 0; i < attempts; i += 1)
    ({ value } = await ask<Study>(`/studies/${value.id}/attempts`, 'POST', {}));
  return value;
}
const pdfOf = async (id: string): Promise<Response> =>
  fetch(`${desk().address}/api/studies/${id}/hand-in.pdf`);

test('a task is kept with its study, changed, listed the nearest first, and taken off', async () => {
  const [late, soon, loose] = [await newStudy(0, 0), await newStudy(1, 0), await newStudy(2, 0)];
  assert.deepEqual((await ask<TaskOf>(`/studies/${late.id}/task`)).value, { task: null });
  await ask(`/studies/${late.id}/task`, 'PUT', task({ due: '2027-01-31' }));
  await ask(`/studies/${loose.id}/task`, 'PUT', task({ due: null }));
  await ask(`/studies/${soon.id}/task`, 'PUT', task({ due: '2027-02-01' }));
  await ask(`/studies/${soon.id}/task`, 'PUT', task());
  const listed = (await ask<TaskBrief[]>('/tasks')).value;
  assert.deepEqual(
    listed.map(({ study, due }) => [study, due]),
    [
      [soon.id, '2026-12-05'],
      [late.id, '2027-01-31'],
      [loose.id, null],
    ],
  );
  assert.deepEqual([listed[0]!.title, listed[0]!.ticked, listed[0]!.points], [soon.reference.title, 1, 2]);
  assert.deepEqual((await ask<TaskOf>(`/studies/${soon.id}/task`)).value.task, task());
  for (const { id } of [late, soon, loose])
    assert.equal((await ask(`/studies/${id}/task`, 'DELETE')).status, 204);
  assert.deepEqual((await ask<TaskBrief[]>('/tasks')).value, []);
});

test('what makes no task is refused; so is handing in what is not there, or not drawn, or not set', async () => {
  const study = await newStudy(0, 0);
  const wrong: readonly object[] = [
    { due: '2026-02-30' },
    { due: 'soon' },
    { forms: 0 },
    { values: 4 },
    { checklist: [{ text: '' }] },
  ];
  for (const more of wrong)
    assert.equal((await ask(`/studies/${study.id}/task`, 'PUT', { ...task(), ...more })).status, 400);
  assert.equal((await ask(`/studies/${newId()}/task`, 'PUT', task())).status, 404);
  assert.equal((await pdfOf(newId())).status, 404);
  assert.match(await (await pdfOf(study.id)).text(), /No task is set/);
  await ask(`/studies/${study.id}/task`, 'PUT', task());
  assert.match(await (await pdfOf(study.id)).text(), /Nothing is drawn/);
});

test('it is handed in as one file that another reader opens: a sheet a drawing, name, checklist, what is counted', async () => {
  const study = await newStudy(3, 2);
  const device = new Device(() => desk().address, study.attempts.at(-1)!.page);
  await device.send();
  const sheets = sheetsOf(device.replica.log.things);
  const on = (kind: string): string => sheets.find((sheet) => sheet.kind === kind)!.id;
  const form = (id: string): Thing => ({
    type: 'form',
    id,
    sheet: on('forms'),
    order: 'a0',
    shape: { kind: 'ellipse', rx: 20, ry: 30 },
    transform: [1, 0, 0, 1, 60, 80],
    part: null,
  });
  const area = [
    [
      { x: 10, y: 10 },
      { x: 60, y: 10 },
      { x: 10, y: 90 },
    ],
  ];
  const mass = (value: 'dark' | 'light'): Thing => ({
    ...{ type: 'mass', id: newId(), sheet: on('ink'), order: 'a0' },
    ...{ area, value },
  });
  device.write({
    add: [form(newId()), form(newId()), form(newId()), mass('dark'), mass('light'), mass('light')],
  });
  await device.send();
  await ask(`/studies/${study.id}/task`, 'PUT', task({ by: 'Zoë Wren & Söhne' }));
  const response = await pdfOf(study.id);
  assert.equal(response.headers.get('content-type'), 'application/pdf');
  const { numpages, text, info } = await readPdf(Buffer.from(await response.arrayBuffer()));
  const words = text.replace(/\s+/g, ' ');
  assert.equal(numpages, 3);
  assert.equal((info as { Title: string }).Title, `${study.reference.title}, Zoë Wren & Söhne`);
  for (const said of [
    'By Zoë Wren & Söhne',
    'set for 5 December 2026',
    'Build the figure of few forms, then block it in.',
    'Forms in the last drawing: 3, asked for at least 2.',
    'Values in the last drawing: 2, asked for at least 3.',
    'Checklist, 1 of 2 done:',
    'Done: Feet on the ground line',
    'Not yet: Nothing lettered',
    'Drawing 2 of 2',
  ])
    assert.ok(words.includes(said), `${said} in: ${words}`);
});
