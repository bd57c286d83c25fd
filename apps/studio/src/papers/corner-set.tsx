import { useRef, useState } from 'react';
import { addressOf, API, type Four, type PaperWork } from '@deft/contract';
import type { Point } from '@deft/core/geometry';
import { useLatest } from '../ui/use-latest';
import { usePalette } from '../ui/use-desk-theme';

/**
 * Half of the room a corner takes to be got hold of, and how far one key moves it, as shares of the photo's
 * width.
 */
const HOLD = 0.06;
const STEP = 0.002;
const NAMES = ['left top', 'right top', 'right bottom', 'left bottom'] as const;
const KEYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

interface CornerSetProps {
  readonly paper: PaperWork;
  readonly corners: Four;
  readonly onChange: (corners: Four) => void;
}

/** A photo of paper with the page's corners on it, each to be dragged, or moved by the arrow keys. */
export function CornerSet({ paper, corners, onChange }: CornerSetProps) {
  const palette = usePalette();
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<{ corner: number; off: Point } | null>(null);
  const latest = useLatest({ corners, onChange });
  const { width, height } = paper;
  const at = (event: React.PointerEvent): Point => {
    const box = svg.current?.getBoundingClientRect();
    return box
      ? {
          x: ((event.clientX - box.left) / box.width) * width,
          y: ((event.clientY - box.top) / box.height) * height,
        }
      : { x: 0, y: 0 };
  };
  const put = (corner: number, to: Point): void => {
    const inside = { x: Math.min(width, Math.max(0, to.x)), y: Math.min(height, Math.max(0, to.y)) };
    latest.current.onChange(
      latest.current.corners.map((p, i) => (i === corner ? inside : p)) as unknown as Four,
    );
  };
  const line = width / 260;
  return (
    <div
      style={{
        position: 'relative',
        width: '100%',
        maxWidth: `min(100%, calc(62vh * ${width / height}))`,
        aspectRatio: `${width} / ${height}`,
        touchAction: 'none',
      }}
      data-testid="corners"
    >
      <img
        src={addressOf(API.papers.photo, { id: paper.id })}
        alt="The photo of your paper"
        draggable={false}
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
      />
      <svg
        ref={svg}
        viewBox={`0 0 ${width} ${height}`}
        style={{
          position: 'absolute',
          inset: 0,
          width: '100%',
          height: '100%',
          touchAction: 'none',
          overflow: 'visible',
        }}
      >
        <path
          d={`M0 0H${width}V${height}H0ZM${corners.map(({ x, y }) => `${x} ${y}`).join('L')}Z`}
          fill={palette.ink}
          fillOpacity={0.35}
          fillRule="evenodd"
        />
        <path
          d={`M${corners.map(({ x, y }) => `${x} ${y}`).join('L')}Z`}
          fill="none"
          stroke={palette.paper}
          strokeWidth={line * 2.2}
        />
        <path
          d={`M${corners.map(({ x, y }) => `${x} ${y}`).join('L')}Z`}
          fill="none"
          stroke={palette.verdigris}
          strokeWidth={line}
        />
        {corners.map((corner, i) => (
          <g
            key={NAMES[i]}
            role="slider"
            tabIndex={0}
            aria-label={`Corner, ${NAMES[i] ?? ''}`}
            aria-valuetext={`${Math.round(corner.x)}, ${Math.round(corner.y)}`}
            data-testid={`corner-${i}`}
            style={{ cursor: 'move', touchAction: 'none', outline: 'none' }}
            onPointerDown={(event) => {
              event.preventDefault();
              (event.currentTarget as Element).setPointerCapture(event.pointerId);
              const p = at(event);
              setHeld({ corner: i, off: { x: corner.x - p.x, y: corner.y - p.y } });
            }}
            onPointerMove={(event) => {
              if (held?.corner !== i) return;
              const p = at(event);
              put(i, { x: p.x + held.off.x, y: p.y + held.off.y });
            }}
            onPointerUp={() => setHeld(null)}
            onPointerCancel={() => setHeld(null)}
            onKeyDown={(event) => {
              const way = KEYS[event.key];
              if (!way) return;
              event.preventDefault();
              put(i, { x: corner.x + way[0] * STEP * width, y: corner.y + way[1] * STEP * width });
            }}
          >
            <circle cx={corner.x} cy={corner.y} r={HOLD * width} fill="transparent" />
            <circle
              cx={corner.x}
              cy={corner.y}
              r={0.022 * width}
              fill={palette.paper}
              fillOpacity={0.5}
              stroke={palette.verdigris}
              strokeWidth={line * 1.6}
            />
            <circle cx={corner.x} cy={corner.y} r={0.004 * width} fill={palette.verdigris} />
          </g>
        ))}
      </svg>
    </div>
  );
}
