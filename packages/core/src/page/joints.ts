import {
  about,
  compose,
  invert,
  rotation,
  scaleOf,
  scaling,
  transformPoint,
  translation,
  type Affine,
} from '../geometry/affine.ts';
import { directionOf } from '../geometry/angle.ts';
import { distance, type Point } from '../geometry/point.ts';
import { drawnForms, thingsOfType } from './contents.ts';
import { measureForm } from './form-geometry.ts';
import type { Change } from './operation.ts';
import type { Form, Id, Thing } from './things.ts';

/**
 * Forms that hang on one another by joints, as the parts of a limb do: what is done to one takes along those
 * that hang on it. All places are page millimetres, all turns degrees counter-clockwise.
 */

type Things = ReadonlyMap<Id, Thing>;

/** The form that a form hangs on; null where it hangs on none, or on one that is gone. */
export function parentOf(things: Things, form: Form): Form | null {
  const parent = form.joint ? things.get(form.joint.on) : undefined;
  return parent?.type === 'form' && parent.id !== form.id ? parent : null;
}

/** Where a form's joint lies on the page; null where it hangs on nothing. */
export const jointAt = (things: Things, form: Form): Point | null =>
  form.joint && parentOf(things, form) ? transformPoint(form.transform, form.joint.at) : null;

/**
 * Whatever hangs on a form, near and far, without itself; the nearest first. Where joints go round in a
 * circle, as two devices can make them, each is met once.
 */
export function hangingForms(things: Things, root: Id): Form[] {
  const forms = thingsOfType(things, 'form').filter(({ joint }) => joint);
  const met = new Set([root]);
  const found: Form[] = [];
  for (let layer: readonly Id[] = [root]; layer.length > 0;) {
    const next = forms.filter(({ id, joint }) => joint && layer.includes(joint.on) && !met.has(id));
    for (const form of next) met.add(form.id);
    found.push(...next);
    layer = next.map(({ id }) => id);
  }
  return found;
}

/**
 * A form with what it hangs on and all that hangs on it: as much of a page as moving it has to look at, so
 * that the page is gone through once, when it is taken hold of.
 */
export function familyOf(things: Things, form: Form): Map<Id, Thing> {
  const parent = parentOf(things, form);
  return new Map(
    [...(parent ? [parent] : []), form, ...hangingForms(things, form.id)].map((one) => [one.id, one]),
  );
}

/** The end of a form that lies farthest from its joint, along its longer axis. */
export function tipOf(form: Form, joint: Point): Point {
  const [a, b] = measureForm(form).axis;
  return distance(a, joint) >= distance(b, joint) ? a : b;
}

/** A form with a transform laid on it. */
const moved = (form: Form, by: Affine): Form => ({ ...form, transform: compose(by, form.transform) });

/** What hangs on a form moved along with it, without changing in itself. */
const alongWith = (things: Things, root: Id, by: Affine): Form[] =>
  hangingForms(things, root).map((form) => moved(form, by));

/** A form carried elsewhere, with all that hangs on it. */
export function carried(things: Things, form: Form, by: Point): Form[] {
  const there = translation(by.x, by.y);
  return [moved(form, there), ...alongWith(things, form.id, there)];
}

/** A form turned about a place, its joint, with all that hangs on it. */
export function turned(things: Things, form: Form, joint: Point, degrees: number): Form[] {
  const turn = about(joint, rotation(degrees));
  return [moved(form, turn), ...alongWith(things, form.id, turn)];
}

/** No bone is made shorter, millimetres. */
const LEAST_BONE = 0.5;

/**
 * A form whose tip is pulled somewhere while its joint stays: turned about the joint and made longer along
 * its bone, no wider. What hangs on it turns with it and keeps its size.
 * @param joint where the form's joint lies; a tip at it, or one pulled nearly onto it, changes nothing
 */
export function tipPulled(things: Things, form: Form, joint: Point, to: Point): Form[] {
  const tip = tipOf(form, joint);
  const [before, after] = [distance(joint, tip), distance(joint, to)];
  if (!(before > 0) || after < LEAST_BONE) return [form];
  const [from, turn] = [directionOf(joint, tip), directionOf(joint, to) - directionOf(joint, tip)];
  const longer = about(joint, compose(rotation(from), scaling(after / before, 1), rotation(-from)));
  const own = compose(about(joint, rotation(turn)), longer);
  const parts = hangingForms(things, form.id).filter(({ joint: at }) => at?.on === form.id);
  const others = parts.flatMap((part) => {
    const at = transformPoint(part.transform, part.joint?.at ?? { x: 0, y: 0 });
    const there = transformPoint(own, at);
    const by = compose(translation(there.x, there.y), rotation(turn), translation(-at.x, -at.y));
    return [moved(part, by), ...alongWith(things, part.id, by)];
  });
  return [moved(form, own), ...others];
}

/** Parts whose joint lies within this share of a form's length of a handle go where that is pulled. */
const NEAR_HANDLE = 0.25;

/**
 * A form that was given another shape by one of its handles, with what hangs on it near there: its own joint,
 * where it has one, stays on the page.
 * @param from where the handle was, and `to` where it is now
 */
export function reshaped(
  things: Things,
  form: Form,
  now: Pick<Form, 'shape' | 'transform'>,
  { from, to }: { readonly from: Point; readonly to: Point },
): Form[] {
  const joint = jointAt(things, form);
  const own: Form = {
    ...form,
    ...now,
    ...(joint && form.joint
      ? { joint: { ...form.joint, at: transformPoint(invert(now.transform), joint) } }
      : {}),
  };
  const reach = NEAR_HANDLE * measureForm(form).length;
  const near = hangingForms(things, form.id).filter((part) => {
    const at = part.joint?.on === form.id ? transformPoint(part.transform, part.joint.at) : null;
    return at && distance(at, from) <= reach;
  });
  const by = { x: to.x - from.x, y: to.y - from.y };
  return [own, ...near.flatMap((part) => carried(things, part, by))];
}

/**
 * What changes of forms that were moved, turned or reshaped: only what differs, so that what another device
 * does to the rest of them stays.
 */
export const settingForms = (things: Things, forms: readonly Form[]): Change => ({
  set: forms.map((form) => {
    const before = things.get(form.id);
    const own = before?.type === 'form' ? before : null;
    return {
      id: form.id,
      to: {
        ...(own?.shape === form.shape ? {} : { shape: form.shape }),
        ...(own?.transform === form.transform ? {} : { transform: form.transform }),
        ...(own?.joint === form.joint ? {} : { joint: form.joint ?? null }),
      },
    };
  }),
});

/** An end of a form is joined to another that lies within this share of its length of it. */
const JOINS_WITHIN = 0.4;

/** Whether a form was not flattened until nothing of it can be measured. */
const hasRoom = ({ transform }: Form): boolean => scaleOf(transform) > FLAT;
const FLAT = 1e-9;

/**
 * Which form another would hang on, and where: the end of its longer axis that lies nearest to an end of
 * another's that does not hang on it already. Null where none is near.
 */
export function joinFor(things: Things, form: Form): { readonly on: Form; readonly at: Point } | null {
  const below = new Set([form.id, ...hangingForms(things, form.id).map(({ id }) => id)]);
  if (!hasRoom(form)) return null;
  const { axis, length } = measureForm(form);
  const [best] = drawnForms(things)
    .filter((other) => !below.has(other.id) && hasRoom(other))
    .flatMap((on) => {
      const ends = measureForm(on).axis;
      return axis.map((at) => ({ on, at, far: Math.min(...ends.map((end) => distance(end, at))) }));
    })
    .sort((a, b) => a.far - b.far);
  return best && best.far <= JOINS_WITHIN * length ? { on: best.on, at: best.at } : null;
}

/** Hangs a form on another by a joint at a place. */
export const joining = (form: Form, on: Id, at: Point): Change => ({
  set: [{ id: form.id, to: { joint: { on, at: transformPoint(invert(form.transform), at) } } }],
});

/** Splits a form off what it hangs on; it stays where it is. */
export const splitting = (form: Form): Change => ({ set: [{ id: form.id, to: { joint: null } }] });
