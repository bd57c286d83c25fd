import {
  check,
  doubtAmong,
  landmarkItem,
  type CheckReport,
  type Finding,
  type Item,
} from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import { SUBJECTS } from '@deft/core/subjects';
import type { Change, Places } from '../packages/core/src/testing/drawn-figure.ts';
import { realSizes, type Real } from '../packages/core/src/testing/planted.ts';

/** What was planted in a drawing held against what a check says of it. */

export const figure = SUBJECTS.figure;

const items = (places: Places, spread: number, prefix: string): Item[] =>
  [...places].map(([name, at]) => landmarkItem({ id: `${prefix} ${name}`, name, at, spread }));

/** A check of landmarks alone. */
export function checkLandmarks(
  drawn: Iterable<{ name: string; at: Point; spread: number }>,
  reference: Places,
  height: number,
  { spread = 0.5, covariance }: { spread?: number; covariance?: readonly (readonly number[])[] } = {},
): CheckReport {
  const ids = [...drawn].map(({ name }) => `drawn ${name}`);
  return check({
    ...(covariance ? { doubt: doubtAmong(ids, covariance) } : {}),
    drawn: [...drawn].map(({ name, at, spread: own }) =>
      landmarkItem({ id: `drawn ${name}`, name, at, spread: own }),
    ),
    reference: items(reference, spread, 'true'),
    height,
    seconds: null,
    subject: figure,
  });
}

/** What every topic really is: the changed landmarks against the unchanged, in the reference's own unit. */
export function realOf(changed: Places, reference: Places, height: number): Real {
  const truth = items(reference, 0.01, 'true');
  const pairs = items(changed, 0.01, 'drawn').map((drawn, i) => ({ drawn, reference: truth[i] as Item }));
  return realSizes(pairs, figure, height);
}

export const topicId = (finding: Finding): string => finding.id.replace('true ', '');

/** The findings by which a planted change may be named, each with the sign that it has then. */
export function namesOf(change: Change): { id: string; sign: number }[] {
  const side = 'limb' in change ? change.limb.split(' ')[0] : '';
  const parts: Record<string, string[]> = {
    arm: ['upper arm', 'arm', 'forearm'],
    forearm: ['forearm'],
    leg: ['thigh', 'leg', 'shin'],
    shin: ['shin'],
  };
  switch (change.kind) {
    case 'head':
      return [{ id: 'size:head', sign: Math.sign(change.by) }];
    case 'shoulders':
      return [{ id: 'tilt:shoulder line', sign: Math.sign(change.by) }];
    case 'hips':
      return [{ id: 'tilt:hip line', sign: Math.sign(change.by) }];
    default: {
      const named = parts[change.limb.split(' ')[1] ?? ''] ?? [];
      const measure = change.kind === 'turn' ? 'tilt' : 'length';
      return named.map((part) => ({ id: `${measure}:${side} ${part}`, sign: Math.sign(change.by) }));
    }
  }
}

type Name = ReturnType<typeof namesOf>[number];

const isSaid = (names: readonly Name[], findings: readonly Finding[]): boolean =>
  names.some(({ id, sign }) => findings.some((f) => topicId(f) === id && Math.sign(f.size) === sign));

export const isNamed = (change: Change, findings: readonly Finding[]): boolean =>
  isSaid(namesOf(change), findings);

/**
 * The same; or the whole limb is said to be too long or too short, which a longer forearm or shin makes it.
 * Where a limb is straight no line says where its elbow is, and that is all there is to be said.
 */
export const isNamedWithin = (change: Change, findings: readonly Finding[]): boolean => {
  const whole = namesOf(change).map(({ id, sign }) => ({
    id: id.replace(/^(length:.*) forearm$/, '$1 arm').replace(/^(length:.*) shin$/, '$1 leg'),
    sign,
  }));
  return isNamed(change, findings) || isSaid(whole, findings);
};
