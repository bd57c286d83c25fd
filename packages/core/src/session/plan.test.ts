import {
  expandPlan,
  firstPictures,
  hasWholePage,
  newBlock,
  planPictures,
  planSeconds,
  READY_PLANS,
} from './plan.ts';
import { readTime } from './read-time.ts';

test.each([
  ['90', 90],
  ['90 s', 90],
  ['90s', 90],
  ['1:30', 90],
  ['1.5 min', 90],
  ['1,5 min', 90],
  ['2 min', 120],
  ['2m', 120],
  ['1 min 30 s', 90],
  ['1h', 3600],
  ['1:02:30', 3750],
  [' 45 ', 45],
  ['0:05', 5],
  ['10 minutes', 600],
  ['0.5 min', 30],
])('the time typed as “%s” is %i seconds', (typed, seconds) => expect(readTime(typed)).toBe(seconds));
test.each(['', 'soon', '0', '0:00', '-5', '1:75', '1:2:3:4', '5 miles', '1e3', 'NaN', ':30', '30:'])(
  '“%s” is no time',
  (typed) => expect(readTime(typed)).toBeNull(),
);

test('the plans that lie ready last what they say', () => {
  const minutes = new Map(READY_PLANS.map((plan) => [plan.title, planSeconds(plan) / 60]));
  expect(
    ['Ten of half a minute', 'Ten of a minute', 'Six of two minutes', 'Four of five minutes'].map((title) =>
      minutes.get(title),
    ),
  ).toEqual([5, 10, 12, 20]);
  expect(minutes.get('Two of fifteen minutes')).toBe(30);
  expect(minutes.get('Warm-up, 5 minutes')).toBe(5);
  expect(minutes.get('Mixed, 20 minutes')).toBe(20);
  expect(minutes.get('An hour')).toBe(60);
});

test('a block becomes its poses; from knowledge each picture is drawn twice; nothing rests at the end', () => {
  const plan = {
    blocks: [newBlock(2, 30, { rest: 5 }), newBlock(1, 60, { source: 'knowledge', look: 20, rest: 5 })],
  };
  const steps = expandPlan(plan);
  expect(steps.map(({ picture, seconds }) => [picture, seconds])).toEqual([
    [0, 30],
    [1, 30],
    [2, 60],
    [2, 60],
  ]);
  expect(planPictures(plan)).toBe(3);
  expect(steps.map(({ stretches }) => stretches.map(({ doing }) => doing).join(' '))).toEqual([
    'draw rest',
    'draw rest',
    'draw look rest',
    'draw compare',
  ]);
  // The picture is not there while one draws from what one knows.
  expect(steps[2]!.stretches.filter(({ doing }) => doing === 'draw').every(({ seen }) => !seen)).toBe(true);
  expect(planSeconds(plan)).toBe(30 + 5 + 30 + 5 + 60 + 20 + 5 + 60 + 10);
});

test('a plan’s first pictures keep their blocks', () => {
  const plan = { title: 'Two kinds', blocks: [newBlock(3, 30), newBlock(4, 300)] };
  expect(firstPictures(plan, 5).blocks.map(({ count, seconds }) => [count, seconds])).toEqual([
    [3, 30],
    [2, 300],
  ]);
  expect(firstPictures(plan, 2).blocks.map(({ count }) => count)).toEqual([2]);
  expect(firstPictures(plan, 99).blocks).toEqual(plan.blocks);
  expect(planPictures(firstPictures(plan, 0))).toBe(1);
});

test('long poses from sight have the whole page, and others where their block says so', () => {
  const has = (seconds: number, more = {}) =>
    expandPlan({ blocks: [newBlock(1, seconds, more)] }).map(hasWholePage)[0];
  expect([has(120), has(179), has(180), has(1440)]).toEqual([false, false, true, true]);
  expect([has(30, { wholePage: true }), has(600, { wholePage: false })]).toEqual([true, false]);
  for (const other of [{ ground: 'on paper' }, { ground: 'on a grid' }, { source: 'memory', look: 5 }])
    expect(has(600, { ...other, wholePage: true })).toBe(false);
});
