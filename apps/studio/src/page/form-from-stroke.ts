import { guessForms, type FormGuess } from '@deft/core/forms';
import { strokePoints, type Change, type Form, type Id, type Stroke, type Thing } from '@deft/core/page';
import { newId } from '../data/new-id';
import { orderOnTop, sheetFor } from './place-on';
import type { Painter } from './paint/painter';

/** The stroke that was drawn last, where it is one and stands for something; null else. */
export function strokeToGuess(things: ReadonlyMap<Id, Thing>, last: readonly Id[]): Stroke | null {
  const stroke = last.length === 1 ? things.get(last[0] as Id) : undefined;
  return stroke?.type === 'stroke' && (stroke.pen === 'pencil' || stroke.pen === 'pen') ? stroke : null;
}

/** What it may be: two forms at the most, the likeliest first. */
export const guessesOf = (stroke: Stroke): FormGuess[] => guessForms(strokePoints(stroke));

/** What makes a stroke a form on the sheet of forms; null where there is no such sheet to lay it on. */
export function makingForm(
  things: ReadonlyMap<Id, Thing>,
  scene: Painter['scene'],
  instead: Id,
  { shape, transform }: FormGuess,
): { change: Change; form: Form } | null {
  const sheet = sheetFor(things, ['forms']);
  if (!sheet) return null;
  const form: Form = {
    type: 'form',
    id: newId(),
    sheet,
    order: orderOnTop(scene, sheet),
    shape,
    transform,
    part: null,
  };
  return { change: { remove: [instead], add: [form] }, form };
}
