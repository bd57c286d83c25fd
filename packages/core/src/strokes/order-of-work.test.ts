import { orderOfWork, type WorkedStroke } from './order-of-work.ts';
import { orderMarks, orderSentence, timeSentence } from './order-words.ts';

const stroke = (part: string, length: number, ms: number): WorkedStroke => ({
  length,
  ms,
  parts: new Map([[part, 1]]),
});
const extents = new Map([
  ['head', 20],
  ['trunk', 50],
  ['left leg', 80],
]);

test('the whole stands with the first line of its last part, and details afterwards are no matter', () => {
  const order = orderOfWork(
    [
      stroke('trunk', 50, 100),
      stroke('left leg', 70, 100),
      stroke('head', 60, 100),
      stroke('head', 60, 500),
      stroke('trunk', 60, 200),
    ],
    extents,
  )!;
  expect(order).toMatchObject({ last: 'head', before: [], strokes: 3 });
  expect(order.stood).toBeCloseTo(0.3, 12);
  expect(order.time[0]).toEqual({ part: 'head', share: 0.6 });
  expect(orderSentence(order)).toBe('The whole stood after a third of the drawing time.');
  expect(orderMarks(order)).toEqual([
    { strokes: 1, label: 'trunk' },
    { strokes: 2, label: 'left leg' },
    { strokes: 3, label: 'head' },
    { strokes: 3, label: 'the whole stood' },
  ]);
  expect(timeSentence(order)).toBe(
    'Of the time with the pen down you spent 60 % on the head and 30 % on the trunk.',
  );
});

test('what is worked on while another part has no line yet is named, two edges of a limb are not', () => {
  const order = orderOfWork(
    [
      stroke('head', 60, 100),
      stroke('head', 60, 300),
      stroke('trunk', 50, 100),
      stroke('trunk', 50, 100),
      stroke('left leg', 80, 200),
      stroke('left leg', 80, 200),
    ],
    extents,
  )!;
  expect(order).toMatchObject({ before: ['head'], last: 'left leg', strokes: 5 });
  expect(orderSentence(order)).toBe(
    'The whole stood after three quarters of the drawing time; the head had been worked on before that.',
  );
});

test('a part that is begun and never gets its line does not count, and is not waited for', () => {
  const strokes = [stroke('head', 60, 100), stroke('trunk', 50, 100), stroke('left leg', 80, 100)];
  const order = orderOfWork(
    [...strokes, stroke('left arm', 5, 100)],
    new Map([...extents, ['left arm', 60]]),
  )!;
  expect(order.stood).toBeCloseTo(0.75, 12);
  expect(order.time.map(({ part }) => part)).not.toContain('left arm');
});

test('nothing is said without times, or where too few parts are drawn', () => {
  const lifted = [stroke('head', 60, 0), stroke('trunk', 50, 0), stroke('left leg', 80, 0)];
  expect(orderOfWork(lifted, extents)).toBeNull();
  expect(orderOfWork([...lifted, stroke('head', 60, 100)], extents)).toBeNull();
  expect(orderOfWork([], extents)).toBeNull();
  expect(orderOfWork([stroke('head', 60, 100), stroke('trunk', 50, 100)], extents)).toBeNull();
});

test('a whole that stands at the very end says with what', () => {
  const order = orderOfWork(
    [stroke('head', 60, 100), stroke('trunk', 50, 100), stroke('left leg', 80, 100)],
    extents,
  )!;
  expect(orderSentence(order)).toBe('The whole stood at the very end, with the left leg.');
});
