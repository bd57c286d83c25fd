import { useState } from 'react';
import type { Clock } from '@deft/core/session';
import type { Pose, Session } from '@deft/contract';
import { pictureOf } from '../data/addresses';
import { sentenceOf } from '../data/refusals';
import { useAnotherPictureMutation } from './api';
import type { RunningClock } from './use-clock';

/** *Not this one*: whether it can be said, what it would bring, and why it brought nothing. */
export interface AnotherPicture {
  readonly can: boolean;
  /** It comes back to the picture that was there before. */
  readonly isBack: boolean;
  readonly busy: boolean;
  readonly said: string | null;
  readonly ask: () => void;
}

/** How long the clock waits for a picture to be there, milliseconds. */
const PATIENCE = 3000;

/** Resolves once a picture can be painted, or after a while all the same. */
const painted = (address: string): Promise<unknown> => {
  const image = new Image();
  image.src = address;
  return Promise.race([
    image.decode().catch(() => undefined),
    new Promise((done) => setTimeout(done, PATIENCE)),
  ]);
};

/** Asks for another picture; the clock is held until it has come, and then begins anew. */
export function useAnotherPicture(
  session: Session,
  pose: Pose | undefined,
  clock: Clock,
  say: RunningClock['say'],
): AnotherPicture {
  const [change] = useAnotherPictureMutation();
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<{ readonly pose: string; readonly said: string } | null>(null);
  const first = session.poses.find(({ step }) => step.picture === pose?.step.picture);
  const can = pose !== undefined && pose === first && clock.poses[clock.current]?.reopened === false;
  const ask = async (): Promise<void> => {
    if (!pose || !can || busy) return;
    say({ kind: 'hold' });
    setBusy(true);
    setRefused(null);
    try {
      const { poses } = await change({ session: session.id, pose: pose.id }).unwrap();
      const changed = poses.find(({ id }) => id === pose.id);
      if (changed) await painted(pictureOf(changed.reference));
      say({ kind: 'another picture' });
    } catch (error) {
      setRefused({ pose: pose.id, said: sentenceOf(error) });
    } finally {
      setBusy(false);
    }
  };
  return {
    can,
    isBack: pose?.other !== null,
    busy,
    said: refused && refused.pose === pose?.id ? refused.said : null,
    ask: () => void ask(),
  };
}
