import { distance, type Point } from '../geometry/point.ts';
import type { RuleKind, RuleMark } from '../reference/mark.ts';
import { isRule } from '../reference/rule.ts';
import type { Doubt } from './doubt.ts';
import { landmarksBy, type Item } from './item.ts';
import { errorOfMeasure, type Measure } from './measured-by.ts';
import type { Degree } from './sureness.ts';
import { toleranceOf } from './tolerance.ts';

/** How a rule stands in one picture, by its landmarks. */
export interface RuleHeld {
  /**
   * How far it is from holding exactly, with its standard error: of an equal length per cent of the first
   * one, else per cent of the figure's height. Level: how much lower the second lies; plumb: how much
   * further to the picture's right; above: how much lower the first lies; begins: how much further along.
   */
  readonly off: number;
  readonly error: number;
  readonly holds: boolean;
  /** Whether its landmarks are placed surely enough to tell. */
  readonly sure: boolean;
}

/** A rule in a drawing, beside the picture. */
export interface ToldRule {
  readonly rule: RuleMark;
  /** How much more off than in the picture, with its standard error; units as in `RuleHeld`. */
  readonly size: number;
  readonly error: number;
  readonly holds: 'yes' | 'no' | 'cannot tell';
  /** How surely it does not hold; null where it does, or goes with what is told of its landmarks already. */
  readonly sure: Degree | null;
  /** Where its places lie in the drawing, laid on the picture, and in the picture; its pixels. */
  readonly places: readonly { readonly drawn: Point; readonly reference: Point }[];
}

/** So many standard errors from the edge of what is let pass, a picture is surely within or beyond it. */
const SURELY = 2;
/** So many standard errors one that is off must be worth, and so few may be left for it to hold. */
const [WORTH, LEFT] = [{ clearly: 4.5, perhaps: 3 }, 2];

/** What a rule measures on landmarks, in its own unit; NaN where a length it goes by is none. */
function measureOf({ rule, on }: RuleMark, height: number): Measure {
  const [a, b, c, d] = on as [string, string, string, string];
  const share = (length: number): number => (100 * length) / height;
  switch (rule) {
    case 'level':
      return (at) => share(at(b).y - at(a).y);
    case 'plumb':
      return (at) => share(at(b).x - at(a).x);
    case 'above':
      return (at) => share(at(a).y - at(b).y);
    case 'equal':
      return (at) => 100 * (distance(at(c), at(d)) / distance(at(a), at(b)) - 1);
    case 'begins':
      return (at) => {
        const [from, to, begin] = [at(a), at(b), at(c)];
        const length = distance(from, to);
        const along = (begin.x - to.x) * (to.x - from.x) + (begin.y - to.y) * (to.y - from.y);
        return share(along / length);
      };
  }
}

const allowedIn = (rule: RuleKind, seconds: number | null): number =>
  rule === 'above' ? 0 : toleranceOf(rule === 'equal' ? 'proportion' : 'place', seconds);

/**
 * How a rule stands in a picture.
 * @param items the picture's landmarks, in its pixels; forms are passed over
 * @param on.height the figure's, pixels
 * @returns null where a landmark is not known, or a length it goes by is none
 */
export function heldIn(
  rule: RuleMark,
  items: readonly Item[],
  on: { readonly height: number; readonly doubt: Doubt },
): RuleHeld | null {
  const known = landmarksBy(items);
  if (!isRule(rule) || !(on.height > 0) || !rule.on.every((name) => known.has(name))) return null;
  const measure = measureOf(rule, on.height);
  const off = measure((name) => (known.get(name) as Item).centre);
  if (!Number.isFinite(off)) return null;
  const error = errorOfMeasure(measure, [...new Set(rule.on)], known, on);
  const allowed = allowedIn(rule.rule, null);
  const beyond = (rule.rule === 'above' ? off : Math.abs(off)) - allowed;
  return { off, error, holds: beyond < 0, sure: Math.abs(beyond) >= SURELY * error };
}

/**
 * The rules of a picture in its drawing: off is what departs from the picture further than is worth a word.
 * A rule that was noticed on another picture is left out where it does not hold in this one.
 * @param drawn landmarks laid on the reference, in its pixels
 * @param on.own ids of the rules that were noticed on this picture
 * @param on.told ids of drawn landmarks of which something is told already
 */
export function toldRules(
  rules: readonly RuleMark[],
  drawn: readonly Item[],
  reference: readonly Item[],
  on: {
    readonly height: number;
    readonly doubt: Doubt;
    readonly seconds: number | null;
    readonly own: ReadonlySet<string>;
    readonly told: ReadonlySet<string>;
  },
): ToldRule[] {
  const [own, true_] = [landmarksBy(drawn), landmarksBy(reference)];
  return rules.flatMap((rule): ToldRule[] => {
    const should = heldIn(rule, reference, on);
    const is = heldIn(rule, drawn, on);
    if (!should || (!should.holds && !on.own.has(rule.id))) return [];
    const placesIn = (items: ReadonlyMap<string, Item>): Point[] =>
      rule.on.map((name) => (items.get(name) as Item).centre);
    if (!is) return [{ rule, size: 0, error: 0, holds: 'cannot tell', sure: null, places: [] }];
    const [there, here] = [placesIn(true_), placesIn(own)];
    const isAbove = rule.rule === 'above';
    const size = isAbove ? is.off : is.off - should.off;
    const allowed = allowedIn(rule.rule, on.seconds);
    const beyond = isAbove ? size : Math.abs(size);
    const worth = beyond / is.error;
    const degree = worth >= WORTH.clearly ? 'clearly' : worth >= WORTH.perhaps ? 'perhaps' : null;
    const off = beyond >= allowed && degree !== null;
    const kept = isAbove ? size < -LEFT * is.error : beyond < allowed && LEFT * is.error < allowed;
    const goesWith = rule.on.some((name) => on.told.has((own.get(name) as Item).id));
    return [
      {
        rule,
        size,
        error: is.error,
        holds: off ? 'no' : kept ? 'yes' : 'cannot tell',
        sure: off && !goesWith ? degree : null,
        places: here.map((at, i) => ({ drawn: at, reference: there[i] as Point })),
      },
    ];
  });
}
