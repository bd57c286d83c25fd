import type { Operation, Thing, ThingType } from '@deft/core/page';
import { encodeStroke, THING_FIELDS } from '@deft/core/page';
import { newId } from './device.ts';

const at = { x: 1, y: 1 };
const upright = [1, 0, 0, 1, 0, 0] as const;

/** One thing of each kind, on a sheet of its own. */
export function oneOfEach(reference: string): Thing[] {
  const sheet = newId();
  const on = { sheet, order: 'a0' };
  const points = encodeStroke([
    { x: 5, y: 5, pressure: 0.5, time: 0 },
    { x: 60, y: 90, pressure: 0.7, time: 40 },
  ]);
  const ink = { pen: 'pencil', size: 0.7, colour: '#1E2430', pressure: 'device' } as const;
  return [
    {
      type: 'sheet',
      id: sheet,
      kind: 'ink',
      name: 'Ink',
      order: 'b0',
      opacity: 1,
      hidden: false,
      locked: false,
    },
    { type: 'stroke', id: newId(), ...on, points, ...ink },
    {
      type: 'form',
      id: newId(),
      ...on,
      shape: { kind: 'ellipse', rx: 9, ry: 5 },
      transform: upright,
      part: null,
    },
    { type: 'mass', id: newId(), ...on, area: [[at, { x: 9, y: 1 }, { x: 1, y: 90 }]], value: 'dark' },
    { type: 'guide', id: newId(), sheet, kind: 'level', at: 40 },
    { type: 'axis', id: newId(), sheet, from: at, to: { x: 1, y: 90 } },
    {
      type: 'note',
      id: newId(),
      ...on,
      transform: upright,
      colour: '#1E2430',
      says: { kind: 'text', text: 'left', size: 6 },
    },
    { type: 'landmark', id: newId(), sheet, name: 'crown', state: 'set', at, spread: 1 },
    { type: 'placement', id: newId(), ...on, reference, revision: 0, transform: upright },
    { type: 'version', id: newId(), name: 'before', at: 5 },
  ];
}

/** What fits no field of any kind, whatever else may be made of it. */
const WRONG: readonly unknown[] = [
  {},
  [],
  [[]],
  { x: 'left' },
  { kind: 'none' },
  [1, 2, 3],
  [null],
  { toString: 1 },
  { columns: 0, rows: -1 },
];
/** What fits some fields only. */
const ODD: readonly unknown[] = [
  null,
  '',
  'x'.repeat(300_000),
  '#12',
  'url(#a)',
  '<script>',
  -1e9,
  1e12,
  0.5,
  true,
  false,
  [1, 0, 0, 1, 0],
  at,
];

/** Whether a kind of thing has a field at all. */
const has = (type: ThingType, field: string): boolean => Object.hasOwn(THING_FIELDS[type], field);

/**
 * A patch that does not fit a thing of this kind: a wrong value, a field of another kind's, or none at all.
 */
export function misfit(type: ThingType, random: () => number): Readonly<Record<string, unknown>> {
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)] as T;
  const own = Object.keys(THING_FIELDS[type]);
  const which = random();
  if (which < 0.1) return {};
  if (which < 0.4) {
    const foreign = Object.values(THING_FIELDS)
      .flatMap((fields) => Object.keys(fields))
      .filter((field) => !has(type, field));
    return { [pick([...foreign, 'id', 'type', '__proto__x', 'constructor'])]: pick([...WRONG, ...ODD]) };
  }
  const field = pick(own);
  const wrong = { [field]: pick(WRONG) };
  // Beside one that fits, as a real change might have it.
  return which < 0.6 && type === 'sheet' && field !== 'hidden' ? { hidden: false, ...wrong } : wrong;
}

/** A change of one thing, ready to be sent. */
export const changeOf = (
  page: string,
  device: string,
  n: number,
  body: Extract<Operation, { kind: 'change' }>['body'],
): Operation => ({
  id: newId(),
  page,
  device,
  n,
  seen: 0,
  at: 1,
  version: 2,
  kind: 'change',
  body,
});
