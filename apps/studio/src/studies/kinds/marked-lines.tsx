import { transformPoint, type Affine, type Point } from '@deft/core/geometry';
import { ON_PAGE } from '../../ui/theme';
import { pathThrough } from '../laid-drawing';

/** Lines of the drawing drawn over in redline, page millimetres; nothing where it is not laid. */
export function MarkedLines({
  lines,
  toReference,
  unit,
}: {
  readonly lines: readonly (readonly Point[])[];
  readonly toReference: Affine | null;
  readonly unit: number;
}) {
  if (!toReference) return null;
  const d = lines.map((line) => pathThrough(line.map((p) => transformPoint(toReference, p)))).join('');
  return (
    <path
      d={d}
      fill="none"
      stroke={ON_PAGE.correction}
      strokeWidth={4.5 * unit}
      strokeLinecap="round"
      opacity={0.85}
      data-mark="again"
    />
  );
}
