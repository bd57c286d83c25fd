import { useEffect, useMemo, useState } from 'react';
import { View } from 'react-native';
import type { CheckReport, Finding, Mark } from '@deft/core/findings';
import { transformPoint, type Point } from '@deft/core/geometry';
import {
  formOutline,
  outlinePath,
  strokeLayers,
  thingsOfType,
  type Id,
  type Region,
  type Thing,
} from '@deft/core/page';
import type { Reference } from '@deft/contract';
import { pictureOf } from '../data/addresses';
import { pointsOf } from '../page/stroke-points';
import { inkOn } from '../page/parts/drawn-page';
import { FIGURES, ON_PAGE } from '../ui/theme';
import { LandmarkRings } from './landmark-rings';
import type { Ring } from './rings';
import { usePalette } from '../ui/use-desk-theme';

interface LaidOverProps {
  readonly reference: Reference;
  readonly things: ReadonlyMap<Id, Thing>;
  /** The part of the page that is the drawing, millimetres. */
  readonly region: Region;
  readonly report: CheckReport;
  /** The finding turned on; null shows all pins. */
  readonly shown: Finding | null;
  readonly onChoose: (id: string | null) => void;
  /** Landmarks that are set, and where the desk sees others. */
  readonly rings: readonly Ring[];
  /** A landmark was put somewhere: page millimetres, with its standard deviation. */
  readonly onMoved: (name: string, at: Point, spread: number) => void;
}

const line = (points: readonly Point[], close = false): string =>
  points.map((p, i) => `${i ? 'L' : 'M'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('') + (close ? 'Z' : '');

/** Where a finding's number is pinned: beside what it is about. */
function pinOf(mark: Mark): Point {
  if (mark.kind === 'arrow') return mark.from;
  if (mark.kind === 'arc') return mark.drawn[1];
  return mark.drawn.reduce((best, p) => (p.x > best.x ? p : best), mark.drawn[0] ?? mark.centre);
}

/** What was lifted from paper, as pictures on the page. */
function usePaperInk(things: ReadonlyMap<Id, Thing>) {
  const lifted = useMemo(
    () => thingsOfType(things, 'placement').filter(({ of, hidden }) => of === 'paper' && !hidden),
    [things],
  );
  const key = lifted.map(({ id }) => id).join(' ');
  const [ink, setInk] = useState<{ key: string; inked: Awaited<ReturnType<typeof inkOn>> } | null>(null);
  useEffect(() => {
    if (key === '' || ink?.key === key) return;
    let gone = false;
    inkOn(things).then(
      (inked) => !gone && setInk({ key, inked }),
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [things, key, ink]);
  return lifted.flatMap(({ id, transform }) => {
    const picture = ink?.inked.get(id);
    return picture ? [{ id, transform, ...picture }] : [];
  });
}

/** The drawing laid on the faded reference by the fit, with corrections in redline. */
export function LaidOver(props: LaidOverProps) {
  const { reference, things, region, report, shown, onChoose, rings, onMoved } = props;
  const palette = usePalette();
  const { width, height } = reference;
  const { toReference } = report;
  const ink = useMemo(
    () =>
      thingsOfType(things, 'stroke')
        .filter((stroke) => stroke.pen !== 'rubber')
        .flatMap((stroke) =>
          strokeLayers(stroke, pointsOf(stroke)).map(({ outline, alpha }, i) => ({
            id: `${stroke.id} ${i}`,
            d: outlinePath(outline),
            alpha,
            colour: stroke.colour,
          })),
        ),
    [things],
  );
  const lifted = usePaperInk(things);
  const forms = useMemo(
    () =>
      toReference
        ? thingsOfType(things, 'form').map((form) => ({
            id: form.id,
            d: line(
              formOutline(form).map((p) => transformPoint(toReference, p)),
              true,
            ),
          }))
        : [],
    [things, toReference],
  );
  const unit = Math.max(width, height) / 1000;
  /** Picture pixels in one of the screen's: what is touched is as large as a finger, whatever the picture. */
  const [pixel, setPixel] = useState(2 * unit);
  const pins = report.findings
    .map((finding, i) => ({ finding, number: i + 1, at: pinOf(finding.mark) }))
    .filter(({ finding }) => !shown || shown.id === finding.id);
  return (
    <View
      style={{ flex: 1, backgroundColor: palette.paper, minHeight: 0 }}
      onLayout={({ nativeEvent: { layout } }) =>
        setPixel(1 / Math.max(0.01, Math.min(layout.width / width, layout.height / height)))
      }
    >
      <svg
        viewBox={`0 0 ${width} ${height}`}
        width="100%"
        height="100%"
        style={{ position: 'absolute', inset: 0 }}
        role="group"
        aria-label="Your drawing laid over the reference"
      >
        <rect width={width} height={height} fill={ON_PAGE.paper} />
        <image href={pictureOf(reference)} width={width} height={height} opacity={0.38} />
        {region ? (
          <clipPath id="drawn-part">
            <path d={line(region, true)} />
          </clipPath>
        ) : null}
        {toReference ? (
          <g
            transform={`matrix(${toReference.join(' ')})`}
            clipPath={region ? 'url(#drawn-part)' : undefined}
          >
            {lifted.map(({ id, transform, href, width: w, height: h }) => (
              <image
                key={id}
                href={href}
                width={w}
                height={h}
                transform={`matrix(${transform.join(' ')})`}
                data-testid="laid-ink"
              />
            ))}
          </g>
        ) : null}
        {toReference ? (
          <g transform={`matrix(${toReference.join(' ')})`}>
            {ink.map(({ id, d, alpha, colour }) => (
              <path key={id} d={d} fill={colour} fillOpacity={alpha} />
            ))}
          </g>
        ) : null}
        {forms.map(({ id, d }) => (
          <path
            key={id}
            d={d}
            fill="none"
            stroke={ON_PAGE.form}
            strokeWidth={2.6 * unit}
            strokeLinejoin="round"
            opacity={0.9}
          />
        ))}
        {shown ? <Correction mark={shown.mark} unit={unit} /> : null}
        {toReference ? (
          <LandmarkRings rings={rings} pixel={pixel} toReference={toReference} onMoved={onMoved} />
        ) : null}
        {pins.map(({ finding, number, at }) => (
          <g
            key={finding.id}
            transform={`translate(${Math.min(Math.max(at.x + 34 * unit, 30 * unit), width - 30 * unit)} ${Math.min(Math.max(at.y - 30 * unit, 30 * unit), height - 30 * unit)})`}
            onClick={() => onChoose(shown?.id === finding.id ? null : finding.id)}
            style={{ cursor: 'pointer' }}
          >
            <circle r={22 * unit} fill={ON_PAGE.paper} stroke={ON_PAGE.correction} strokeWidth={3 * unit} />
            <text
              textAnchor="middle"
              y={9 * unit}
              fontSize={26 * unit}
              fontFamily={FIGURES}
              fill={ON_PAGE.correction}
            >
              {number}
            </text>
          </g>
        ))}
      </svg>
    </View>
  );
}

/** From where it is to where it should be. */
function Correction({ mark, unit }: { readonly mark: Mark; readonly unit: number }) {
  const pen = {
    stroke: ON_PAGE.correction,
    strokeWidth: 4.5 * unit,
    fill: 'none',
    strokeLinecap: 'round' as const,
    strokeLinejoin: 'round' as const,
  };
  const halo = { ...pen, stroke: ON_PAGE.paper, strokeWidth: 9 * unit, opacity: 0.8 };
  const dash = `${12 * unit} ${9 * unit}`;
  if (mark.kind === 'arrow') {
    const d = arrow(mark.from, mark.to, 16 * unit);
    return (
      <g data-mark="arrow">
        <path d={d} {...halo} />
        <path d={d} {...pen} />
      </g>
    );
  }
  if (mark.kind === 'outline') {
    return (
      <g data-mark="outline">
        <path d={line(mark.drawn, true)} {...halo} />
        <path d={line(mark.drawn, true)} {...pen} />
        <path d={line(mark.reference, true)} {...halo} />
        <path d={line(mark.reference, true)} {...pen} strokeDasharray={dash} />
        {[0, 12, 24, 36]
          .map((i) => ({ i, from: mark.drawn[i], to: mark.reference[i] }))
          .map(({ i, from, to }) =>
            from && to && Math.hypot(to.x - from.x, to.y - from.y) > 6 * unit ? (
              <path key={i} d={arrow(from, to, 9 * unit)} {...pen} strokeWidth={3 * unit} />
            ) : null,
          )}
      </g>
    );
  }
  const [a, b] = mark.drawn;
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  const half = Math.hypot(b.x - a.x, b.y - a.y) / 2;
  const angle = ([p, q]: readonly [Point, Point]): number => Math.atan2(q.y - p.y, q.x - p.x);
  const reach = half * 1.25;
  const from = angle(mark.drawn);
  const to =
    from + Math.atan2(Math.sin(angle(mark.reference) - from), Math.cos(angle(mark.reference) - from));
  const at = (t: number, r: number): Point => ({
    x: middle.x + r * Math.cos(t),
    y: middle.y + r * Math.sin(t),
  });
  const sweep = Array.from({ length: 13 }, (_, i) => at(from + ((to - from) * i) / 12, reach));
  const should = line([at(to, -reach), at(to, reach)]);
  const is = line([at(from, -reach), at(from, reach)]);
  const bend = line(sweep) + arrow(sweep[10] as Point, sweep[12] as Point, 12 * unit);
  return (
    <g data-mark="arc">
      <path d={is} {...halo} />
      <path d={is} {...pen} />
      <path d={should} {...halo} />
      <path d={should} {...pen} strokeDasharray={dash} />
      <path d={bend} {...pen} />
    </g>
  );
}

function arrow(from: Point, to: Point, head: number): string {
  const t = Math.atan2(to.y - from.y, to.x - from.x);
  const barb = (turn: number): Point => ({
    x: to.x - head * Math.cos(t + turn),
    y: to.y - head * Math.sin(t + turn),
  });
  return line([from, to]) + line([barb(0.5), to, barb(-0.5)]);
}
