import { useRef, useState } from 'react';
import { boxOf, type Point } from '@deft/core/geometry';
import type { Id } from '@deft/core/page';
import { DrawnPage } from '../page/parts/drawn-page';
import { usePalette, useWide } from '../ui/use-desk-theme';
import type { Loop, Splitting } from './use-splitting';

const middleOf = (loop: Loop): Point => {
  const box = boxOf(loop);
  return box ? { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 } : { x: 0, y: 0 };
};
const path = (loop: Loop): string => `M${loop.map(({ x, y }) => `${x} ${y}`).join('L')}`;

/** The lifted page with its loops or cells over it; a loop can be drawn round a drawing that has none. */
export function SplitPage({ page, splitting }: { readonly page: Id; readonly splitting: Splitting }) {
  const palette = usePalette();
  const wide = useWide();
  const { size, by, loops, picked, poseOf, addLoop } = splitting;
  const { width, height } = size;
  const svg = useRef<SVGSVGElement>(null);
  const [drawn, setDrawn] = useState<Loop | null>(null);
  const at = (event: React.PointerEvent): Point => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return { x: 0, y: 0 };
    return {
      x: ((event.clientX - box.left) / box.width) * width,
      y: ((event.clientY - box.top) / box.height) * height,
    };
  };
  const stroke = width / 320;
  const drawing = by === 'loops';
  return (
    <div
      style={{
        position: 'relative',
        width: wide ? undefined : '100%',
        flex: wide ? 3 : undefined,
        maxWidth: `calc(66vh * ${width / height})`,
        aspectRatio: `${width} / ${height}`,
        border: `1px solid ${palette.rule}`,
      }}
      data-testid="splitting"
    >
      <DrawnPage page={page} label="What was lifted from the paper" />
      <svg
        ref={svg}
        viewBox={`0 0 ${width} ${height}`}
        style={{
          ...COVER,
          touchAction: drawing ? 'none' : 'auto',
          cursor: drawing ? 'crosshair' : 'default',
        }}
        onPointerDown={(event) => {
          if (!drawing) return;
          event.currentTarget.setPointerCapture(event.pointerId);
          setDrawn([at(event)]);
        }}
        onPointerMove={(event) => {
          if (drawn) setDrawn([...drawn, at(event)]);
        }}
        onPointerUp={() => {
          if (drawn) addLoop(drawn);
          setDrawn(null);
        }}
        onPointerCancel={() => setDrawn(null)}
      >
        {loops.map((loop, i) => (
          <path
            key={i}
            d={`${path(loop)}Z`}
            fill={picked === i ? palette.verdigris : 'transparent'}
            fillOpacity={0.15}
            stroke={palette.verdigris}
            strokeWidth={picked === i ? stroke * 2 : stroke}
            strokeDasharray={poseOf(i) ? undefined : `${stroke * 4} ${stroke * 3}`}
            pointerEvents="none"
          />
        ))}
        {drawn ? (
          <path d={path(drawn)} fill="none" stroke={palette.bluePencil} strokeWidth={stroke * 1.6} />
        ) : null}
        {loops.map((loop, i) => (
          <DrawingNumber key={i} loop={i} at={middleOf(loop)} stroke={stroke} splitting={splitting} />
        ))}
      </svg>
    </div>
  );
}

interface DrawingNumberProps {
  readonly loop: number;
  readonly at: Point;
  readonly stroke: number;
  readonly splitting: Splitting;
}

/** The number of the pose that a drawing is joined to, to be touched. */
function DrawingNumber({ loop, at: { x, y }, stroke, splitting }: DrawingNumberProps) {
  const palette = usePalette();
  const { picked, poseOf, order, pick, size } = splitting;
  const r = size.width / 26;
  const on = picked === loop;
  const pose = poseOf(loop);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`Drawing ${loop + 1}: ${pose?.reference.title ?? 'left out'}`}
      style={{ cursor: 'pointer' }}
      data-testid="drawing"
      onPointerDown={(event) => event.stopPropagation()}
      onClick={() => pick(loop)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        pick(loop);
      }}
    >
      <circle cx={x} cy={y} r={r * 1.5} fill="transparent" />
      <circle
        cx={x}
        cy={y}
        r={r}
        fill={on ? palette.verdigris : palette.paper}
        fillOpacity={0.9}
        stroke={palette.verdigris}
        strokeWidth={stroke}
      />
      <text
        x={x}
        y={y + r * 0.36}
        fontSize={r}
        textAnchor="middle"
        fill={on ? palette.onVerdigris : palette.ink}
      >
        {pose ? (order[loop] ?? 0) + 1 : '–'}
      </text>
    </g>
  );
}

const COVER = { position: 'absolute', inset: 0, width: '100%', height: '100%' } as const;
