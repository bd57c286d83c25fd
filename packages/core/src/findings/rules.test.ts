import fc from 'fast-check';
import type { Point } from '../geometry/point.ts';
import { RULE_KINDS, type RuleKind, type RuleMark } from '../reference/mark.ts';
import { isRule, ruleWords } from '../reference/rule.ts';
import { FIGURE_HEIGHT, figurePlaces } from '../testing/figure.ts';
import { NO_DOUBT } from './doubt.ts';
import { landmarkItem, type Item } from './item.ts';
import { heldIn, toldRules, type ToldRule } from './rules.ts';
import { heldWords, ruleDeed, ruleSentence } from './rule-words.ts';

const itemsOf = (places: ReadonlyMap<string, Point>, spread = 1): Item[] =>
  [...places].map(([name, at]) => landmarkItem({ id: name, name, at, spread }));
const rule = (kind: RuleKind, ...on: string[]): RuleMark => ({
  kind: 'rule',
  id: `${kind} ${on.join()}`,
  rule: kind,
  on,
  text: '',
});
const places = (of: Readonly<Record<string, readonly [number, number]>>): Map<string, Point> =>
  new Map(Object.entries(of).map(([name, [x, y]]) => [name, { x, y }]));
const on = { height: 1000, doubt: NO_DOUBT };
const square = places({ a: [0, 0], b: [100, 0], c: [100, 100], d: [0, 100], beyond: [160, 100] });

const told = (
  rules: readonly RuleMark[],
  drawn: ReadonlyMap<string, Point>,
  { reference = square, own = true, told: said = [] as string[], seconds = null as number | null } = {},
): ToldRule[] =>
  toldRules(rules, itemsOf(drawn), itemsOf(reference, 0.5), {
    ...on,
    seconds,
    own: new Set(own ? rules.map(({ id }) => id) : []),
    told: new Set(said),
  });

test.each<[RuleMark, number, boolean]>([
  [rule('level', 'a', 'b'), 0, true],
  [rule('level', 'a', 'c'), 10, false],
  [rule('plumb', 'a', 'd'), 0, true],
  [rule('plumb', 'a', 'b'), 10, false],
  [rule('above', 'a', 'd'), -10, true],
  [rule('above', 'd', 'a'), 10, false],
  [rule('equal', 'a', 'b', 'b', 'c'), 0, true],
  [rule('equal', 'a', 'b', 'd', 'beyond'), 60, false],
  [rule('begins', 'a', 'b', 'c'), 0, true],
  [rule('begins', 'a', 'b', 'beyond'), 6, false],
])('in a square %j is off by %s', (mark, off, holds) => {
  const held = heldIn(mark, itemsOf(square), on);
  expect(held?.off).toBeCloseTo(off, 9);
  expect(held).toMatchObject({ holds, sure: true });
});

test('equal lengths and where one begins do not depend on how the picture is turned; level does', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.05, max: 6, noNaN: true }), (angle) => {
      const [c, s] = [Math.cos(angle), Math.sin(angle)];
      const turned = new Map(
        [...square].map(([name, { x, y }]) => [name, { x: c * x - s * y, y: s * x + c * y }]),
      );
      const off = (mark: RuleMark): number => heldIn(mark, itemsOf(turned), on)!.off;
      expect(off(rule('equal', 'a', 'b', 'd', 'beyond'))).toBeCloseTo(60, 6);
      expect(off(rule('begins', 'a', 'b', 'beyond'))).toBeCloseTo(6, 6);
      expect(off(rule('level', 'a', 'b'))).toBeCloseTo(10 * s, 6);
    }),
  );
});

test('near the edge of what is let pass, and of unsure places, it is not sure; of too few it says nothing', () => {
  const near = new Map(square).set('b', { x: 100, y: 19 });
  expect(heldIn(rule('level', 'a', 'b'), itemsOf(near, 4), on)).toMatchObject({ holds: true, sure: false });
  expect(heldIn(rule('level', 'a', 'c'), itemsOf(square, 60), on)).toMatchObject({
    holds: false,
    sure: false,
  });
  expect(heldIn(rule('level', 'a', 'nowhere'), itemsOf(square), on)).toBeNull();
  expect(heldIn(rule('begins', 'a', 'a', 'b'), itemsOf(square), on)).toBeNull();
  expect(heldIn(rule('level', 'a', 'b'), itemsOf(square), { ...on, height: 0 })).toBeNull();
  const onOne = new Map(square).set('b', { x: 0, y: 0 });
  expect(heldIn(rule('equal', 'a', 'b', 'c', 'd'), itemsOf(onOne), on)).toBeNull();
});

test('of a copy every rule holds; a place that is moved is told, which way and by how much', () => {
  const rules = [
    rule('level', 'a', 'b'),
    rule('plumb', 'a', 'd'),
    rule('above', 'b', 'c'),
    rule('equal', 'a', 'b', 'c', 'd'),
    rule('begins', 'a', 'b', 'c'),
  ];
  expect(told(rules, square).map(({ holds }) => holds)).toEqual(['yes', 'yes', 'yes', 'yes', 'yes']);
  const low = told(rules, new Map(square).set('b', { x: 100, y: 50 }));
  expect(low[0]).toMatchObject({ holds: 'no', sure: 'clearly' });
  expect(low[0]!.size).toBeCloseTo(5, 9);
  expect(ruleSentence(low[0]!, 'picture')).toBe(
    'The a and the b are level; here the b lies 5 % too low beside the a.',
  );
  expect(ruleDeed(low[0]!, 'picture')).toBe('Lift the b, until it is level with the a.');
  const [, aside] = told(rules, new Map(square).set('d', { x: 70, y: 100 }));
  expect(ruleSentence(aside!, 'sitter facing')).toContain('here the d lies 7 % too far to the left.');
  const [, , under] = told(rules, new Map(square).set('b', { x: 100, y: 180 }));
  expect(ruleSentence(under!, 'picture')).toContain('here the b lies 8 % below the c.');
  const longer = told(rules, new Map(square).set('c', { x: 150, y: 100 }));
  expect(ruleSentence(longer[3]!, 'picture')).toContain('it is 50 % too long beside it.');
  expect(ruleSentence(longer[4]!, 'picture')).toContain('the c begins 5 % too late.');
  for (const one of longer.slice(3)) expect(ruleDeed(one, 'picture')).toMatch(/^(Make|Bring) .*c.*\.$/);
});

test('what was noticed elsewhere and does not hold in this picture is not asked of its drawing', () => {
  const mark = rule('level', 'a', 'c');
  expect(told([mark], square, { own: false })).toEqual([]);
  expect(told([mark], square)).toMatchObject([{ holds: 'yes', size: 0 }]);
});

test('what goes with something told already is no, and not named again; what lacks cannot be told', () => {
  const moved = new Map(square).set('b', { x: 100, y: 50 });
  expect(told([rule('level', 'a', 'b')], moved, { told: ['b'] })).toMatchObject([
    { holds: 'no', sure: null },
  ]);
  const lacking = new Map(square);
  lacking.delete('b');
  const [none] = told([rule('level', 'a', 'b')], lacking);
  expect(none).toMatchObject({ holds: 'cannot tell', places: [] });
  expect(ruleSentence(none!, 'picture')).toBe('The a and the b are level; here it cannot be told.');
});

test('a rule needs as many places as its kind, no length from a place to itself, and has words', () => {
  expect(isRule({ rule: 'level', on: ['a'] })).toBe(false);
  expect(isRule({ rule: 'equal', on: ['a', 'b', 'b', 'a'] })).toBe(false);
  expect(isRule({ rule: 'equal', on: ['a', 'b', 'a', 'c'] })).toBe(true);
  const names = [...figurePlaces().keys()];
  const words = RULE_KINDS.map((kind) => ruleWords(rule(kind, ...names.slice(0, 4))));
  expect(new Set(words).size).toBe(RULE_KINDS.length);
  expect(ruleWords({ ...rule('level', 'a', 'b'), text: 'eyes sit level. ' })).toBe('eyes sit level');
  expect(FIGURE_HEIGHT).toBeGreaterThan(0);
});

test('in how many pictures a rule holds is said as surely as it is known', () => {
  const pictures = (yes: number, no: number, maybe: number, maybeNot: number) => [
    ...Array.from({ length: yes }, () => ({ holds: true, sure: true })),
    ...Array.from({ length: no }, () => ({ holds: false, sure: true })),
    ...Array.from({ length: maybe }, () => ({ holds: true, sure: false })),
    ...Array.from({ length: maybeNot }, () => ({ holds: false, sure: false })),
  ];
  expect(heldWords(pictures(5, 1, 0, 0))).toBe('It holds in 5 of 6 pictures.');
  expect(heldWords(pictures(1, 0, 2, 1))).toBe(
    'It holds in 1 of 1 picture, perhaps in 2 more, perhaps not in 1.',
  );
  expect(heldWords(pictures(0, 0, 1, 0))).toBe('It holds perhaps in 1.');
  expect(heldWords([])).toContain('nothing can be told');
});
