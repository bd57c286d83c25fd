import 'fake-indexeddb/auto';
import { numberBatch, type Answer, type Id, type Numbered, type Operation } from '@deft/core/page';
import { Journal } from './journal';
import { sendOn } from './use-page';

const [ONE, OTHER] = ['a'.repeat(32), 'b'.repeat(32)];
let next = 0;
const newId = (): Id => (next += 1).toString(16).padStart(32, '0');

/** Pages on a desk that is away for the first `away` requests. */
function deskAwayFor(away: number) {
  const pages = new Map<string, Numbered[]>();
  const asked: string[] = [];
  globalThis.fetch = (async (address: string, { body }: { body: string }) => {
    asked.push(address);
    if (asked.length <= away) throw new TypeError('away');
    const stored = pages.get(address) ?? [];
    pages.set(address, stored);
    const { after, operations } = JSON.parse(body) as { after: number; operations: Operation[] };
    const last = new Map<Id, number>();
    for (const { operation } of stored) last.set(operation.device, operation.n);
    const known = new Set(stored.map(({ operation }) => operation.id));
    stored.push(...numberBatch(operations, { head: stored.length, stored: known, last }));
    const answer: Answer = { after, head: stored.length, operations: stored.slice(after) };
    return { ok: true, json: async () => answer };
  }) as unknown as typeof fetch;
  const held = (page: Id) => [...pages].find(([address]) => address.includes(page))?.[1] ?? [];
  return { held, asked };
}

test('what pages left behind is sent on, page by page and each once, until the desk has it all', async () => {
  const journal = await Journal.open();
  const drawn = async (page: Id, count: number): Promise<void> => {
    for (let i = 0; i < count; i += 1)
      await journal.append(page, (n) => ({
        id: newId(),
        page,
        device: journal.device,
        n,
        at: 0,
        seen: 0,
        version: 2,
        kind: 'change',
        body: { remove: [newId()] },
      }));
  };
  await drawn(ONE, 3);
  await drawn(OTHER, 120);
  const { held, asked } = deskAwayFor(3);
  // Asked for twice at once, as two screens would: it is done once.
  const [first, second] = [sendOn(), sendOn()];
  expect(second).toBe(first);
  await first;
  expect([held(ONE), held(OTHER)].map((stored) => stored.map(({ operation }) => operation.n))).toEqual([
    [1, 2, 3],
    Array.from({ length: 120 }, (_, i) => i + 1),
  ]);
  expect([await journal.waiting(), asked.length]).toEqual([[], expect.any(Number)]);
  // Nothing left: the desk is not asked again.
  const before = asked.length;
  await sendOn();
  expect(asked.length).toBe(before);
}, 30_000);
