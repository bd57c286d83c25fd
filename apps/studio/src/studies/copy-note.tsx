import { spokenTime } from '@deft/core/session';
import { PageNote } from './page-note';
import { useStudy } from './study-context';
import { copyNote } from './words';

/** From what the page is a copy, where it is one. */
export function CopyNote() {
  const { study, attempt } = useStudy();
  const from = study.attempts.find(({ id }) => id === attempt?.copyOf);
  if (!from || from.seconds === null) return null;
  return <PageNote testID="copy-note" text={copyNote(spokenTime(from.seconds * 1000))} />;
}
