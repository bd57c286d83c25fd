import 'fake-indexeddb/auto';
import {
  numberBatch,
  reducePage,
  type Answer,
  type Id,
  type Numbered,
  type Operation,
  type Thing,
} from '@deft/core/page';
import { Journal } from './journal';
import { PageKeeper, type Send } from './page-keeper';
import { DeskRefused } from './refusals';

const PAGE = 'a'.repeat(32);
const sheet = (n: number): Thing => ({
  type: 'sheet',
  id: n.toString(16).padStart(32, '0'),
  kind: 'ink',
  name: `s${n}`,
  order: `a${n}`,
  opacity: 1,
  hidden: false,
  locked: false,
});

/** A desk in memory that can be away, and can lose its answer after it has stored. */
class Desk {
  stored: Numbered[] = [];
  away = false;
  losesAnswer = false;
  readonly send: Send = async (_page: Id, after: number, batch: readonly Operation[]): Promise<Answer> => {
    if (this.away) throw new Error('away');
    const last = new Map<Id, number>();
    for (const { operation } of this.stored) last.set(operation.device, operation.n);
    this.stored.push(
      ...numberBatch(batch, {
        head: this.stored.length,
        stored: new Set(this.stored.map((s) => s.operation.id)),
        last,
      }),
    );
    if (this.losesAnswer) throw new Error('lost');
    return { after, head: this.stored.length, operations: this.stored.slice(after) };
  };
}

let names = 0;
const newJournal = (): Promise<Journal> => Journal.open(`journal-${(names += 1)}`);

describe('a page kept in the browser', () => {
  test('counts what has changed by its type, so that whoever listens late knows what was missed', async () => {
    const desk = new Desk();
    const keeper = new PageKeeper(PAGE, await newJournal(), desk.send);
    await keeper.open();
    const before = [keeper.changesOf(['sheet']), keeper.changesOf(['stroke'])];
    await keeper.commit({ add: [sheet(1)] });
    await keeper.sync();
    expect(keeper.changesOf(['sheet'])).toBeGreaterThan(before[0]!);
    const strokes = keeper.changesOf(['stroke']);
    await keeper.commit({ add: [sheet(2)] });
    expect(keeper.changesOf(['stroke'])).toBe(strokes);
    const sheets = keeper.changesOf(['sheet']);
    // What is removed is known by what it was.
    await keeper.commit({ remove: [sheet(2).id] });
    expect(keeper.changesOf(['sheet'])).toBeGreaterThan(sheets);
    keeper.close();
  });

  test('shows at once what the desk has not confirmed, and sends it when the desk is back', async () => {
    const desk = new Desk();
    desk.away = true;
    const journal = await newJournal();
    const keeper = new PageKeeper(PAGE, journal, desk.send);
    await keeper.open();
    await keeper.commit({ add: [sheet(1)] });
    await keeper.commit({ add: [sheet(2)] });
    await keeper.sync();
    expect([...keeper.things.keys()]).toHaveLength(2);
    expect(keeper.state).toBe('kept here');
    keeper.close();
    // A reload: nothing but the journal is left.
    desk.away = false;
    const again = new PageKeeper(PAGE, journal, desk.send);
    await again.open();
    expect(again.state).toBe('saved');
    expect(desk.stored.map((s) => s.operation.n)).toEqual([1, 2]);
    expect(await journal.pending(PAGE)).toEqual([]);
    again.close();
  });

  test('a guide that hangs on what is removed stays where it lay, and one undo brings both back', async () => {
    const keeper = new PageKeeper(PAGE, await newJournal(), new Desk().send);
    await keeper.open();
    const [crown, axis] = ['c'.repeat(32), 'd'.repeat(32)];
    const own = { sheet: sheet(1).id };
    const lying = { type: 'landmark', id: crown, ...own, name: 'crown', state: 'set', spread: 1 } as const;
    const through = [{ at: { x: 0, y: 0 }, on: crown, place: 'at' }, { at: { x: 9, y: 9 } }];
    await keeper.commit({ add: [sheet(1), { ...lying, at: { x: 30, y: 40 } }] });
    await keeper.commit({ add: [{ type: 'guide', id: axis, ...own, kind: 'axis', through }] });
    await keeper.commit({ remove: [crown] });
    expect(keeper.things.get(axis)).toMatchObject({
      through: [{ at: { x: 30, y: 40 } }, { at: { x: 9, y: 9 } }],
    });
    await keeper.undo();
    expect(keeper.things.get(crown)).toBeDefined();
    expect(keeper.things.get(axis)).toMatchObject({ through });
    keeper.close();
  });

  test('a lost answer stores nothing twice', async () => {
    const desk = new Desk();
    const keeper = new PageKeeper(PAGE, await newJournal(), desk.send);
    await keeper.open();
    desk.losesAnswer = true;
    await keeper.commit({ add: [sheet(1)] });
    await keeper.sync();
    desk.losesAnswer = false;
    await keeper.flush();
    expect(desk.stored).toHaveLength(1);
    expect(keeper.state).toBe('saved');
    keeper.close();
  });

  test('two tabs of one device share its running numbers and see each other', async () => {
    const desk = new Desk();
    const journal = await newJournal();
    const tabs = [new PageKeeper(PAGE, journal, desk.send), new PageKeeper(PAGE, journal, desk.send)];
    for (const tab of tabs) await tab.open();
    for (let i = 0; i < 12; i += 1) await tabs[i % 2]!.commit({ add: [sheet(i)] });
    for (const tab of [...tabs, ...tabs]) await tab.flush().catch(() => tab.flush());
    for (const tab of tabs) await tab.sync();
    expect(desk.stored.map((s) => s.operation.n)).toEqual(Array.from({ length: 12 }, (_, i) => i + 1));
    for (const tab of tabs)
      expect(new Map(tab.things)).toEqual(reducePage(desk.stored.map((s) => s.operation)));
    for (const tab of tabs) tab.close();
  });

  test('undo and redo are written down like everything else; what the desk refuses is said', async () => {
    const desk = new Desk();
    const keeper = new PageKeeper(PAGE, await newJournal(), desk.send);
    await keeper.open();
    await keeper.commit({ add: [sheet(1)] });
    await keeper.undo();
    expect(keeper.things.size).toBe(0);
    await keeper.redo();
    expect(keeper.things.size).toBe(1);
    await keeper.flush();
    expect(desk.stored.map((s) => s.operation.kind)).toEqual(['change', 'revert', 'revert']);
    keeper.close();
    const refused = new PageKeeper('b'.repeat(32), await newJournal(), async () => {
      throw new DeskRefused('This page is not on the desk.', 'Gone', 404);
    });
    await refused.open();
    expect(refused.refused).toBe('This page is not on the desk.');
    refused.close();
  });

  test('what is settled is neither undone nor done again; what comes then is', async () => {
    const desk = new Desk();
    const keeper = new PageKeeper(PAGE, await newJournal(), desk.send);
    await keeper.open();
    const names = (): unknown[] => [...keeper.things.values()].map((t) => ('name' in t ? t.name : '')).sort();
    await keeper.commit({ add: [sheet(1)] });
    await keeper.commit({ add: [sheet(2)] });
    await keeper.undo();
    await new Promise((done) => setTimeout(done, 2));
    keeper.settle();
    expect([await keeper.undo(), await keeper.redo(), names()]).toEqual([null, null, ['s1']]);
    await keeper.commit({ add: [sheet(3)] });
    await keeper.undo();
    expect(names()).toEqual(['s1']);
    await keeper.redo();
    expect(names()).toEqual(['s1', 's3']);
    keeper.close();
  });

  test('an hour drawn while the desk is away is all there once it is back, once and in batches it takes', async () => {
    const desk = new Desk();
    const batches: { count: number; size: number }[] = [];
    const send: Send = (page, after, batch) => {
      batches.push({ count: batch.length, size: JSON.stringify(batch).length });
      return desk.send(page, after, batch);
    };
    const keeper = new PageKeeper(PAGE, await newJournal(), send);
    await keeper.open();
    desk.away = true;
    const long = 'A'.repeat(600_000);
    for (let i = 0; i < 500; i += 1) {
      const points = i % 100 === 7 ? long : 'AQAA';
      await keeper.commit({
        add: [
          {
            type: 'stroke',
            id: (5000 + i).toString(16).padStart(32, '0'),
            sheet: 'b'.repeat(32),
            order: 'a0',
            pen: 'pen',
            size: 1,
            colour: '#000000',
            pressure: 'even',
            points,
          },
        ],
      });
      if (i % 200 === 150) await keeper.undo();
    }
    expect(keeper.state).toBe('kept here');
    desk.away = false;
    batches.length = 0;
    await keeper.flush();
    expect(desk.stored.map(({ operation }) => operation.n)).toEqual(
      Array.from({ length: 502 }, (_, i) => i + 1),
    );
    expect(new Map(keeper.things)).toEqual(reducePage(desk.stored.map(({ operation }) => operation)));
    expect(Math.max(...batches.map(({ count }) => count))).toBe(100);
    expect(Math.max(...batches.map(({ size }) => size))).toBeLessThan(5_000_000);
    keeper.close();
  }, 30_000);

  test('told that its page has grown, a tab reads on without being touched, and stops listening when it closes', async () => {
    const desk = new Desk();
    const grown: ((head: number) => void)[] = [];
    const stopped = jest.fn();
    const journal = await newJournal();
    const [drawing, watching] = [
      new PageKeeper(PAGE, journal, desk.send),
      new PageKeeper(PAGE, journal, desk.send, (_, tell) => {
        grown.push(tell);
        return stopped;
      }),
    ];
    for (const tab of [drawing, watching]) await tab.open();
    await drawing.commit({ add: [sheet(1)] });
    await drawing.flush();
    expect(watching.things.size).toBe(0);
    grown[0]!(desk.stored.length);
    await watching.sync();
    expect(watching.things.size).toBe(1);
    watching.close();
    drawing.close();
    expect(stopped).toHaveBeenCalledTimes(1);
  });

  test('what goes on from how things stand reckons with what was done a moment before', async () => {
    const keeper = new PageKeeper(PAGE, await newJournal(), new Desk().send);
    await keeper.open();
    const { id } = sheet(1);
    const longer = (things: ReadonlyMap<Id, Thing>) => {
      const found = things.get(id);
      return found?.type === 'sheet' ? { set: [{ id, to: { name: `${found.name}!` } }] } : null;
    };
    // Nothing there yet: nothing is done.
    const done = [
      keeper.commit(longer),
      keeper.commit({ add: [sheet(1)] }),
      ...[1, 2, 3].map(() => keeper.commit(longer)),
    ];
    const made = await Promise.all(done);
    expect([made[0], keeper.things.get(id)]).toMatchObject([null, { name: 's1!!!' }]);
    expect(made[4]).toEqual({ set: [{ id, to: { name: 's1!!!' } }] });
    keeper.close();
  });

  test('what a tab wrote down before it died goes first when another tab of the device draws on; the refusal is forgotten', async () => {
    const desk = new Desk();
    const named: Send = (page, after, batch) =>
      desk.send(page, after, batch).catch((error: Error) => {
        throw error.name === 'OutOfSequence' ? new DeskRefused(error.message, 'OutOfSequence', 409) : error;
      });
    const journal = await newJournal();
    const [dying, living] = [
      new PageKeeper(PAGE, journal, () => Promise.reject(new Error('away'))),
      new PageKeeper(PAGE, journal, named),
    ];
    for (const tab of [dying, living]) await tab.open();
    await dying.commit({ add: [sheet(1)] });
    dying.close();
    await living.commit({ add: [sheet(2)] });
    await living.sync();
    await living.flush();
    expect(desk.stored.map(({ operation }) => operation.n)).toEqual([1, 2]);
    expect([living.refused, living.state, living.things.size]).toEqual([null, 'saved', 2]);
    expect(await journal.pending(PAGE)).toEqual([]);
    living.close();
  });
});
