import fc from 'fast-check';
import { compose, reflection, rotation, scaling, transformPoint, translation } from '../geometry/affine.ts';
import { boxOf } from '../geometry/box.ts';
import { homography } from '../geometry/homography.ts';
import { formOutline, measureForm } from './form-geometry.ts';
import { patchwork, pieceMap, pieceOutline } from './mesh.ts';
import { movedBy, warpedBy } from './move-thing.ts';
import { noteLines } from './note-geometry.ts';
import { encodeStroke } from './stroke-code.ts';
import { strokePoints } from './stroke-outline.ts';
import { straightened } from './straighten.ts';
import { pickPoints, thingBox } from './thing-box.ts';
import type { Form, Note, Placement, SheetThing, Stroke } from './things.ts';

const id = 'a'.repeat(32);
const stroke: Stroke = {
  type: 'stroke',
  id,
  sheet: id,
  order: 'a0',
  pen: 'pencil',
  size: 0.7,
  colour: '#1E2430',
  pressure: 'device',
  points: encodeStroke(
    Array.from({ length: 30 }, (_, i) => ({
      x: 10 + i,
      y: 20 + 4 * Math.sin(i / 5),
      pressure: 0.4,
      time: i * 7,
    })),
  ),
};
const form: Form = {
  type: 'form',
  id,
  sheet: id,
  order: 'a0',
  part: 'head',
  shape: { kind: 'ellipse', rx: 10, ry: 14 },
  transform: [1, 0, 0, 1, 40, 50],
};
const piece: Placement = {
  type: 'placement',
  id,
  sheet: id,
  order: 'a0',
  reference: id,
  revision: 0,
  transform: [0.1, 0, 0, 0.1, 5, 5],
  clip: [
    { x: 100, y: 100 },
    { x: 300, y: 100 },
    { x: 300, y: 400 },
    { x: 100, y: 400 },
  ],
};
const note: Note = {
  type: 'note',
  id,
  sheet: id,
  order: 'a0',
  transform: [1, 0, 0, 1, 30, 30],
  colour: '#1E2430',
  says: { kind: 'count', count: 7, size: 6 },
};
const all: SheetThing[] = [
  stroke,
  form,
  piece,
  note,
  { type: 'landmark', id, sheet: id, name: 'crown', state: 'set', at: { x: 3, y: 4 }, spread: 1 },
];
const patched = <T extends SheetThing>(thing: T, patch: object | null): T => ({ ...thing, ...patch });
const by = compose(translation(12, -3), rotation(40), scaling(1.5, 0.8));

test('whatever is moved, its own points go where the transform takes them', () => {
  for (const thing of all) {
    const moved = pickPoints(patched(thing, movedBy(thing, by)));
    const meant = pickPoints(thing).map((p) => transformPoint(by, p));
    moved.forEach((p, i) => {
      expect(p.x).toBeCloseTo(meant[i]!.x, 6);
      expect(p.y).toBeCloseTo(meant[i]!.y, 6);
    });
  }
});

test('moved there and back is where it was, and an axis flips twice to itself', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -170, max: 170, noNaN: true }),
      fc.double({ min: 0.2, max: 4, noNaN: true }),
      (turn, scale) => {
        const there = compose(rotation(turn), scaling(scale));
        const back = compose(scaling(1 / scale), rotation(-turn));
        const once = patched(stroke, movedBy(stroke, there));
        strokePoints(patched(once, movedBy(once, back))).forEach((p, i) =>
          expect(p.x).toBeCloseTo(strokePoints(stroke)[i]!.x, 6),
        );
      },
    ),
  );
  const flip = reflection({ x: 74, y: 0 }, { x: 74, y: 9 });
  const twin = patched(stroke, movedBy(stroke, flip));
  expect(strokePoints(twin)[0]!.x).toBeCloseTo(148 - 10, 6);
});

test('distorted, a stroke keeps pressure and times, a form its name; both lie where the map takes them', () => {
  const map = homography(
    [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 100, y: 100 },
      { x: 0, y: 100 },
    ],
    [
      { x: 0, y: 0 },
      { x: 100, y: 10 },
      { x: 95, y: 90 },
      { x: 4, y: 100 },
    ],
  );
  const bent = patched(
    patched(stroke, movedBy(stroke, by)),
    warpedBy(patched(stroke, movedBy(stroke, by)), map),
  );
  strokePoints(bent).forEach((p, i) => {
    const from = strokePoints(patched(stroke, movedBy(stroke, by)))[i]!;
    expect(Math.hypot(p.x - map(from).x, p.y - map(from).y)).toBeLessThan(0.02);
    expect([p.pressure, p.time]).toEqual([from.pressure, from.time]);
  });
  const made = patched(form, warpedBy(form, map));
  expect([made.part, made.shape.kind]).toEqual(['head', 'outline']);
  for (const p of formOutline(form)) {
    const to = map(p);
    expect(Math.min(...formOutline(made).map((q) => Math.hypot(q.x - to.x, q.y - to.y)))).toBeLessThan(3);
  }
  // An outline can still say its centre, length and tilt: the check goes on with it.
  const straight = patched(
    form,
    warpedBy(form, (p) => p),
  );
  expect(measureForm(straight).length).toBeCloseTo(measureForm(form).length, 0);
  expect(measureForm(straight).centre.x).toBeCloseTo(40, 1);
});

test('a bent piece is laid triangle by triangle just where its map says, and bends on from there', () => {
  const map = (p: { x: number; y: number }) => ({ x: p.x + 0.02 * p.y * p.y * 0.1, y: p.y + 1 });
  const once = patched(piece, warpedBy(piece, map));
  const twice = patched(once, warpedBy(once, map));
  for (const bent of [once, twice]) {
    const patches = patchwork(bent);
    expect(patches).toHaveLength(128);
    for (const { from, to, transform } of patches)
      from.forEach((p, i) => {
        expect(transformPoint(transform, p).x).toBeCloseTo(to[i]!.x, 6);
        expect(pieceMap(bent)(p).y).toBeCloseTo(to[i]!.y, 6);
      });
  }
  const corner = transformPoint(piece.transform, piece.clip![0]!);
  expect(pieceOutline(once)![0]!.x).toBeCloseTo(map(corner).x, 6);
  expect(pieceOutline(twice)![0]!.y).toBeCloseTo(corner.y + 2, 6);
  expect(pieceOutline({ ...piece, clip: null })).toBeNull();
});

test('the room of a thing holds all of it', () => {
  for (const thing of all) {
    const box = thingBox(thing)!;
    for (const p of pickPoints(thing))
      expect(
        p.x >= box.minX - 1e-9 && p.x <= box.maxX + 1e-9 && p.y >= box.minY - 1e-9 && p.y <= box.maxY + 1e-9,
      ).toBe(true);
  }
  const inked = boxOf(strokePoints(stroke))!;
  expect(thingBox(stroke)!.minX).toBeLessThan(inked.minX - 0.35);
});

test('seven ticks are a crossed five and two', () => {
  const lines = noteLines(note);
  expect(lines).toHaveLength(7);
  const slope = (l: { x: number; y: number }[]): number =>
    Math.abs((l[1]!.x - l[0]!.x) / (l[1]!.y - l[0]!.y));
  expect(lines.map((l) => slope(l) > 1)).toEqual([false, false, false, false, true, false, false]);
});

describe('straightening', () => {
  const shaky = Array.from({ length: 50 }, (_, i) => ({
    x: 10 + i * 0.8,
    y: 20 + i * 0.6 + 0.8 * Math.sin(i * 1.3),
    pressure: i / 50,
    time: i * 6,
  }));

  test('all points fall on one line near the old one, with their times and pressures', () => {
    const straight = straightened(shaky)!;
    const [a, b] = [straight[0]!, straight.at(-1)!];
    straight.forEach((p, i) => {
      expect(Math.abs((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x))).toBeLessThan(1e-6);
      expect([p.pressure, p.time]).toEqual([shaky[i]!.pressure, shaky[i]!.time]);
      expect(Math.hypot(p.x - shaky[i]!.x, p.y - shaky[i]!.y)).toBeLessThan(1.6);
    });
    expect((b.y - a.y) / (b.x - a.x)).toBeCloseTo(0.75, 1);
  });

  test('what turns, what stands still and what is one touch is left alone', () => {
    const ring = Array.from({ length: 40 }, (_, i) => ({
      x: Math.cos(i / 6),
      y: Math.sin(i / 6),
      pressure: 0.5,
      time: i,
    }));
    expect([straightened(ring), straightened(shaky.slice(0, 1)), straightened([])]).toEqual([
      null,
      null,
      null,
    ]);
    expect(straightened([shaky[0]!, shaky[0]!])).toBeNull();
  });
});
