import { Box3, Matrix3, type Vector3 } from 'three';
import type { Body, Worn } from './body.ts';
import { vec, type Field } from './field.ts';

/** How much coarser it is meshed there: it is a small part of the other. */
const COARSER = 1.8;

/** A body and what it wears, turned into a frame and set at a place of another body: without its stand. */
export function setOn(body: Body, frame: Matrix3, at: Vector3): Worn[] {
  const inverse = frame.clone().transpose();
  const q = vec(0, 0, 0);
  const moved =
    (field: Field): Field =>
    (p) =>
      field(q.copy(p).sub(at).applyMatrix3(inverse));
  const room = ({ min, max }: Box3): Box3 =>
    new Box3().setFromPoints(
      [min.x, max.x].flatMap((x) =>
        [min.y, max.y].flatMap((y) => [min.z, max.z].map((z) => vec(x, y, z).applyMatrix3(frame).add(at))),
      ),
    );
  return [{ field: body.field, colour: body.colour }, ...body.worn.filter(({ stand }) => !stand)].map(
    ({ field, colour, box = body.box, cell = body.cell }: Worn) => ({
      field: moved(field),
      colour,
      box: room(box),
      cell: COARSER * cell,
    }),
  );
}
