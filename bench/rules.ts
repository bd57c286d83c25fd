import { readFileSync } from 'node:fs';
import type { Truth } from '@deft/contract';
import { heldIn, landmarkItem, NO_DOUBT, toleranceOf, type Item } from '@deft/core/findings';
import { gaussian, seeded } from '@deft/core/random';
import { RULE_KINDS, RULE_TOUCHES, isRule, type RuleKind, type RuleMark } from '@deft/core/reference';
import { row } from './table.ts';

/**
 * Relations that one notices, on the demo's pictures: do they hold where the pictures' truth has it, and
 * is *perhaps* said where the landmarks are only found?
 */

type Place = { readonly x: number; readonly y: number };
const { pictures } = JSON.parse(readFileSync(new URL('../demo/sets.json', import.meta.url), 'utf8')) as {
  pictures: { truth: Truth }[];
};
const RULES = 60;
/** How far found landmarks lie off, parts of the figure's height. */
const FOUND = 0.015;

/** How far a rule is from holding, by angles: not as the core reckons it. Null where its length is none. */
function offBy(rule: RuleKind, [a, b, c, d]: readonly Place[], height: number): number | null {
  const between = (p: Place, q: Place) => ({
    length: Math.hypot(q.x - p.x, q.y - p.y),
    angle: Math.atan2(q.y - p.y, q.x - p.x),
  });
  const first = between(a!, b!);
  const percent = 100 / height;
  if (first.length === 0 && (rule === 'equal' || rule === 'begins')) return null;
  if (rule === 'level') return percent * Math.abs(first.length * Math.sin(first.angle));
  if (rule === 'plumb') return percent * Math.abs(first.length * Math.cos(first.angle));
  // What lies exactly as high is not above.
  if (rule === 'above') return a!.y === b!.y ? 0 : -percent * first.length * Math.sin(first.angle);
  if (rule === 'equal') {
    const second = between(c!, d!);
    return 100 * Math.abs(second.length - first.length) * (1 / first.length);
  }
  const onwards = between(b!, c!);
  return percent * Math.abs(onwards.length * Math.cos(onwards.angle - first.angle));
}

const allowed = (rule: RuleKind): number =>
  rule === 'above' ? 0 : toleranceOf(rule === 'equal' ? 'proportion' : 'place', null);

function someRule(rule: RuleKind, names: readonly string[], random: () => number): RuleMark | null {
  for (let tries = 0; tries < 50; tries += 1) {
    const on = Array.from({ length: RULE_TOUCHES[rule] }, () => names[Math.floor(random() * names.length)]!);
    if (isRule({ rule, on })) return { kind: 'rule', id: 'r', rule, on, text: '' };
  }
  return null;
}

for (const rule of RULE_KINDS) {
  const random = seeded(RULE_KINDS.indexOf(rule) + 1);
  let [told, right, found, sure, wrong, nearEdge, nearUnsure] = [0, 0, 0, 0, 0, 0, 0];
  for (const { truth } of pictures) {
    const shown = truth.landmarks.filter(({ hidden }) => !hidden);
    if (shown.length < 4) continue;
    const names = shown.map(({ name }) => name);
    const places = new Map(shown.map(({ name, at }) => [name, at]));
    const spread = FOUND * truth.height;
    for (let i = 0; i < RULES; i += 1) {
      const mark = someRule(rule, names, random);
      if (!mark) continue;
      const off = offBy(
        rule,
        mark.on.map((name) => places.get(name)!),
        truth.height,
      );
      const known: Item[] = shown.map(({ name, at }) => landmarkItem({ id: name, name, at, spread: 0.5 }));
      const held = heldIn(mark, known, { height: truth.height, doubt: NO_DOUBT });
      told += 1;
      if (off === null) {
        right += held === null ? 1 : 0;
        continue;
      }
      const should = off < allowed(rule);
      right += held?.holds === should ? 1 : 0;
      const seen = shown.map(({ name, at }) =>
        landmarkItem({
          id: name,
          name,
          at: { x: at.x + spread * gaussian(random), y: at.y + spread * gaussian(random) },
          spread,
        }),
      );
      const perhaps = heldIn(mark, seen, { height: truth.height, doubt: NO_DOUBT })!;
      found += 1;
      sure += perhaps.sure ? 1 : 0;
      wrong += perhaps.sure && perhaps.holds !== should ? 1 : 0;
      // Within one standard error of the edge nobody can be sure.
      if (Math.abs(off - allowed(rule)) < perhaps.error / 2) {
        nearEdge += 1;
        nearUnsure += perhaps.sure ? 0 : 1;
      }
    }
  }
  const percent = (some: number, of: number): number => (100 * some) / of;
  row(
    `${rule}: told as the truth has it (${told})`,
    `${percent(right, told).toFixed(1)} %`,
    '100 %',
    right === told,
  );
  const missed = percent(wrong, sure);
  row(
    `${rule}, landmarks found: told surely and wrong (${sure} of ${found} sure)`,
    `${missed.toFixed(1)} %`,
    '<= 2.5 %',
    missed <= 2.5,
  );
  const unsure = percent(nearUnsure, nearEdge);
  row(`${rule}, near its edge: perhaps (${nearEdge})`, `${unsure.toFixed(0)} %`, '>= 90 %', unsure >= 90);
}
