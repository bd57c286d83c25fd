import fc from 'fast-check';
import { about, compose, rotation, transformPoint } from '../geometry/affine.ts';
import { directionOf } from '../geometry/angle.ts';
import { distance, type Point } from '../geometry/point.ts';
import { measureForm } from './form-geometry.ts';
import {
  carried,
  hangingForms,
  joinFor,
  jointAt,
  joining,
  reshaped,
  settingForms,
  splitting,
  tipOf,
  tipPulled,
  turned,
} from './joints.ts';
import { warpedBy } from './move-thing.ts';
import type { Form, Id, Thing } from './things.ts';

const line = (id: Id, from: Point, to: Point, on: Id | null = null): Form => ({
  type: 'form',
  id,
  sheet: 's',
  order: 'a0',
  shape: { kind: 'line', points: [from, to] },
  transform: [1, 0, 0, 1, 0, 0],
  part: id,
  ...(on === null ? {} : { joint: { on, at: from } }),
});
const asThings = (forms: readonly Form[]): Map<Id, Thing> => new Map(forms.map((form) => [form.id, form]));
const put = (things: ReadonlyMap<Id, Thing>, forms: readonly Form[]): Map<Id, Thing> =>
  new Map([...things, ...forms.map((form) => [form.id, form] as const)]);
const formIn = (things: ReadonlyMap<Id, Thing>, id: Id): Form => things.get(id) as Form;
/** Where the ends of a line lie on the page. */
const ends = ({ shape, transform }: Form): Point[] =>
  (shape.kind === 'line' ? [shape.points[0], shape.points.at(-1)!] : []).map((p) =>
    transformPoint(transform, p),
  );

/** A chain of bones laid end to end, by their lengths and directions. */
const chain = (bones: readonly { length: number; way: number }[]): Form[] => {
  let at: Point = { x: 50, y: 50 };
  return bones.map(({ length, way }, i) => {
    const to = { x: at.x + length * Math.cos(way), y: at.y + length * Math.sin(way) };
    const form = line(`b${i}`, at, to, i === 0 ? null : `b${i - 1}`);
    at = to;
    return form;
  });
};
const bone = fc.record({
  length: fc.double({ min: 1, max: 80, noNaN: true }),
  way: fc.double({ min: -3, max: 3, noNaN: true }),
});
const near = (p: Point, q: Point): void => expect(distance(p, q)).toBeLessThan(1e-6);

describe('a chain of random joints', () => {
  it('turned at one of them: what comes before stays, what comes after turns about it as one', () =>
    fc.assert(
      fc.property(
        fc.array(bone, { minLength: 1, maxLength: 8 }),
        fc.nat(),
        fc.double({ min: -170, max: 170, noNaN: true }),
        (bones, at, degrees) => {
          const forms = chain(bones);
          const things = asThings(forms);
          const k = at % forms.length;
          const joint = ends(forms[k]!)[0]!;
          const after = put(things, turned(things, forms[k]!, joint, degrees));
          const turn = about(joint, rotation(degrees));
          forms.forEach((form, i) =>
            ends(form).forEach((p, e) =>
              near(ends(formIn(after, form.id))[e]!, i < k ? p : transformPoint(turn, p)),
            ),
          );
        },
      ),
    ));

  it('its tip pulled: the joint stays, the tip is where it was pulled, and the rest keeps its lengths', () =>
    fc.assert(
      fc.property(
        fc.array(bone, { minLength: 1, maxLength: 8 }),
        fc.nat(),
        fc.record({
          x: fc.double({ min: 0, max: 300, noNaN: true }),
          y: fc.double({ min: 0, max: 300, noNaN: true }),
        }),
        (bones, at, to) => {
          const forms = chain(bones);
          const things = asThings(forms);
          const k = at % forms.length;
          const [joint, tip] = ends(forms[k]!) as [Point, Point];
          fc.pre(distance(joint, to) > 0.5);
          const after = put(things, tipPulled(things, forms[k]!, joint, to));
          near(ends(formIn(after, `b${k}`))[0]!, joint);
          near(ends(formIn(after, `b${k}`))[1]!, to);
          const by = directionOf(joint, to) - directionOf(joint, tip);
          forms.slice(k + 1).forEach((form, i) => {
            const [from, end] = ends(formIn(after, form.id)) as [Point, Point];
            // Still hung end to end, as long as before and turned along.
            near(from, ends(formIn(after, `b${k + i}`))[1]!);
            expect(distance(from, end)).toBeCloseTo(bones[k + 1 + i]!.length, 6);
            const [p, q] = ends(form) as [Point, Point];
            near(transformPoint(rotation(by), { x: q.x - p.x, y: q.y - p.y }), {
              x: end.x - from.x,
              y: end.y - from.y,
            });
          });
        },
      ),
    ));

  it('carried by its root goes as a whole', () => {
    const forms = chain([
      { length: 10, way: 0 },
      { length: 10, way: 1 },
    ]);
    const all = carried(asThings(forms), forms[0]!, { x: 3, y: -2 });
    expect(all).toHaveLength(2);
    all.forEach((form, i) =>
      ends(form).forEach((p, e) => near(p, { x: ends(forms[i]!)[e]!.x + 3, y: ends(forms[i]!)[e]!.y - 2 })),
    );
  });
});

it('a limb is made longer along its bone, and no wider', () => {
  const limb: Form = {
    ...line('limb', { x: 0, y: 0 }, { x: 0, y: 0 }),
    shape: { kind: 'ellipse', rx: 20, ry: 5 },
    transform: compose([1, 0, 0, 1, 60, 60], rotation(30)),
    joint: { on: 'body', at: { x: -20, y: 0 } },
  };
  const things = asThings([limb, line('body', { x: 0, y: 0 }, { x: 40, y: 40 })]);
  const joint = jointAt(things, limb)!;
  const tip = tipOf(limb, joint);
  const [longer] = tipPulled(things, limb, joint, {
    x: joint.x + 1.5 * (tip.x - joint.x),
    y: joint.y + 1.5 * (tip.y - joint.y),
  });
  expect(measureForm(longer!).length).toBeCloseTo(60, 6);
  expect(measureForm(longer!).width).toBeCloseTo(10, 6);
});

it('joins an end to the form whose end is near, never to what hangs on it, and splits again', () => {
  const arm = line('arm', { x: 0, y: 0 }, { x: 50, y: 0 });
  const hand = line('hand', { x: 53, y: 2 }, { x: 70, y: 20 });
  const far = line('far', { x: 200, y: 200 }, { x: 250, y: 200 });
  const things = asThings([arm, hand, far]);
  const found = joinFor(things, hand)!;
  expect(found.on.id).toBe('arm');
  near(found.at, { x: 53, y: 2 });
  const joined = { ...hand, ...joining(hand, 'arm', found.at).set![0]!.to } as Form;
  const after = put(things, [joined]);
  near(jointAt(after, joined)!, { x: 53, y: 2 });
  // The arm could only hang on its own hand now.
  expect(joinFor(after, arm)).toBeNull();
  expect(joinFor(after, far)).toBeNull();
  expect(splitting(joined).set![0]!.to).toEqual({ joint: null });
  expect(jointAt(put(after, []), { ...joined, joint: { on: 'gone', at: { x: 0, y: 0 } } })).toBeNull();
});

it('joins to nothing that only guides, nor to what was flattened; sets only what has changed', () => {
  const arm = line('arm', { x: 0, y: 0 }, { x: 50, y: 0 });
  const hand = line('hand', { x: 53, y: 2 }, { x: 70, y: 20 });
  const guides = { type: 'sheet', id: 's', kind: 'guides', name: 'Recipe', order: 'a0' } as Thing;
  expect(joinFor(new Map([...asThings([arm]), ['s', guides], ['hand', hand]]), hand)).toBeNull();
  expect(joinFor(asThings([{ ...arm, transform: [0, 0, 0, 0, 53, 2] }, hand]), hand)).toBeNull();
  expect(joinFor(asThings([arm]), { ...hand, transform: [0, 0, 0, 0, 50, 0] })).toBeNull();
  const things = asThings([arm, hand]);
  const [moved] = settingForms(things, carried(things, arm, { x: 1, y: 0 })).set!;
  expect(Object.keys(moved!.to)).toEqual(['transform']);
});

it('meets forms once where joints go round in a circle, and none at a root', () => {
  const forms = [
    line('a', { x: 0, y: 0 }, { x: 1, y: 0 }, 'b'),
    line('b', { x: 1, y: 0 }, { x: 2, y: 0 }, 'a'),
  ];
  expect(hangingForms(asThings(forms), 'a').map(({ id }) => id)).toEqual(['b']);
  expect(hangingForms(asThings([line('c', { x: 0, y: 0 }, { x: 1, y: 0 })]), 'c')).toEqual([]);
});

it('reshaped by a handle keeps its own joint on the page, and takes along what hangs near the handle', () => {
  const body = line('body', { x: 0, y: 0 }, { x: 100, y: 0 });
  const [arm, leg] = [
    line('arm', { x: 2, y: 0 }, { x: 2, y: 40 }, 'body'),
    line('leg', { x: 98, y: 0 }, { x: 98, y: 60 }, 'body'),
  ];
  const things = asThings([body, arm, leg]);
  const handle = { from: { x: 100, y: 0 }, to: { x: 110, y: 20 } };
  const now = {
    shape: { kind: 'line', points: [{ x: 0, y: 0 }, handle.to] },
    transform: body.transform,
  } as const;
  const all = reshaped(things, body, now, handle);
  expect(all.map(({ id }) => id)).toEqual(['body', 'leg']);
  near(ends(all[1]!)[0]!, { x: 108, y: 20 });
  const pulled = {
    shape: {
      kind: 'line',
      points: [
        { x: 2, y: 0 },
        { x: 9, y: 30 },
      ],
    },
    transform: [2, 0, 0, 2, 5, 5],
  } as const;
  const [again] = reshaped(things, arm, pulled, { from: { x: 2, y: 40 }, to: { x: 9, y: 30 } });
  near(jointAt(things, again!)!, { x: 2, y: 0 });
  expect(settingForms(things, [again!]).set![0]!.to).toHaveProperty('joint');
  // Bent with the page it hangs where it was bent to.
  const bent = warpedBy(arm, ({ x, y }) => ({ x: x + 1, y: y + 2 }));
  expect(bent).toMatchObject({ joint: { on: 'body', at: { x: 3, y: 2 } } });
});
