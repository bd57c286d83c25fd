import { useRef, useState } from 'react';
import { View } from 'react-native';
import { boxOf, thinned, type Point } from '@deft/core/geometry';
import { cellOutlines, cellsFor, type Cells, type Id } from '@deft/core/page';
import type { Joining, PaperWork, Pose } from '@deft/contract';
import { smallOf } from '../data/api';
import { DrawnPage } from '../ui/drawn-page';
import { MainAct, WordAct } from '../ui/acts';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';

type Loop = readonly Point[];
/** Millimetres that a loop drawn by hand is thinned by, and the least it must be wide. */
const THIN = 0.6;
const LEAST = 8;

interface PartingProps {
  readonly paper: PaperWork;
  readonly page: Id;
  readonly poses: readonly Pose[];
  readonly busy: boolean;
  readonly onJoin: (joins: Joining[]) => void;
}

const middle = (loop: Loop): Point => {
  const box = boxOf(loop);
  return box ? { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 } : { x: 0, y: 0 };
};

/** The lifted page parted into drawings, by cells or by loops, each joined to its pose. */
export function Parting({ paper, page, poses, busy, onJoin }: PartingProps) {
  const palette = usePalette();
  const wide = useWide();
  const { width, height } = paper.settings ?? { width: 148, height: 210 };
  const [cells, setCells] = useState<Cells>(cellsFor(poses.length, { width, height }));
  // Loops are proposed where they come out as many as there are poses; ruled lines join everything, and then
  // there are cells.
  const [way, setWay] = useState<'loops' | 'cells' | 'whole'>(
    poses.length === 1 ? 'whole' : paper.loops.length === poses.length ? 'loops' : 'cells',
  );
  const [own, setOwn] = useState<readonly Loop[]>(paper.loops);
  const [order, setOrder] = useState<readonly number[]>(poses.map((_, i) => i));
  const [picked, setPicked] = useState<number | null>(null);
  const [drawn, setDrawn] = useState<readonly Point[] | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const loops: readonly Loop[] =
    way === 'whole'
      ? [cellOutlines({ width, height }, { columns: 1, rows: 1 })[0] ?? []]
      : way === 'cells'
        ? cellOutlines({ width, height }, cells)
        : own;
  // Which pose each loop is joined to: in order, until that is changed.
  const poseOf = (loop: number): Pose | undefined => poses[order[loop] ?? -1];
  const joined = loops.flatMap((loop, i): Joining[] => {
    const pose = poseOf(i);
    return pose ? [{ pose: pose.id, region: way === 'whole' ? null : loop }] : [];
  });
  const swap = (place: number): void => {
    if (picked === null) return;
    const next = [...order];
    const other = next.indexOf(place);
    if (other >= 0) next[other] = next[picked] ?? -1;
    next[picked] = place;
    setOrder(next);
    setPicked(null);
  };
  const at = (event: React.PointerEvent): Point => {
    const box = svg.current?.getBoundingClientRect();
    return box
      ? {
          x: ((event.clientX - box.left) / box.width) * width,
          y: ((event.clientY - box.top) / box.height) * height,
        }
      : { x: 0, y: 0 };
  };
  const close = (): void => {
    const box = drawn && boxOf(drawn);
    if (drawn && box && box.maxX - box.minX > LEAST && box.maxY - box.minY > LEAST)
      setOwn([...own, thinned(drawn, THIN)]);
    setDrawn(null);
  };
  const stroke = width / 320;
  return (
    <View style={{ flexDirection: wide ? 'row' : 'column', gap: 18 }}>
      <div
        style={{
          position: 'relative',
          width: wide ? undefined : '100%',
          flex: wide ? 3 : undefined,
          maxWidth: `calc(66vh * ${width / height})`,
          aspectRatio: `${width} / ${height}`,
          border: `1px solid ${palette.rule}`,
        }}
        data-testid="parting"
      >
        <DrawnPage page={page} label="What was lifted from the paper" />
        <svg
          ref={svg}
          viewBox={`0 0 ${width} ${height}`}
          style={{
            position: 'absolute',
            inset: 0,
            width: '100%',
            height: '100%',
            touchAction: way === 'loops' ? 'none' : 'auto',
            cursor: way === 'loops' ? 'crosshair' : 'default',
          }}
          onPointerDown={(event) => {
            if (way === 'loops') {
              event.currentTarget.setPointerCapture(event.pointerId);
              setDrawn([at(event)]);
            }
          }}
          onPointerMove={(event) => {
            if (drawn) setDrawn([...drawn, at(event)]);
          }}
          onPointerUp={close}
          onPointerCancel={() => setDrawn(null)}
        >
          {loops.map((loop, i) => (
            <path
              key={i}
              d={`M${loop.map(({ x, y }) => `${x} ${y}`).join('L')}Z`}
              fill={picked === i ? palette.verdigris : 'transparent'}
              fillOpacity={0.15}
              stroke={palette.verdigris}
              strokeWidth={picked === i ? stroke * 2 : stroke}
              strokeDasharray={poseOf(i) ? undefined : `${stroke * 4} ${stroke * 3}`}
              pointerEvents="none"
            />
          ))}
          {drawn ? (
            <path
              d={`M${drawn.map(({ x, y }) => `${x} ${y}`).join('L')}`}
              fill="none"
              stroke={palette.bluePencil}
              strokeWidth={stroke * 1.6}
            />
          ) : null}
          {loops.map((loop, i) => {
            const { x, y } = middle(loop);
            const r = width / 26;
            return (
              <g
                key={i}
                role="button"
                tabIndex={0}
                aria-label={`Drawing ${i + 1}: ${poseOf(i)?.reference.title ?? 'left out'}`}
                style={{ cursor: 'pointer' }}
                data-testid="drawing"
                onPointerDown={(event) => event.stopPropagation()}
                onClick={() => setPicked(picked === i ? null : i)}
                onKeyDown={(event) => {
                  if (event.key === 'Enter' || event.key === ' ') {
                    event.preventDefault();
                    setPicked(picked === i ? null : i);
                  }
                }}
              >
                <circle cx={x} cy={y} r={r * 1.5} fill="transparent" />
                <circle
                  cx={x}
                  cy={y}
                  r={r}
                  fill={picked === i ? palette.verdigris : palette.paper}
                  fillOpacity={0.9}
                  stroke={palette.verdigris}
                  strokeWidth={stroke}
                />
                <text
                  x={x}
                  y={y + r * 0.36}
                  fontSize={r}
                  textAnchor="middle"
                  fill={picked === i ? palette.onVerdigris : palette.ink}
                >
                  {poseOf(i) ? (order[i] ?? 0) + 1 : '–'}
                </text>
              </g>
            );
          })}
        </svg>
      </div>
      <View style={{ flex: wide ? 2 : undefined, gap: 8 }}>
        <View role="group" aria-label="Parted by" style={{ flexDirection: 'row', flexWrap: 'wrap' }}>
          <WordAct small label="loops" on={way === 'loops'} onPress={() => setWay('loops')} />
          <WordAct small label="cells" on={way === 'cells'} onPress={() => setWay('cells')} />
          <WordAct small label="the whole page" on={way === 'whole'} onPress={() => setWay('whole')} />
        </View>
        {way === 'cells' ? (
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center' }}>
            <WordAct
              small
              label="–"
              spoken="One column less"
              disabled={cells.columns <= 1}
              onPress={() => setCells({ ...cells, columns: cells.columns - 1 })}
            />
            <Words kind="figures">{`${cells.columns} across`}</Words>
            <WordAct
              small
              label="+"
              spoken="One column more"
              disabled={cells.columns >= 12}
              onPress={() => setCells({ ...cells, columns: cells.columns + 1 })}
            />
            <WordAct
              small
              label="–"
              spoken="One row less"
              disabled={cells.rows <= 1}
              onPress={() => setCells({ ...cells, rows: cells.rows - 1 })}
            />
            <Words kind="figures">{`${cells.rows} down`}</Words>
            <WordAct
              small
              label="+"
              spoken="One row more"
              disabled={cells.rows >= 12}
              onPress={() => setCells({ ...cells, rows: cells.rows + 1 })}
            />
          </View>
        ) : null}
        {way === 'loops' ? (
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center' }}>
            <Words size={13} soft style={{ flexShrink: 1 }}>
              Draw a loop round a drawing that has none.
            </Words>
            {own.length > 0 ? (
              <WordAct
                small
                soft
                label="take the last loop away"
                onPress={() => {
                  setOwn(own.slice(0, -1));
                  setPicked(null);
                }}
              />
            ) : null}
          </View>
        ) : null}
        <Words size={13} soft>
          {picked === null
            ? 'Each number is the pose a drawing is joined to. Touch a drawing’s number to change that.'
            : 'Now touch the pose it belongs to.'}
        </Words>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 6 }}>
          {poses.map((pose, i) => {
            const has = loops.some((_, k) => order[k] === i);
            return (
              <button
                key={pose.id}
                type="button"
                aria-label={`Pose ${i + 1}: ${pose.reference.title}`}
                disabled={picked === null}
                onClick={() => swap(i)}
                style={{
                  position: 'relative',
                  width: 54,
                  height: 66,
                  padding: 0,
                  border: `2px solid ${picked !== null ? palette.verdigris : palette.rule}`,
                  background: palette.rule,
                  opacity: has ? 1 : 0.5,
                  cursor: picked === null ? 'default' : 'pointer',
                }}
              >
                <img
                  src={smallOf(pose.reference)}
                  alt=""
                  style={{ width: '100%', height: '100%', objectFit: 'cover' }}
                />
                <span
                  style={{
                    position: 'absolute',
                    left: 0,
                    bottom: 0,
                    padding: '0 4px',
                    background: palette.paper,
                  }}
                >
                  <Words size={12} kind="figures">
                    {String(i + 1)}
                  </Words>
                </span>
              </button>
            );
          })}
          {picked !== null ? (
            <WordAct
              small
              label="leave it out"
              onPress={() => {
                setOrder(order.map((place, k) => (k === picked ? -1 : place)));
                setPicked(null);
              }}
            />
          ) : null}
        </View>
        <MainAct
          label={
            joined.length === 1 ? 'Join it to its pose' : `Join ${joined.length} drawings to their poses`
          }
          disabled={busy || joined.length === 0}
          onPress={() => onJoin(joined)}
          testID="join"
          style={{ marginTop: 6 }}
        />
      </View>
    </View>
  );
}
