import { useEffect, useRef } from 'react';
import { cornersOf, type Point } from '@deft/core/geometry';
import { pageBox } from '@deft/core/page';
import { deskColour } from '../desk-colour';
import type { Surface } from '../surface';
import { centred, toPage, toScreen } from '../view';

/** Milliseconds after the last change before a small picture is made anew. */
const REST = 300;

interface SmallPageProps {
  readonly surface: Surface;
  readonly height: number;
  /** Shows what part of the page is in view; a touch brings another there. */
  readonly steers?: boolean;
  readonly label: string;
}

/** The page as a small picture that follows what is drawn. */
export function SmallPage({ surface, height, steers = false, label }: SmallPageProps) {
  const host = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const { painter } = surface;
    const frame = document.createElement('div');
    Object.assign(frame.style, {
      position: 'absolute',
      inset: '0',
      pointerEvents: 'none',
      background: deskColour.verdigris,
      opacity: '0.18',
    });
    let timer: ReturnType<typeof setTimeout> | null = null;
    const draw = (): void => {
      timer = null;
      const canvas = painter.small(height * (window.devicePixelRatio || 1));
      if (!canvas || !host.current || !painter.paper) return;
      Object.assign(canvas.style, { height: `${height}px`, display: 'block' });
      host.current.replaceChildren(canvas, ...(steers ? [frame] : []));
      mark();
    };
    const mark = (): void => {
      const { paper, room, view } = painter;
      if (!paper || !steers) return;
      const by = height / paper.height;
      const { minX, minY } = pageBox(paper);
      const corners = cornersOf({ minX: 0, minY: 0, maxX: room.width, maxY: room.height }).map((p): Point =>
        toPage(view, p),
      );
      const box = corners.map(
        ({ x, y }) => `${((x - minX) * by).toFixed(1)}px ${((y - minY) * by).toFixed(1)}px`,
      );
      frame.style.clipPath = `polygon(${box.join(', ')})`;
      // Where all of the page is in view there is nothing to mark.
      const all = cornersOf(pageBox(paper))
        .map((p) => toScreen(view, p))
        .every(({ x, y }) => x >= 0 && y >= 0 && x <= room.width && y <= room.height);
      frame.style.display = all ? 'none' : 'block';
    };
    const later = (): void => {
      timer ??= setTimeout(draw, REST);
    };
    draw();
    const stops = [surface.afterChange(later), painter.onView(mark)];
    return () => {
      if (timer) clearTimeout(timer);
      stops.forEach((stop) => stop());
    };
  }, [surface, height, steers]);
  const steer = (event: React.PointerEvent<HTMLDivElement>): void => {
    const { painter } = surface;
    if (!steers || !painter.paper || (event.type === 'pointermove' && event.buttons === 0)) return;
    const box = event.currentTarget.getBoundingClientRect();
    const by = height / painter.paper.height;
    const { minX, minY } = pageBox(painter.paper);
    const at = { x: (event.clientX - box.left) / by + minX, y: (event.clientY - box.top) / by + minY };
    painter.moveTo(centred(painter.view, { minX: at.x, minY: at.y, maxX: at.x, maxY: at.y }, painter.room));
    if (event.type !== 'pointermove') painter.settle();
  };
  return (
    <div
      ref={host}
      role="img"
      aria-label={label}
      onPointerDown={steer}
      onPointerMove={steer}
      onPointerUp={steer}
      style={{
        position: 'relative',
        height,
        overflow: 'hidden',
        touchAction: 'none',
        cursor: steers ? 'pointer' : 'default',
      }}
    />
  );
}
