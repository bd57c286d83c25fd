import fc from 'fast-check';
import { numberBatch } from './number-batch.ts';
import type { Numbered, Operation } from './operation.ts';
import { reducePage } from './reduce.ts';
import { Replica, type Answer } from './replica.ts';
import type { Id, Thing } from './things.ts';

const id = (kind: string, n: number): Id => (kind + n.toString(16)).padStart(32, '0').slice(-32);
const PAGE = id('a', 1);
const sorted = (things: ReadonlyMap<Id, Thing>) => [...things.entries()].sort(([a], [b]) => (a < b ? -1 : 1));

/** The keeper of the page: what it has stored outlives a kill, what it was about to answer does not. */
class Keeper {
  readonly stored: Numbered[] = [];

  store(batch: readonly Operation[]): void {
    const last = new Map<Id, number>();
    for (const { operation } of this.stored) last.set(operation.device, operation.n);
    const held = { head: this.stored.length, stored: new Set(this.stored.map((s) => s.operation.id)), last };
    this.stored.push(...numberBatch(batch, held));
  }

  answer(after: number): Answer {
    return { after, head: this.stored.length, operations: this.stored.slice(after) };
  }
}

/** A device: the journal outlives a reload, the replica and the answers under way do not. */
class Device {
  readonly journal: Operation[] = [];
  confirmed = 0;
  n = 0;
  replica: Replica;
  underWay: Answer[] = [];

  constructor(readonly id: Id) {
    this.replica = new Replica(PAGE, id);
  }

  reopen(): void {
    this.underWay = [];
    this.replica = new Replica(PAGE, this.id);
    for (const operation of this.journal.slice(this.confirmed)) this.replica.show(operation);
  }

  write(body: Parameters<Replica['compose']>[0], serial: number): void {
    this.n += 1;
    const operation = this.replica.compose(body, { id: id('0', serial), n: this.n, at: serial });
    this.journal.push(operation);
    this.replica.show(operation);
  }

  take(answer: Answer): void {
    this.replica.receive(answer);
    const first = this.replica.pending[0];
    this.confirmed = first ? this.journal.indexOf(first) : this.confirmed;
    if (!first) this.confirmed = this.journal.filter((o) => this.replica.log.has(o.id)).length;
  }
}

const sheet = (which: number): Thing => ({
  type: 'sheet',
  id: id('5', which),
  kind: 'ink',
  name: `sheet ${which}`,
  order: `a${which}`,
  opacity: 1,
  hidden: false,
  locked: false,
});

const step = fc.record({
  who: fc.nat(1),
  what: fc.constantFrom(
    'add',
    'set',
    'remove',
    'mixed',
    'undo',
    'undo',
    'redo',
    'send',
    'send',
    'send late',
    'lost request',
    'lost answer',
    'late answer',
    'kill',
    'reopen',
    'ask',
  ),
  thing: fc.nat(4),
  value: fc.nat(100),
});

function perform(
  keeper: Keeper,
  devices: Device[],
  { who, what, thing, value }: { who: number; what: string; thing: number; value: number },
  serial: number,
): void {
  const device = devices[who] as Device;
  const { replica } = device;
  switch (what) {
    case 'add':
      return device.write({ add: [sheet(thing)] }, serial);
    case 'set':
      return device.write({ set: [{ id: id('5', thing), to: { opacity: value / 100 } }] }, serial);
    case 'remove':
      return device.write({ remove: [id('5', thing)] }, serial);
    case 'mixed':
      return device.write(
        {
          add: [sheet(thing)],
          set: [{ id: id('5', (thing + 1) % 5), to: { name: `n${value}` } }],
          remove: [id('5', (thing + 2) % 5)],
        },
        serial,
      );
    case 'undo': {
      const last = replica.log.undoable(device.id);
      return last ? device.write({ ids: [last.id] }, serial) : undefined;
    }
    case 'redo': {
      const last = replica.log.redoable(device.id);
      return last ? device.write({ ids: [last.id] }, serial) : undefined;
    }
    case 'send': {
      keeper.store(replica.pending.slice(0, 1 + (value % 7)));
      return device.take(keeper.answer(replica.head));
    }
    case 'send late': {
      keeper.store(replica.pending);
      device.underWay.push(keeper.answer(replica.head));
      return undefined;
    }
    case 'lost answer':
      return keeper.store(replica.pending);
    case 'late answer': {
      const [answer] = device.underWay.splice(value % (device.underWay.length || 1), 1);
      return answer ? device.take(answer) : undefined;
    }
    case 'kill':
      return devices.forEach((d) => {
        d.underWay = [];
      });
    case 'reopen':
      return device.reopen();
    case 'ask':
      return device.take(keeper.answer(value % 2 ? replica.head : 0));
    default:
      return undefined;
  }
}

describe('a page between two devices and their keeper', () => {
  test('ends equal, loses nothing, applies nothing twice', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 80 }), (steps) => {
        const keeper = new Keeper();
        const devices = [new Device(id('d', 1)), new Device(id('d', 2))];
        steps.forEach((one, serial) => {
          perform(keeper, devices, one, serial + 1);
          for (const { replica } of devices) {
            const shown = [
              ...keeper.stored.slice(0, replica.head).map((s) => s.operation),
              ...replica.pending,
            ];
            expect(sorted(replica.log.things)).toEqual(sorted(reducePage(shown)));
          }
        });
        for (let round = 0; round < 2; round += 1) {
          for (const device of devices) {
            device.reopen();
            keeper.store(device.replica.pending);
            device.take(keeper.answer(device.replica.head));
          }
        }
        for (const device of devices) device.take(keeper.answer(device.replica.head));
        const stored = keeper.stored.map((s) => s.operation);
        expect(new Set(stored.map((o) => o.id)).size).toBe(stored.length);
        expect(stored.length).toBe(devices[0]!.journal.length + devices[1]!.journal.length);
        for (const device of devices) {
          expect(stored.filter((o) => o.device === device.id)).toEqual(device.journal);
          expect(device.replica.pending).toEqual([]);
          expect(sorted(device.replica.log.things)).toEqual(sorted(reducePage(stored)));
        }
      }),
      { numRuns: 400, seed: 20261125 },
    );
  });

  test('undo takes back the own last change, across a reload; redo brings it again until something new is done', () => {
    const [mine, other] = [new Device(id('d', 1)), new Device(id('d', 2))];
    const keeper = new Keeper();
    const run = (who: Device, what: string, thing = 0): void =>
      perform(keeper, [who, who], { who: 0, what, thing, value: 50 }, keeper.stored.length + 1);
    const names = (): string[] =>
      sorted(mine.replica.log.things).map(([, t]) => (t.type === 'sheet' ? t.name : ''));
    run(mine, 'add', 1);
    run(mine, 'send');
    run(mine, 'add', 2);
    run(mine, 'send');
    run(other, 'ask');
    run(other, 'add', 3);
    run(other, 'send');
    mine.reopen();
    run(mine, 'ask');
    expect(names()).toEqual(['sheet 1', 'sheet 2', 'sheet 3']);
    run(mine, 'undo');
    run(mine, 'send');
    expect(names()).toEqual(['sheet 1', 'sheet 3']);
    run(mine, 'undo');
    run(mine, 'send');
    expect(names()).toEqual(['sheet 3']);
    run(mine, 'redo');
    run(mine, 'send');
    expect(names()).toEqual(['sheet 1', 'sheet 3']);
    run(mine, 'redo');
    run(mine, 'send');
    run(mine, 'undo');
    run(mine, 'send');
    expect(names()).toEqual(['sheet 1', 'sheet 3']);
    run(mine, 'add', 4);
    run(mine, 'send');
    expect(mine.replica.log.redoable(mine.id)).toBeNull();
  });

  test('a batch that leaves a gap is refused whole', () => {
    const device = new Device(id('d', 1));
    [1, 2, 3].forEach((n) => device.write({ add: [sheet(n)] }, n));
    const keeper = new Keeper();
    expect(() => keeper.store(device.journal.slice(1))).toThrow('came where 1 was due');
    expect(keeper.stored).toEqual([]);
  });
});
