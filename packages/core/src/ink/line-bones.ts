import type { Point } from '../geometry/point.ts';
import { transformPoint } from '../geometry/affine.ts';
import { Assignment } from './assignment.ts';
import { bodyOf, modelsOf, type FoundInInk, type InkReference } from './find-landmarks.ts';
import { inkOf } from './ink.ts';
import { flippedModel } from './line-model.ts';

/** So far from its own line of the model a drawn line may lie, parts of the height. */
const WIDTH = 0.02;

/**
 * Which bones each line of a drawing is drawn of.
 * @param lines of the drawing in which the landmarks were found, in its unit
 * @param found where the landmarks lie in it; one that is not drawn is taken from where the reference lies
 * @returns for each line the share of its length that belongs to each bone; none for a line without length
 */
export function bonesOfLines(
  lines: readonly (readonly Point[])[],
  reference: InkReference,
  found: Pick<FoundInInk, 'landmarks' | 'manner' | 'mirrored' | 'toDrawing'>,
): ReadonlyMap<string, number>[] {
  const skeleton = bodyOf(reference);
  const plain = skeleton && modelsOf(skeleton).find(({ manner }) => manner === found.manner);
  if (!skeleton || !plain) return lines.map(() => new Map());
  const model = found.mirrored ? flippedModel(plain) : plain;
  const unit = reference.height * Math.hypot(found.toDrawing[0], found.toDrawing[1]);
  const places = new Map(found.landmarks.map(({ name, at }) => [name, at]));
  const joints = skeleton.names.map((name, i) => {
    const at = skeleton.at[i] as Point;
    const rest = { x: at.x * reference.height, y: at.y * reference.height };
    return places.get(name) ?? transformPoint(found.toDrawing, rest);
  });
  const jx = Float64Array.from(joints, ({ x }) => x / unit);
  const jy = Float64Array.from(joints, ({ y }) => y / unit);
  return lines.map((line) => {
    const shares = new Map<string, number>();
    const ink = inkOf([line.map(({ x, y }) => ({ x: x / unit, y: y / unit }))]);
    if (!ink) return shares;
    new Assignment(model, skeleton, ink).at(jx, jy, WIDTH, (_, j, share) => {
      const { name } = skeleton.bones[model.bone[j] as number] as { name: string };
      shares.set(name, (shares.get(name) ?? 0) + share / ink.count);
    });
    return shares;
  });
}
