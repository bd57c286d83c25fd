import { createContext, useContext, useEffect, useSyncExternalStore } from 'react';
import { boxOf, type Point } from '@deft/core/geometry';
import { COVER } from '../page/parts/over-page';
import { useShell } from '../page/shell/shell-context';
import type { Surface } from '../page/surface';
import { toScreen } from '../page/view';
import { useLatest } from '../ui/use-latest';
import { FIGURES } from '../ui/theme';
import { usePalette } from '../ui/use-desk-theme';
import { LoopHand } from './loop-hand';
import type { Loop, Splitting } from './use-splitting';

/** How the page that one is at is split. */
export const SplittingContext = createContext<Splitting | null>(null);

/** Radius of a drawing's number, and of where it can be touched, CSS pixels. */
const RADIUS = 14;
const REACH = 22;

const middleOf = (loop: Loop): Point => {
  const box = boxOf(loop);
  return box ? { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 } : { x: 0, y: 0 };
};

/** The drawings of a lifted page: a loop round each, with its number to touch; more loops can be drawn. */
export function DrawingsOver() {
  const { surface } = useShell();
  const splitting = useContext(SplittingContext);
  return surface && splitting ? <Drawings surface={surface} splitting={splitting} /> : null;
}

interface DrawingsProps {
  readonly surface: Surface;
  readonly splitting: Splitting;
}

function Drawings({ surface, splitting }: DrawingsProps) {
  const palette = usePalette();
  const { by, loops, picked, poseOf } = splitting;
  const { painter } = surface;
  const view = useSyncExternalStore(
    (listener) => painter.onView(listener),
    () => painter.view,
  );
  const latest = useLatest(splitting);
  const looping = by === 'loops';
  useEffect(() => {
    surface.setHand(new LoopHand(surface, (loop) => latest.current.addLoop(loop)));
  }, [surface, latest]);
  const outline = (loop: Loop): string =>
    `M${loop
      .map((p) => toScreen(view, p))
      .map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`)
      .join('L')}Z`;
  return (
    <svg style={looping ? COVER : RESTING}>
      {loops.map((loop, i) => (
        <path
          key={i}
          d={outline(loop)}
          fill={picked === i ? palette.verdigris : 'transparent'}
          fillOpacity={0.15}
          stroke={palette.verdigris}
          strokeWidth={picked === i ? 2.4 : 1.2}
          strokeDasharray={poseOf(i) ? undefined : '5 4'}
        />
      ))}
      {loops.map((loop, i) => (
        <DrawingNumber key={i} loop={i} at={toScreen(view, middleOf(loop))} splitting={splitting} />
      ))}
    </svg>
  );
}

interface DrawingNumberProps {
  readonly loop: number;
  /** CSS pixels. */
  readonly at: Point;
  readonly splitting: Splitting;
}

/** The number of the pose that a drawing is joined to, to be touched. */
function DrawingNumber({ loop, at: { x, y }, splitting }: DrawingNumberProps) {
  const palette = usePalette();
  const { picked, poseOf, order, pick } = splitting;
  const on = picked === loop;
  const pose = poseOf(loop);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`Drawing ${loop + 1}: ${pose?.reference.title ?? 'left out'}`}
      style={PRESSED}
      data-testid="drawing"
      onClick={() => pick(loop)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        pick(loop);
      }}
    >
      <circle cx={x} cy={y} r={REACH} fill="transparent" />
      <circle
        cx={x}
        cy={y}
        r={RADIUS}
        fill={on ? palette.verdigris : palette.paper}
        fillOpacity={0.9}
        stroke={palette.verdigris}
      />
      <text
        x={x}
        y={y + 5}
        fontFamily={FIGURES}
        fontSize={RADIUS}
        textAnchor="middle"
        fill={on ? palette.onVerdigris : palette.ink}
      >
        {pose ? (order[loop] ?? 0) + 1 : '–'}
      </text>
    </g>
  );
}

// Where nothing is drawn, a finger or the wheel on the page moves the screen as beside it.
const RESTING = { ...COVER, pointerEvents: 'auto' } as const;
const PRESSED = { cursor: 'pointer', pointerEvents: 'auto' } as const;
