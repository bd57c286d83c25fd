import { topicsOf } from '../findings/causes.ts';
import type { Finding } from '../findings/finding.ts';
import { measureTopic } from '../findings/measure.ts';
import type { ItemPair } from '../findings/model.ts';
import type { Point } from '../geometry/point.ts';
import type { Subject } from '../subjects/subject.ts';

/** Test help: what every topic of a drawing really is, and which findings are not there. */

export type Real = ReadonlyMap<string, { readonly size: number; readonly offset: Point | null }>;

/**
 * Every topic measured between a drawing without noise and its reference, by its id.
 * @param pairs the drawn side laid on the reference, in its unit
 */
export function realSizes(pairs: readonly ItemPair[], subject: Subject, height: number): Real {
  return new Map(
    topicsOf(pairs, subject).map((topic) => {
      const measured = measureTopic(
        topic,
        topic.pairs.map((p) => p.drawn),
        topic.pairs.map((p) => p.reference),
        height,
      );
      return [topic.id, { size: measured?.size ?? 0, offset: measured?.offset ?? null }];
    }),
  );
}

/** A finding that is not there: really the other way, or less than half of what is worth a word. */
export function isFalse(finding: Finding, real: Real): boolean {
  const { size, offset } = real.get(finding.id) ?? { size: 0, offset: null };
  const along =
    offset && finding.offset
      ? (offset.x * finding.offset.x + offset.y * finding.offset.y) / finding.size
      : size * Math.sign(finding.size);
  return along < finding.tolerance / 2;
}
