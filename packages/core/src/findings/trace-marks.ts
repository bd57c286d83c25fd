import { invert, scaleOf, transformPoint } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { isOpen } from '../forms/shape.ts';
import { drawnForms, isShown, thingsOfType } from '../page/contents.ts';
import { formInnerLines, formOutline } from '../page/form-geometry.ts';
import type { Id, Thing } from '../page/things.ts';
import type { PictureMark } from '../reference/picture-mark.ts';
import { placementOf } from './checked-reference.ts';

/**
 * What a trace shows, laid on the picture that it was traced over: outlines and seen edges of its forms, and
 * its landmarks, in original-picture pixels. None where the picture does not lie on it, or lies flattened.
 */
export function traceMarks(trace: ReadonlyMap<Id, Thing>, reference: Id): PictureMark[] {
  const placed = placementOf(trace, reference);
  if (!placed || !(scaleOf(placed) > 0)) return [];
  const back = invert(placed);
  const line = (id: Id, points: readonly Point[]): PictureMark => ({
    kind: 'line',
    id,
    points: points.map((p) => transformPoint(back, p)),
  });
  const forms = drawnForms(trace)
    .filter((form) => isShown(trace, form))
    .flatMap((form) => {
      const outline = formOutline(form);
      return [
        line(form.id, isOpen(form.shape) ? outline : [...outline, ...outline.slice(0, 1)]),
        ...formInnerLines(form).seen.map((edge, i) => line(`${form.id} ${i}`, edge)),
      ];
    });
  const landmarks = thingsOfType(trace, 'landmark')
    .filter((landmark) => landmark.state === 'set' && isShown(trace, landmark))
    .map(({ id, name, at }): PictureMark => ({
      kind: 'landmark',
      id,
      name: name ?? '',
      at: transformPoint(back, at),
    }));
  return [...forms, ...landmarks];
}
