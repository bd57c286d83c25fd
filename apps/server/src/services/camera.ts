import type { Pose, Reference } from '@deft/contract';
import { seeded } from '@deft/core/random';
import type { Point } from '@deft/core/geometry';
import { cellsFor, PAGE_SIZE } from '@deft/core/page';
import { madeFigure, type MadeLayout, type MadeLine } from '@deft/camera';

/** What is joined by a line when a figure is drawn in a hurry. */
const BONES: readonly (readonly [string, string])[] = [
  ['crown', 'chin'],
  ['pit of the neck', 'left hip'],
  ['pit of the neck', 'right hip'],
  ['left shoulder', 'right shoulder'],
  ['left hip', 'right hip'],
  ...(['left', 'right'] as const).flatMap(
    (side) =>
      [
        [`${side} shoulder`, `${side} elbow`],
        [`${side} elbow`, `${side} wrist`],
        [`${side} hip`, `${side} knee`],
        [`${side} knee`, `${side} ankle`],
        [`${side} shoulder`, `${side} hip`],
      ] as const,
  ),
];
/** How far a hurried hand misses, as a share of the figure's height. */
const MISS = 0.02;

/** An egg between two places. */
function ring(top: Point, low: Point): Point[] {
  const [cx, cy, rx, ry] = [
    (top.x + low.x) / 2,
    (top.y + low.y) / 2,
    (low.x - top.x) / 2,
    (low.y - top.y) / 2,
  ];
  return Array.from({ length: 22 }, (_, i) => {
    const t = (i / 20) * 2 * Math.PI;
    return {
      x: cx + rx * Math.cos(t) + 0.7 * ry * Math.sin(t),
      y: cy + ry * Math.cos(t) - 0.7 * rx * Math.sin(t),
    };
  });
}

/**
 * A reference as somebody might have drawn it on paper in a hurry; any figure where little is known of it.
 */
export function hurriedDrawing(
  { truth, width, height }: Pick<Reference, 'truth' | 'width' | 'height'>,
  seed: number,
): MadeLine[] {
  const chance = seeded(seed);
  const known = new Map((truth?.landmarks ?? []).map(({ name, at }) => [name, at]));
  const lines = BONES.flatMap(([from, to]): [Point, Point][] => {
    const [a, b] = [known.get(from), known.get(to)];
    return a && b ? [[a, b]] : [];
  });
  if (lines.length < 5) return madeFigure(chance);
  const all = lines.flat();
  const [left, top] = [Math.min(...all.map((p) => p.x)), Math.min(...all.map((p) => p.y))];
  const size = Math.max(
    Math.max(...all.map((p) => p.x)) - left,
    Math.max(...all.map((p) => p.y)) - top,
    Math.min(width, height) / 20,
  );
  const missed = (): number => MISS * (chance() - 0.5) * 2;
  const put = (p: Point): Point => ({
    x: 0.05 + (0.9 * (p.x - left)) / size + missed(),
    y: 0.05 + (0.9 * (p.y - top)) / size + missed(),
  });
  const [crown, chin] = [known.get('crown'), known.get('chin')];
  const head = crown && chin ? [{ points: ring(put(crown), put(chin)), weight: 1 }] : [];
  return [
    ...head,
    ...lines.map(([a, b]): MadeLine => {
      const [p, q] = [put(a), put(b)];
      const by = 0.08 * (chance() - 0.5);
      const points = Array.from({ length: 9 }, (_, i) => {
        const t = i / 8;
        const s = Math.sin(Math.PI * t) * by;
        return { x: p.x + (q.x - p.x) * t + (q.y - p.y) * s, y: p.y + (q.y - p.y) * t - (q.x - p.x) * s };
      });
      return { points, weight: 0.8 + 0.4 * chance() };
    }),
  ];
}

/** How the simulated student laid the poses out on paper: ruled cells, then scattered, then over a spread. */
export function layoutFor(poses: readonly Pose[], photo: number): MadeLayout {
  const count = Math.max(1, poses.length);
  if (photo % 3 === 0 || count > 8) return { kind: 'grid', cells: cellsFor(count, PAGE_SIZE), ruled: true };
  return photo % 3 === 1 ? { kind: 'scattered', count } : { kind: 'spread', count };
}
