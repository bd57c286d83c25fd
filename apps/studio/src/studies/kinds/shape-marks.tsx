import { useId } from 'react';
import type { ShapeReport } from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import { ON_PAGE } from '../../ui/theme';
import { pathThrough } from '../laid-drawing';
import type { LaidPlace } from '../laid-over';
import { Pins } from '../pin';

interface ShapeMarksProps {
  readonly shape: ShapeReport;
  readonly place: LaidPlace;
  readonly chosen: number | null;
  readonly onChoose: (place: number | null) => void;
}

const closed = (outlines: readonly (readonly Point[])[]): string =>
  outlines.map((outline) => pathThrough(outline, true)).join('');

/** Lines of redline, slanted, for what is missing. */
function Hatch({ id, unit }: { readonly id: string; readonly unit: number }) {
  const step = 11 * unit;
  return (
    <pattern id={id} width={step} height={step} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <line x1={0} y1={0} x2={0} y2={step} stroke={ON_PAGE.correction} strokeWidth={4 * unit} />
    </pattern>
  );
}

/**
 * How far the drawn outline lies off all along it: filled where it lies outside the picture's, hatched
 * where it lies inside; the picture's outline is dashed.
 */
export function OutlineMarks({ shape, place, chosen, onChoose }: ShapeMarksProps) {
  const id = useId();
  const { width, height, unit } = place;
  const [drawn, reference] = [closed(shape.drawn), closed(shape.reference)];
  const whole = <rect width={width} height={height} fill="white" />;
  const stretch = chosen === null ? null : shape.stretches[chosen];
  return (
    <g data-mark="outline-strip">
      <Hatch id={`${id}hatch`} unit={unit} />
      <mask id={`${id}beyond`}>
        {whole}
        <path d={reference} fillRule="evenodd" fill="black" />
      </mask>
      <mask id={`${id}lacking`}>
        {whole}
        <path d={drawn} fillRule="evenodd" fill="black" />
      </mask>
      <path
        d={drawn}
        fillRule="evenodd"
        fill={ON_PAGE.correction}
        opacity={0.6}
        mask={`url(#${id}beyond)`}
        data-mark="too far out"
      />
      <path
        d={reference}
        fillRule="evenodd"
        fill={`url(#${id}hatch)`}
        mask={`url(#${id}lacking)`}
        data-mark="too far in"
      />
      <path
        d={reference}
        fill="none"
        stroke={ON_PAGE.correction}
        strokeWidth={2.2 * unit}
        strokeDasharray={`${9 * unit} ${7 * unit}`}
      />
      {stretch ? (
        <path
          d={pathThrough(stretch.along)}
          fill="none"
          stroke={ON_PAGE.correction}
          strokeWidth={6 * unit}
          strokeLinecap="round"
          data-mark="stretch"
        />
      ) : null}
      <Pins {...place} {...{ chosen, onChoose }} at={shape.stretches.map(({ at }) => at)} />
    </g>
  );
}

/** The gaps that are off: the drawing's hatched, or the one that it lacks; the picture's dashed. */
export function GapMarks({ shape, place, chosen, onChoose }: ShapeMarksProps) {
  const id = useId();
  const { unit } = place;
  const pen = { fill: 'none', stroke: ON_PAGE.correction, strokeWidth: 4 * unit };
  const shown = shape.gaps.flatMap((gap, i) => (chosen === null || chosen === i ? [{ ...gap, i }] : []));
  return (
    <g data-mark="gaps">
      <Hatch id={`${id}hatch`} unit={unit} />
      {shown.map(({ kind, drawn, reference, i }) => (
        <g key={i} data-mark="gap">
          <path
            d={closed(kind === 'missing' ? reference : drawn)}
            fillRule="evenodd"
            fill={`url(#${id}hatch)`}
          />
          <path d={closed(drawn)} {...pen} />
          <path d={closed(reference)} {...pen} strokeDasharray={`${10 * unit} ${8 * unit}`} />
        </g>
      ))}
      <Pins {...place} {...{ chosen, onChoose }} at={shape.gaps.map(({ at }) => at)} />
    </g>
  );
}
