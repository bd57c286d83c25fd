import { check, landmarkItem, type CheckReport, type Finding, type Item } from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import { SUBJECTS } from '@deft/core/subjects';
import { topicsOf } from '../packages/core/src/findings/causes.ts';
import { measureTopic } from '../packages/core/src/findings/measure.ts';
import type { Change, Places } from '../packages/core/src/testing/drawn-figure.ts';

/** What was planted in a drawing held against what a check says of it. */

export const figure = SUBJECTS.figure;

const items = (places: Places, spread: number, prefix: string): Item[] =>
  [...places].map(([name, at]) => landmarkItem({ id: `${prefix} ${name}`, name, at, spread }));

/** A check of landmarks alone. */
export function checkLandmarks(
  drawn: Iterable<{ name: string; at: Point; spread: number }>,
  reference: Places,
  height: number,
  spread = 0.5,
): CheckReport {
  return check({
    drawn: [...drawn].map(({ name, at, spread: own }) =>
      landmarkItem({ id: `drawn ${name}`, name, at, spread: own }),
    ),
    reference: items(reference, spread, 'true'),
    height,
    seconds: null,
    subject: figure,
  });
}

type Real = Map<string, { size: number; offset: Point | null }>;

/**
 * What every topic really is: the changed landmarks measured against the unchanged, in the reference's own
 * unit.
 */
export function realSizes(changed: Places, reference: Places, height: number): Real {
  const pairs = items(changed, 0.01, 'drawn').map((drawn, i) => ({
    drawn,
    reference: items(reference, 0.01, 'true')[i] as Item,
  }));
  return new Map(
    topicsOf(pairs, figure).map((topic) => {
      const measured = measureTopic(
        topic,
        topic.pairs.map((p) => p.drawn),
        topic.pairs.map((p) => p.reference),
        height,
      );
      return [topic.id.replace('true ', ''), { size: measured?.size ?? 0, offset: measured?.offset ?? null }];
    }),
  );
}

export const topicId = (finding: Finding): string => finding.id.replace('true ', '');

/** A finding that is not there: really the other way, or less than half of what is worth a word. */
export function isFalse(finding: Finding, real: Real): boolean {
  const { size, offset } = real.get(topicId(finding)) ?? { size: 0, offset: null };
  const along =
    offset && finding.offset
      ? (offset.x * finding.offset.x + offset.y * finding.offset.y) / finding.size
      : size * Math.sign(finding.size);
  return along < finding.tolerance / 2;
}

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

export const isNamed = (change: Change, findings: readonly Finding[]): boolean =>
  namesOf(change).some(({ id, sign }) =>
    findings.some((f) => topicId(f) === id && Math.sign(f.size) === sign),
  );
