import type { SetTask } from '@deft/contract';
import type { Counted } from '@deft/core/page';

/** How much of a task is there, what can be counted first. */
export function thereWords({ forms, values, checklist }: SetTask, counted: Counted): string {
  const parts = [
    ...(forms === null ? [] : [`${counted.forms} of ${forms} forms`]),
    ...(values === null ? [] : [`${counted.values} of ${values} values`]),
    ...(checklist.length === 0
      ? []
      : [`${checklist.filter(({ done }) => done).length} of ${checklist.length} ticked`]),
  ];
  return parts.join(', ');
}
