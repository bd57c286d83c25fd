import { useRef, useState } from 'react';
import type { PictureMark } from '@deft/core/reference';
import type { Pose, Session } from '@deft/contract';
import { sentenceOf } from '../data/refusals';
import { useSay } from '../ui/notes';
import { useChangePoseMutation } from './api';

interface Marked {
  readonly of: string;
  readonly marks: readonly PictureMark[];
}
const NONE: readonly PictureMark[] = [];

/** Which picture a pose's marks are on: another one has its own. */
const keyOf = (pose: Pose): string => `${pose.id} ${pose.reference.id} ${pose.reference.revision}`;

/** What is on a pose's picture: shown at once, and kept with the pose. */
export function useMarks(
  session: Session,
  pose: Pose | undefined,
): { readonly marks: readonly PictureMark[]; readonly onMarks: (marks: readonly PictureMark[]) => void } {
  const [change] = useChangePoseMutation();
  const [own, setOwn] = useState<Marked | null>(null);
  const sent = useRef<Promise<void>>(Promise.resolve());
  const say = useSay();
  const marks = pose && own?.of === keyOf(pose) ? own.marks : (pose?.marks ?? NONE);
  return {
    marks,
    onMarks: (marked) => {
      if (!pose) return;
      setOwn({ of: keyOf(pose), marks: marked });
      // One after the other: what was put last is what is kept.
      sent.current = sent.current
        .then(() => change({ session: session.id, pose: pose.id, patch: { marks: marked } }).unwrap())
        .then(
          () => undefined,
          (error: unknown) => say({ text: sentenceOf(error) }),
        );
    },
  };
}
