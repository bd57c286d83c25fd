import { FORM_KINDS, type FormKind } from '../forms/index.ts';
import { ANCHORED_KINDS, type AnchoredKind } from '../guides/index.ts';
import { compose, rotation, scaling, translation } from '../geometry/affine.ts';
import {
  movedBy,
  onSheet,
  sheetsOf,
  encodeStroke,
  MASS_VALUES,
  warpedBy,
  type Anchor,
  type Change,
  type Id,
  type MassValue,
  type Replica,
  type SheetThing,
  type Thing,
} from '../page/index.ts';
import { bend, bendHandles } from '../geometry/bend.ts';
import { anyShape } from './made-strokes.ts';

export type Random = () => number;

/** What a hand might do next on a page: ids and places by a seeded random, so that it can be done again. */
export function soakStep(random: Random, replica: Replica, newId: () => Id): Change | { ids: Id[] } {
  const things = replica.log.things;
  const pick = <T>(all: readonly T[]): T | undefined => all[Math.floor(random() * all.length)];
  const sheets = sheetsOf(things);
  const sheet = pick(sheets)?.id ?? '';
  const lying = [...things.values()].filter(onSheet);
  const some = (): SheetThing[] =>
    Array.from({ length: 1 + Math.floor(random() * 3) }, () => pick(lying)).filter(
      (thing) => thing !== undefined,
    );
  const at = () => ({ x: 8 + random() * 130, y: 8 + random() * 190 });
  const order = `a${Math.floor(random() * 36).toString(36)}`;
  const what = random();
  const undo = replica.log.undoable(replica.device);
  const redo = replica.log.redoable(replica.device);
  if (what < 0.12 && undo) return { ids: [undo.id] };
  if (what < 0.18 && redo) return { ids: [redo.id] };
  if (what < 0.24 || sheets.length === 0)
    return {
      add: [
        {
          type: 'sheet',
          id: newId(),
          kind: random() < 0.7 ? 'ink' : 'forms',
          name: 'Sheet',
          order,
          opacity: 1,
          hidden: false,
          locked: false,
        },
      ],
    };
  if (what < 0.3)
    return {
      set: [
        {
          id: sheet,
          to: {
            opacity: Math.round(random() * 100) / 100,
            hidden: random() < 0.2,
            multiply: random() < 0.3,
            order,
          },
        },
      ],
    };
  const forms = lying.filter(({ type }) => type === 'form');
  if (what > 0.985 && forms.length > 1) {
    // Joints may come to go round in a circle, or hang on what is gone.
    const [form, on] = [pick(forms), pick(forms)] as [Thing, Thing];
    return { set: [{ id: form.id, to: { joint: random() < 0.2 ? null : { on: on.id, at: at() } } }] };
  }
  if (what < 0.33 && sheets.length > 2)
    return { remove: [sheet, ...lying.filter((thing) => thing.sheet === sheet).map(({ id }) => id)] };
  if (what < 0.4)
    return {
      add: [
        {
          type: 'form',
          id: newId(),
          sheet,
          order,
          part: null,
          shape: anyShape(FORM_KINDS[Math.floor(random() * FORM_KINDS.length)] as FormKind, random),
          transform: translation(at().x, at().y),
        },
      ],
    };
  if (what > 0.97) return { add: [soakMass(random, sheet, order, newId())] };
  if (what < 0.42) return { add: [soakGuide(random, lying, sheet, newId())] };
  if (what < 0.44)
    return {
      add: [
        {
          type: 'note',
          id: newId(),
          sheet,
          order,
          colour: '#1E2430',
          transform: translation(at().x, at().y),
          says: { kind: 'text', text: 'knee', size: 5 },
        },
      ],
    };
  if (what < 0.56) {
    const by = compose(
      translation(random() * 20 - 10, random() * 20 - 10),
      rotation(random() * 360),
      scaling(0.7 + random() * 0.6),
    );
    const set = some().flatMap((thing) => {
      const to = movedBy(thing, by);
      return to ? [{ id: thing.id, to }] : [];
    });
    if (set.length > 0) return { set };
  }
  if (what < 0.6) {
    const room = { minX: 0, minY: 0, maxX: 148, maxY: 210 };
    const map = bend(
      room,
      bendHandles(room).map((p, i) => (i === 4 ? { x: p.x + random() * 6, y: p.y - random() * 6 } : p)),
    );
    const set = some().flatMap((thing) => {
      const to = warpedBy(thing, map);
      return to ? [{ id: thing.id, to }] : [];
    });
    if (set.length > 0) return { set };
  }
  if (what < 0.66 && lying.length > 0) return { remove: some().map(({ id }) => id) };
  return { add: [soakStroke(random, sheet, order, newId())] };
}

/** A guide of any kind, by places of its own and such as hang on whatever lies there, itself among it. */
function soakGuide(random: Random, lying: readonly SheetThing[], sheet: Id, id: Id): Thing {
  const one = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)] as T;
  const kind = one(Object.keys(ANCHORED_KINDS) as AnchoredKind[]);
  const [least, most] = ANCHORED_KINDS[kind];
  const through = Array.from({ length: least + Math.floor(random() * (most - least + 1)) }, (): Anchor => {
    const at = { x: 8 + random() * 130, y: 8 + random() * 190 };
    if (random() < 0.5 || lying.length === 0) return { at };
    const place = one(['centre', 'north', 'end 0', 'mark 0', 'mark 3', 'from', 'at', 'gone']);
    return { at, on: random() < 0.1 ? id : one(lying).id, place };
  });
  const count = 2 + Math.floor(random() * 6);
  return { type: 'guide', id, sheet, kind, through, count, turn: 2 * random() - 1 };
}

/** A mass of any value, with a hole half of the time. */
function soakMass(random: Random, sheet: Id, order: string, id: Id): Thing {
  const [x, y] = [8 + random() * 90, 8 + random() * 150];
  const square = (from: number, side: number): { x: number; y: number }[] => [
    { x: x + from, y: y + from },
    { x: x + from + side, y: y + from },
    { x: x + from, y: y + from + side },
  ];
  const side = 10 + random() * 30;
  const value = MASS_VALUES[Math.floor(random() * MASS_VALUES.length)] as MassValue;
  const area = [square(0, side), ...(random() < 0.5 ? [square(2, side / 4)] : [])];
  return { type: 'mass', id, sheet, order, area, value };
}

function soakStroke(random: Random, sheet: Id, order: string, id: Id): Thing {
  const [x, y] = [10 + random() * 110, 10 + random() * 180];
  const points = Array.from({ length: 4 + Math.floor(random() * 30) }, (_, i) => ({
    x: x + i * 0.7,
    y: y + 3 * Math.sin(i / 4 + x),
    pressure: random(),
    time: 8 * i,
  }));
  return {
    type: 'stroke',
    id,
    sheet,
    order,
    points: encodeStroke(points),
    pen: random() < 0.1 ? 'rubber' : 'pencil',
    size: 0.3 + random() * 2,
    colour: '#1E2430',
    pressure: 'device',
  };
}
