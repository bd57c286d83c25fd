import { seeded } from '../random/seeded.ts';
import { soakStep } from '../testing/soak.ts';
import { numberBatch } from './number-batch.ts';
import { newPage } from './new-page.ts';
import { OPERATION_VERSION, type Numbered } from './operation.ts';
import { reducePage } from './reduce.ts';
import { Replica } from './replica.ts';
import { pageSvg } from './svg.ts';

const STEPS = 2000;
const PAGE = 'f'.repeat(32);

test.each(Array.from({ length: 20 }, (_, seed) => seed))(
  '2,000 random gestures of two devices fold to what they are by definition (seed %i)',
  (seed) => {
    const random = seeded(seed + 1);
    let serial = 0;
    const newId = (): string => (serial += 1).toString(16).padStart(32, '0');
    const stored: Numbered[] = [
      {
        number: 1,
        operation: {
          id: newId(),
          page: PAGE,
          device: newId(),
          n: 1,
          seen: 0,
          at: 0,
          version: OPERATION_VERSION,
          kind: 'change',
          body: { add: newPage(PAGE, newId) },
        },
      },
    ];
    const devices = [0, 1].map(() => ({ replica: new Replica(PAGE, newId()), n: 0 }));
    const exchange = (replica: Replica): void => {
      const last = new Map([
        [replica.device, devices.find((d) => d.replica === replica)!.n - replica.pending.length],
      ]);
      stored.push(...numberBatch(replica.pending, { head: stored.length, stored: new Set(), last }));
      replica.receive({ after: replica.head, head: stored.length, operations: stored.slice(replica.head) });
    };
    devices.forEach(({ replica }) => exchange(replica));
    for (let i = 0; i < STEPS; i += 1) {
      const device = devices[random() < 0.5 ? 0 : 1]!;
      device.n += 1;
      device.replica.show(
        device.replica.compose(soakStep(random, device.replica, newId), { id: newId(), n: device.n, at: i }),
      );
      if (random() < 0.1) exchange(device.replica);
    }
    for (let round = 0; round < 2; round += 1) devices.forEach(({ replica }) => exchange(replica));
    const sorted = (things: ReadonlyMap<string, unknown>) => [...things].sort(([a], [b]) => (a < b ? -1 : 1));
    const meant = reducePage(stored.map(({ operation }) => operation));
    for (const { replica } of devices) expect(sorted(replica.log.things)).toEqual(sorted(meant));
    expect(stored).toHaveLength(STEPS + 1);
    expect(pageSvg(meant, { guides: true }).length).toBeGreaterThan(1000);
  },
);
