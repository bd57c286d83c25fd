import type { SubjectKey } from '@deft/core/subjects';
import type { TraceOn } from '@deft/contract';

/** What most of some pictures show; something of its own where there are none. */
export function commonSubject(rows: readonly Pick<TraceOn, 'subject'>[]): SubjectKey {
  const counts = new Map<SubjectKey, number>();
  for (const { subject } of rows) counts.set(subject, (counts.get(subject) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 'thing';
}
