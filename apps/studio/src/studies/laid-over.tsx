import { useState, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import type { CheckReport, Finding, Mark } from '@deft/core/findings';
import { compose, invert, type Affine, type Point } from '@deft/core/geometry';
import type { Id, Region, Thing } from '@deft/core/page';
import type { Reference } from '@deft/contract';
import { pictureOf } from '../data/addresses';
import { Stage, StageLink } from '../page/parts/stage';
import { ON_PAGE } from '../ui/theme';
import { usePalette } from '../ui/use-desk-theme';
import { Correction } from './correction';
import { LaidDrawing } from './laid-drawing';
import { LandmarkRings } from './landmark-rings';
import type { Looking } from './looking';
import { Pin } from './pin';
import type { Ring } from './rings';

/** Another drawing that this one is held against, in the picture's stead. */
export interface Other {
  readonly things: ReadonlyMap<Id, Thing>;
  readonly region: Region;
  /** Its page's millimetres to the picture's pixels. */
  readonly toReference: Affine;
}

/** How a drawing is laid, for what is shown over it. */
export interface LaidPlace {
  /** Page millimetres to the picture's pixels; null where it is not laid. */
  readonly toReference: Affine | null;
  /** The picture's size, and a thousandth of its longer side. */
  readonly width: number;
  readonly height: number;
  readonly unit: number;
  /** A pixel of the screen, in the picture's pixels. */
  readonly pixel: number;
}

interface LaidOverProps {
  readonly reference: Reference;
  readonly things: ReadonlyMap<Id, Thing>;
  /** The part of the page that is the drawing, millimetres. */
  readonly region: Region;
  readonly report: CheckReport;
  readonly looking: Looking;
  readonly other: Other | null;
  /** Where the trace lays the picture on a page: how the drawing lies as it was drawn; null without one. */
  readonly placement: Affine | null;
  /**
   * How the drawing is moved further where it is held against the picture's outline; null where it is
   * not.
   */
  readonly nearer: Affine | null;
  /** What is shown in the pins' stead; null shows the pins. */
  readonly instead: ((place: LaidPlace) => ReactNode) | null;
  /** The finding turned on; null shows all pins. */
  readonly shown: Finding | null;
  readonly onChoose: (id: string | null) => void;
  /** Landmarks that are set, and where the desk sees others. */
  readonly rings: readonly Ring[];
  /** A landmark was put somewhere: page millimetres, with its standard deviation. */
  readonly onMoved: (name: string, at: Point, spread: number) => void;
  readonly picked: string | null;
  readonly onPick: (name: string | null) => void;
}

/** Where a finding's number is pinned: beside what it is about. */
function pinOf(mark: Mark): Point {
  if (mark.kind === 'arrow') return mark.from;
  if (mark.kind === 'arc') return mark.drawn[1];
  return mark.drawn.reduce((best, p) => (p.x > best.x ? p : best), mark.drawn[0] ?? mark.centre);
}

/** The drawing laid on its reference, or beside it, with corrections in redline. */
export function LaidOver(props: LaidOverProps) {
  const { reference, things, region, report, nearer, looking, other, placement } = props;
  const palette = usePalette();
  const [link] = useState(() => new StageLink());
  const { width, height } = reference;
  const unit = Math.max(width, height) / 1000;
  const asDrawn = looking.asDrawn && placement ? invert(placement) : null;
  const laid = nearer && report.toReference ? compose(nearer, report.toReference) : report.toReference;
  const toReference = asDrawn ?? laid;
  const alone = looking.way === 'over' && looking.alone;
  const ground = other ? (
    <LaidDrawing {...other} unit={unit} colour={ON_PAGE.form} />
  ) : (
    <image href={pictureOf(reference)} {...{ width, height }} />
  );
  const drawing = toReference && !alone ? <LaidDrawing {...{ things, region, toReference, unit }} /> : null;
  const marks = (pixel: number): ReactNode => {
    if (asDrawn || alone) return null;
    const { instead } = props;
    return instead ? (
      instead({ toReference: laid, width, height, unit, pixel })
    ) : (
      <Marks {...props} unit={unit} pixel={pixel} />
    );
  };
  const stage = (picture: ReactNode, over: ((pixel: number) => ReactNode) | undefined, label: string) => (
    <Stage
      {...{ width, height, link }}
      hand={null}
      picture={
        <svg viewBox={`0 0 ${width} ${height}`} style={FILLED} role="img" aria-label={label}>
          <rect {...{ width, height }} fill={ON_PAGE.paper} />
          {picture}
        </svg>
      }
      {...(over ? { over } : {})}
    />
  );
  return (
    <View style={[styles.room, { backgroundColor: palette.paper }]}>
      {looking.way === 'beside' ? (
        <>
          {stage(ground, undefined, other ? 'What it is held against' : 'The reference')}
          {stage(drawing, marks, 'Your drawing')}
        </>
      ) : (
        stage(
          <>
            <g opacity={alone ? 1 : looking.strength}>{ground}</g>
            {drawing}
          </>,
          marks,
          alone ? 'The reference' : 'Your drawing laid over the reference',
        )
      )}
    </View>
  );
}

/** What is off and where landmarks are, over the laid drawing. */
function Marks({
  report,
  shown,
  onChoose,
  rings,
  onMoved,
  picked,
  onPick,
  reference: { width, height },
  unit,
  pixel,
}: LaidOverProps & { readonly unit: number; readonly pixel: number }) {
  const pins = report.findings
    .map((finding, i) => ({ finding, number: i + 1, at: pinOf(finding.mark) }))
    .filter(({ finding }) => !shown || shown.id === finding.id);
  return (
    <>
      {shown ? <Correction mark={shown.mark} unit={unit} /> : null}
      {report.toReference ? (
        <LandmarkRings {...{ rings, pixel, onMoved, picked, onPick }} toReference={report.toReference} />
      ) : null}
      {pins.map(({ finding, number, at }) => (
        <Pin
          key={finding.id}
          {...{ at, number, unit, pixel, width, height }}
          onPress={() => onChoose(shown?.id === finding.id ? null : finding.id)}
        />
      ))}
    </>
  );
}

const FILLED = { position: 'absolute', inset: 0, width: '100%', height: '100%' } as const;

const styles = StyleSheet.create({ room: { flex: 1, minHeight: 0, flexDirection: 'row', gap: 2 } });
