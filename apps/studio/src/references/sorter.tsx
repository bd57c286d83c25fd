import { useEffect, useRef, useState } from 'react';
import type { Id } from '@deft/core/page';
import { useLatest } from '../ui/use-latest';
import { usePalette } from '../ui/use-desk-theme';
import { Words } from '../ui/words';
import type { Places } from './places';

/**
 * How near the edge of what scrolls a picture must be held for the wall to follow, and how fast it then goes,
 * pixels a frame.
 */
const EDGE = 70;
const SPEED = 12;
/** How long a finger rests before it takes a picture up, and how far it may wander meanwhile, pixels. */
const REST_MS = 260;
const WANDER = 8;

interface SorterProps {
  readonly places: Places;
  readonly total: number;
  readonly columns: number;
  readonly cell: number;
  readonly gap: number;
  readonly scroller: HTMLElement | null;
  readonly onMove: (reference: Id, after: Id | null) => Promise<unknown>;
}

/**
 * Lies over the wall while its order is changed: a picture is dragged to its place, or carried there
 * with the arrow keys once it is picked.
 */
export function Sorter({ places, total, columns, cell, gap, scroller, onMove }: SorterProps) {
  const palette = usePalette();
  const host = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<{ from: number; to: number } | null>(null);
  const [picked, setPicked] = useState(0);
  const [said, setSaid] = useState('');
  const pointer = useRef({ x: 0, y: 0 });
  const resting = useRef<ReturnType<typeof setTimeout> | null>(null);
  const holding = useLatest(held !== null);
  const letGo = (): void => {
    if (resting.current) clearTimeout(resting.current);
    resting.current = null;
  };
  // While a picture is held the wall stays; the browser asks only listeners that may say no.
  useEffect(() => {
    const element = host.current;
    const stay = (event: TouchEvent): void => {
      if (holding.current) event.preventDefault();
    };
    element?.addEventListener('touchmove', stay, { passive: false });
    return () => element?.removeEventListener('touchmove', stay);
  }, [holding]);
  const row = cell * 1.25 + gap;
  const placeAt = (clientX: number, clientY: number): number => {
    const box = host.current?.getBoundingClientRect();
    if (!box) return 0;
    const column = Math.min(
      columns - 1,
      Math.max(0, Math.floor((clientX - box.left + gap / 2) / (cell + gap))),
    );
    return Math.min(total - 1, Math.max(0, Math.floor((clientY - box.top) / row) * columns + column));
  };
  const move = (from: number, to: number): void => {
    const moved = places.carry(from, to, onMove);
    if (!moved) return;
    setPicked(to);
    setSaid(`${moved.title} is now at place ${to + 1} of ${total}.`);
  };
  useEffect(() => {
    if (!held || !scroller) return undefined;
    let frame = 0;
    const follow = (): void => {
      const box = scroller.getBoundingClientRect();
      const { y } = pointer.current;
      const by = y < box.top + EDGE ? -SPEED : y > box.bottom - EDGE ? SPEED : 0;
      if (by !== 0) scroller.scrollBy(0, by);
      frame = requestAnimationFrame(follow);
    };
    frame = requestAnimationFrame(follow);
    return () => cancelAnimationFrame(frame);
  }, [held, scroller]);
  const at = (place: number): { left: number; top: number } => ({
    left: (place % columns) * (cell + gap),
    top: Math.floor(place / columns) * row,
  });
  const steps: Readonly<Record<string, number>> = {
    ArrowLeft: -1,
    ArrowRight: 1,
    ArrowUp: -columns,
    ArrowDown: columns,
  };
  const marked = held ? at(held.to) : null;
  const ring = at(Math.min(picked, total - 1));
  return (
    <div
      ref={host}
      role="application"
      tabIndex={0}
      aria-label={`Order of the pictures. Place ${picked + 1}: ${places.get(picked)?.title ?? ''}. Arrow keys go from picture to picture; with Shift they carry it along.`}
      data-testid="sorter"
      style={{
        position: 'absolute',
        inset: 0,
        cursor: held ? 'grabbing' : 'grab',
        touchAction: 'pan-y',
        userSelect: 'none',
      }}
      onKeyDown={(event) => {
        const by = steps[event.key];
        if (by === undefined) return;
        event.preventDefault();
        const to = Math.min(total - 1, Math.max(0, picked + by));
        if (event.shiftKey) move(picked, to);
        else setPicked(to);
      }}
      onPointerDown={(event) => {
        const { currentTarget: element, pointerId, clientX, clientY } = event;
        pointer.current = { x: clientX, y: clientY };
        const from = placeAt(clientX, clientY);
        setPicked(from);
        const take = (): void => {
          element.setPointerCapture(pointerId);
          setHeld({ from, to: from });
        };
        // A finger that moves at once scrolls; one that rests on a picture takes it up.
        if (event.pointerType === 'touch') resting.current = setTimeout(take, REST_MS);
        else take();
      }}
      onPointerMove={(event) => {
        const far = Math.hypot(event.clientX - pointer.current.x, event.clientY - pointer.current.y);
        if (!held && far > WANDER) letGo();
        if (held) pointer.current = { x: event.clientX, y: event.clientY };
        if (held) setHeld({ from: held.from, to: placeAt(event.clientX, event.clientY) });
      }}
      onPointerUp={(event) => {
        letGo();
        if (!held) return;
        setHeld(null);
        move(held.from, placeAt(event.clientX, event.clientY));
      }}
      onPointerCancel={() => {
        letGo();
        setHeld(null);
      }}
    >
      <div
        style={{
          position: 'absolute',
          ...ring,
          width: cell,
          height: cell * 1.25,
          boxSizing: 'border-box',
          border: `3px solid ${palette.verdigris}`,
          pointerEvents: 'none',
        }}
      />
      {held && marked && held.to !== held.from ? (
        <div
          style={{
            position: 'absolute',
            top: marked.top,
            left: marked.left + (held.to > held.from ? cell + gap / 2 - 2 : -gap / 2 - 2),
            width: 4,
            height: cell * 1.25,
            background: palette.verdigris,
            pointerEvents: 'none',
          }}
        />
      ) : null}
      <div role="status" style={{ position: 'absolute', width: 1, height: 1, overflow: 'hidden' }}>
        <Words size={12}>{said}</Words>
      </div>
    </div>
  );
}
