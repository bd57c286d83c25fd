import { useCallback, useEffect, useRef, useState } from 'react';
import {
  drawnTimes,
  newClock,
  readClock,
  stretchOf,
  tickClock,
  timeLeft,
  wakeClock,
  type Clock,
  type ClockEvent,
} from '@deft/core/session';
import type { Session } from '@deft/contract';
import { usePutClockMutation } from './api';

type Said = ClockEvent extends infer E ? (E extends ClockEvent ? Omit<E, 'at'> : never) : never;

const KEEP_EVERY = 5000;
const TICK = 250;
/** Warned of so long before the end, where a stretch is long enough to be warned of. */
export const WARNING = 10_000;
const keyOf = (id: string): string => `deft-clock-${id}`;

/** Moments in a session that can be heard. */
export type Moment = 'half' | 'soon' | 'bell';

/** A clock from what the desk knows of the poses alone. */
function clockOf({ poses }: Session): Clock {
  const fresh = newClock(poses.map(({ step }) => step.stretches));
  const kept = fresh.poses.map((pose, i) => {
    const { drawnMs, heldMs, end } = poses[i] ?? { drawnMs: null, heldMs: 0, end: null };
    return drawnMs === null || end === null
      ? pose
      : {
          ...pose,
          held: heldMs,
          end,
          stretches: pose.stretches.map((s) => (s.doing === 'draw' ? { ...s, spent: drawnMs } : s)),
        };
  });
  const current = kept.findIndex(({ end }) => end === null);
  return { ...fresh, poses: kept, current: Math.max(0, current), phase: current > 0 ? 'held' : fresh.phase };
}

/** The clock as it was last written down, on this device or on the desk: whichever has counted further. */
function storedClock(session: Session): Clock | null {
  const counted = (clock: Clock): number =>
    clock.poses.reduce(
      (sum, { stretches, held, passed }) =>
        sum + held + passed + stretches.reduce((all, { spent }) => all + spent, 0),
      0,
    );
  const count = session.poses.length;
  let own: Clock | null = null;
  try {
    own = readClock(JSON.parse(localStorage.getItem(keyOf(session.id)) ?? 'null'), count);
  } catch {
    // The desk's own copy has to do.
  }
  const desks = readClock(session.clock, count);
  return own && desks ? (counted(own) >= counted(desks) ? own : desks) : (own ?? desks);
}

/** What was passed between two states of the clock. */
function momentOf(before: Clock, now: Clock): Moment | null {
  if (
    now.current !== before.current ||
    now.poses[now.current]?.turn !== before.poses[before.current]?.turn ||
    now.phase === 'done'
  )
    return before.phase === 'running' ? 'bell' : null;
  const stretch = stretchOf(now);
  if (now.phase !== 'running' || !stretch || stretch.doing === 'rest') return null;
  const all = stretch.planned + stretch.added;
  const passed = (left: number): boolean => timeLeft(before) > left && timeLeft(now) <= left;
  if (all >= 2 * WARNING && passed(WARNING)) return 'soon';
  return all >= 2 * WARNING && passed(all / 2) ? 'half' : null;
}

export interface RunningClock {
  /** As it stood at its last turn: another pose, another thing to do, held or not. */
  readonly clock: Clock;
  readonly say: (event: Said) => void;
  /** As it stands now. */
  readonly now: { readonly current: Clock };
  /** Told at once of each turn and moment, before anything is rendered. */
  readonly watch: (watcher: (now: Clock, moment: Moment | null) => void) => () => void;
}

/**
 * Runs a session's clock: ticks it, to the bell exactly; writes it down, and tells the desk at each
 * turn. It comes back held after a reload, where the page was out of sight, and where
 * the device was turned.
 */
export function useClock(session: Session): RunningClock {
  const [put] = usePutClockMutation();
  const [clock, setClock] = useState<Clock>(() => {
    const stored = storedClock(session);
    return stored ? wakeClock(stored, performance.now()) : clockOf(session);
  });
  const current = useRef(clock);
  const kept = useRef(0);
  const watchers = useRef(new Set<(now: Clock, moment: Moment | null) => void>());
  const { id, poses } = session;
  // When each bell rang, by the clock that the drawing's strokes are stamped with.
  const closed = useRef(new Map(poses.map((pose) => [pose.id, pose.closedAt])));
  const closedAt = useCallback((pose: string, over: boolean): number | null => {
    const at = over ? (closed.current.get(pose) ?? Date.now()) : null;
    closed.current.set(pose, at);
    return at;
  }, []);

  const keep = useCallback(
    async (now: Clock): Promise<void> => {
      kept.current = performance.now();
      const body = {
        id,
        clock: now,
        over: now.phase === 'done',
        poses: poses.map((pose, i) => {
          const times = now.poses[i];
          const { drawn = 0, added = 0 } = times ? drawnTimes(times) : {};
          return {
            id: pose.id,
            drawnMs: times?.end ? drawn : null,
            heldMs: times?.held ?? 0,
            addedMs: added,
            end: times?.end ?? null,
            closedAt: closedAt(pose.id, Boolean(times?.end)),
          };
        }),
      };
      for (let wait = 500; ; wait = Math.min(4000, wait * 2)) {
        if (
          await put(body)
            .unwrap()
            .then(
              () => true,
              () => false,
            )
        ) {
          if (now.phase === 'done') localStorage.removeItem(keyOf(id));
          return;
        }
        // Only the end must reach the desk; a turn on the way is said again by the next one.
        if (now.phase !== 'done') return;
        await new Promise((done) => setTimeout(done, wait));
      }
    },
    [id, poses, put, closedAt],
  );

  const say = useCallback(
    (event: Said): void => {
      const before = current.current;
      const now = tickClock(before, { ...event, at: performance.now() } as ClockEvent);
      if (now === before) return;
      current.current = now;
      const turned =
        now.phase !== before.phase ||
        now.current !== before.current ||
        now.poses[now.current]?.turn !== before.poses[before.current]?.turn;
      const moment = momentOf(before, now);
      if (turned || moment) for (const watcher of watchers.current) watcher(now, moment);
      if (turned || event.kind === 'more' || event.kind === 'another picture') setClock(now);
      try {
        localStorage.setItem(keyOf(id), JSON.stringify(now));
      } catch {
        // The desk's own copy has to do.
      }
      if (turned || performance.now() - kept.current > KEEP_EVERY) void keep(now);
    },
    [id, keep],
  );

  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>;
    const tick = (): void => {
      if (current.current.phase !== 'ready') say({ kind: 'tick' });
      const left = current.current.phase === 'running' ? timeLeft(current.current) : TICK;
      timer = setTimeout(tick, left > 0 ? Math.min(TICK, left) : 30);
    };
    tick();
    const hidden = (): void => {
      if (document.visibilityState === 'hidden') say({ kind: 'hold' });
    };
    // A device that is turned lays picture and page out anew: that is no time to draw in.
    const upright = window.matchMedia('(orientation: portrait)');
    const turned = (): void => say({ kind: 'hold' });
    upright.addEventListener('change', turned);
    document.addEventListener('visibilitychange', hidden);
    window.addEventListener('pagehide', hidden);
    return () => {
      clearTimeout(timer);
      upright.removeEventListener('change', turned);
      document.removeEventListener('visibilitychange', hidden);
      window.removeEventListener('pagehide', hidden);
    };
  }, [say]);
  const watch = useCallback((watcher: (now: Clock, moment: Moment | null) => void) => {
    watchers.current.add(watcher);
    return () => {
      watchers.current.delete(watcher);
    };
  }, []);
  return { clock, say, now: current, watch };
}
