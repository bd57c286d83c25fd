import { useCallback, useEffect, useRef, useState } from 'react';
import { newClock, tickClock, wakeClock, type Clock, type ClockEvent } from '@deft/core';
import type { Session } from '@deft/contract';
import { usePutClockMutation } from '../data/api';

type Said = ClockEvent extends infer E ? (E extends ClockEvent ? Omit<E, 'at'> : never) : never;

const KEEP_EVERY = 5000;
const TICK = 50;
const keyOf = (session: Session): string => `deft-clock-${session.id}`;

/** The clock as it was last written down, on this device or on the desk. */
function storedClock(session: Session): Clock | null {
  const sound = (value: unknown): Clock | null => {
    const clock = value as Clock | null;
    return clock && Array.isArray(clock.poses) && clock.poses.length === session.poses.length ? clock : null;
  };
  try {
    return sound(JSON.parse(localStorage.getItem(keyOf(session)) ?? 'null')) ?? sound(session.clock);
  } catch {
    return sound(session.clock);
  }
}

/** Runs a session's clock: ticks it, writes it down, and tells the desk at each turn. It comes back held after a reload. */
export function useClock(session: Session) {
  const [put] = usePutClockMutation();
  const [clock, setClock] = useState<Clock>(() => {
    const stored = storedClock(session);
    return stored ? wakeClock(stored, performance.now()) : newClock(session.poses.map((pose) => pose.seconds));
  });
  const current = useRef(clock);
  const kept = useRef(0);
  const { id, poses } = session;

  const keep = useCallback(async (now: Clock): Promise<void> => {
    kept.current = performance.now();
    const body = {
      id, clock: now, over: now.phase === 'done',
      poses: poses.map((pose, i) => {
        const times = now.poses[i];
        return { id: pose.id, drawnMs: times?.over ? times.drawn : null, heldMs: times?.held ?? 0, addedMs: times?.added ?? 0, skipped: times?.skipped ?? false };
      }),
    };
    for (let wait = 500; ; wait = Math.min(4000, wait * 2)) {
      if (await put(body).unwrap().then(() => true, () => false)) return;
      // Only the end must reach the desk; a turn on the way is said again by the next one.
      if (now.phase !== 'done') return;
      await new Promise((done) => setTimeout(done, wait));
    }
  }, [id, poses, put]);

  const say = useCallback((event: Said): void => {
    const before = current.current;
    const now = tickClock(before, { ...event, at: performance.now() } as ClockEvent);
    if (now === before) return;
    current.current = now;
    try {
      localStorage.setItem(keyOf({ id } as Session), JSON.stringify(now));
      if (now.phase === 'done') localStorage.removeItem(keyOf({ id } as Session));
    } catch {
      // The desk's own copy has to do.
    }
    const turned = now.phase !== before.phase || now.current !== before.current;
    if (turned || performance.now() - kept.current > KEEP_EVERY) void keep(now);
    if (turned || event.kind === 'more') setClock(now);
  }, [id, keep]);

  useEffect(() => {
    const timer = setInterval(() => current.current.phase !== 'ready' && say({ kind: 'tick' }), TICK);
    return () => clearInterval(timer);
  }, [say]);
  return { clock, say, now: current };
}
