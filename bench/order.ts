import { checkPages } from '@deft/core/findings';
import { seeded } from '@deft/core/random';
import { drawnInOrder, WORKED_PARTS } from '../packages/core/src/testing/order-drawing.ts';
import { figures } from './ink-cases.ts';
import { madePage, newId } from './made-page.ts';
import { row } from './table.ts';

/**
 * In which order a drawing came to be, on made drawings whose order was planted: the whole first, or one part
 * worked on before the others had a line. The landmarks are found in the ink.
 */

const COUNT = Number(process.env['DEFT_ORDERS'] ?? 200);
const FIRST = Number(process.env['DEFT_ORDER_FIRST'] ?? 6_000_000);
/** So far the moment when the whole stood may be off, as a share of the drawing time. */
const NEAR = 0.08;

let [told, stoodRight, partRight] = [0, 0, 0];
for (let k = 0; k < COUNT; k += 1) {
  const random = seeded(FIRST + k);
  const picture = figures[Math.floor(random() * figures.length)] as (typeof figures)[number];
  const { landmarks, height } = picture.truth;
  const by = (100 + 60 * random()) / height;
  const places = new Map(landmarks.map(({ name, at }) => [name, { x: 60 + by * at.x, y: 20 + by * at.y }]));
  const before = random() < 0.5 ? null : (WORKED_PARTS[Math.floor(6 * random())] ?? null);
  const drawing = drawnInOrder(places, by * height, { before, random });
  const { hand, seen } = checkPages({
    attempt: madePage(drawing.strokes),
    trace: null,
    reference: { id: newId(), subject: 'figure', figureHeight: height, truth: { landmarks } },
    seconds: null,
  });
  if (!hand.order) {
    if (process.env['DEFT_SAY']) console.log(k, picture.file, 'not told', seen ? 'seen' : 'not seen');
    continue;
  }
  told += 1;
  const { stood, before: named } = hand.order;
  const [nearly, same] = [
    Math.abs(stood - drawing.stood) <= NEAR,
    named.length === (before ? 1 : 0) && named[0] === (before ?? undefined),
  ];
  stoodRight += nearly ? 1 : 0;
  partRight += same ? 1 : 0;
  if (process.env['DEFT_SAY'] && !(nearly && same))
    console.log(k, picture.file, before, named.join('+'), drawing.stood.toFixed(2), stood.toFixed(2));
}
const share = (count: number): number => count / Math.max(1, told);
const percent = (count: number): string => `${(100 * share(count)).toFixed(1)} % of ${told}`;
row('order of work: told', `${told} of ${COUNT}`, '>= 90 %', told >= 0.9 * COUNT);
row(
  'order of work: when the whole stood, within 8 % of the time',
  percent(stoodRight),
  '>= 95 %',
  share(stoodRight) >= 0.95,
);
row(
  'order of work: what was worked on before, or that nothing was',
  percent(partRight),
  '>= 95 %',
  share(partRight) >= 0.95,
);
