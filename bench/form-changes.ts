import { check, formItem, moveItem, type Item } from '@deft/core/findings';
import { FORM_KINDS, isOpen, type FormKind, type Shape } from '@deft/core/forms';
import {
  about,
  compose,
  IDENTITY,
  rotation,
  scaling,
  transformPoint,
  translation,
  type Affine,
  type Point,
} from '@deft/core/geometry';
import { formOutline, measureForm, type Form } from '@deft/core/page';
import { gaussian, seeded } from '@deft/core/random';
import { SUBJECTS } from '@deft/core/subjects';
import { anyShape } from '../packages/core/src/testing/made-strokes.ts';
import { turnsOf } from '../packages/core/src/findings/turns.ts';
import { row } from './table.ts';

/**
 * Pages of forms of every kind, with one of them drawn longer, turned or pulled in: does the check name it,
 * and nothing else?
 */

const SEEDS = 100;
const PARTS = 9;
/** How unsteadily forms are placed, millimetres, on pages of about 300. */
const NOISE = 0.5;

const CHANGES = {
  longer: { by: 1.3, names: ['length', 'size'], sign: 1 },
  turned: { by: 16, names: ['tilt'], sign: 1 },
  'pulled in': { by: 0.65, names: ['width', 'size'], sign: -1 },
} as const;
type ChangeName = keyof typeof CHANGES;

const form = (name: string, shape: Shape, transform: Affine): Form => ({
  type: 'form',
  id: name,
  sheet: 's',
  order: 'a0',
  part: name,
  shape,
  transform,
});

/** A form of a kind about a place, about 60 long. */
function made(kind: FormKind, name: string, at: Point, random: () => number): Form {
  const shape = anyShape(kind, random);
  const own = measureForm({ shape, transform: [1, 0, 0, 1, 0, 0] });
  const by = (50 + 20 * random()) / own.length;
  const transform = compose(translation(at.x, at.y), scaling(by), translation(-own.centre.x, -own.centre.y));
  return form(name, shape, transform);
}

/** A form changed along its long axis, turned, or pulled in across it. */
function changed(original: Form, what: ChangeName): Form {
  const { centre, tilt } = measureForm(original);
  const along = (x: number, y: number): Affine =>
    about(centre, compose(rotation(tilt), scaling(x, y), rotation(-tilt)));
  const { by } = CHANGES[what];
  const act =
    what === 'longer' ? along(by, 1) : what === 'turned' ? about(centre, rotation(by)) : along(1, by);
  return { ...original, transform: compose(act, original.transform) };
}

/** As a hand places it: moved, turned and sized a little otherwise. */
function placed(original: Form, random: () => number): Form {
  const { centre, length } = measureForm(original);
  const off = (): number => NOISE * gaussian(random);
  const turn = (off() / length) * 2 * (180 / Math.PI);
  const act = about(centre, compose(rotation(turn), scaling(1 + off() / length, 1 + off() / length)));
  return { ...original, transform: compose(translation(off(), off()), act, original.transform) };
}

const items = (forms: readonly Form[], prefix: string): Item[] =>
  forms.map((one) => ({ ...formItem(one, NOISE), id: `${prefix} ${one.id}` }));

/** Whether a change is more than placing alone can be told from: four times what it leaves open. */
const applies = (kind: FormKind, one: Form, what: ChangeName): boolean => {
  const { width } = measureForm(one);
  if (what === 'pulled in') return kind !== 'line' && ((1 - CHANGES[what].by) * width) / 2 > 4 * NOISE;
  // A round is the same whichever way it is turned.
  return what !== 'turned' || kind !== 'circle';
};

/** What is said of a part: by which measure, and with which sign. */
interface Said {
  readonly part: string | null;
  readonly measure: string;
  readonly size: number;
  readonly clearly: boolean;
}

/** All that a check of these forms says, how they are turned among it. */
function saidOf(drawn: readonly Form[], reference: readonly Form[]): Said[] {
  const [own, its] = [items(drawn, 'drawn'), items(reference, 'true')];
  const report = check({ drawn: own, reference: its, height: 300, seconds: null, subject: SUBJECTS.thing });
  const { toReference } = report;
  const listed = [...report.findings, ...report.perhaps];
  const said = listed.map(({ about: part, id, size, sure }) => ({
    part,
    measure: id.split(':')[0] ?? '',
    size,
    clearly: sure === 'clearly',
  }));
  if (!toReference) return said;
  const stackOf = (forms: readonly Form[], by: Affine) =>
    forms
      .filter(({ shape }) => !isOpen(shape))
      .map((one) => ({ name: one.id, outline: formOutline(one).map((p) => transformPoint(by, p)) }));
  const turns = turnsOf(
    { items: own.map((item) => moveItem(item, toReference)), stack: stackOf(drawn, toReference) },
    { items: its, stack: stackOf(reference, IDENTITY) },
    { seconds: null, told: new Set(listed.flatMap((finding) => finding.drawn)) },
  );
  return [
    ...said,
    ...turns.map(({ about: part, size, sure }) => ({
      part,
      measure: 'tilt',
      size,
      clearly: sure === 'clearly',
    })),
  ];
}

const names = (said: readonly Said[], what: ChangeName): boolean =>
  said.some(
    ({ part, measure, size }) =>
      part === 'part 4' &&
      (CHANGES[what].names as readonly string[]).includes(measure) &&
      Math.sign(size) === CHANGES[what].sign,
  );

let falsely = 0;
let pages = 0;
for (const kind of FORM_KINDS) {
  const rates: string[] = [];
  let enough = true;
  for (const what of Object.keys(CHANGES) as ChangeName[]) {
    let [hits, of] = [0, 0];
    for (let seed = 0; seed < SEEDS; seed += 1) {
      const random = seeded(
        1000 * FORM_KINDS.indexOf(kind) + seed + 100_000 * Object.keys(CHANGES).indexOf(what),
      );
      const reference = Array.from({ length: PARTS }, (_, i) =>
        made(
          i === 4 ? kind : (FORM_KINDS[Math.floor(random() * FORM_KINDS.length)] as FormKind),
          `part ${i}`,
          { x: 50 + 100 * (i % 3), y: 50 + 100 * Math.floor(i / 3) },
          random,
        ),
      );
      const target = reference[4]!;
      if (!applies(kind, target, what)) continue;
      of += 1;
      pages += 1;
      const drawn = reference.map((one, i) => placed(i === 4 ? changed(one, what) : one, random));
      const said = saidOf(drawn, reference);
      if (names(said, what)) hits += 1;
      if (said.some(({ part, clearly }) => clearly && part !== 'part 4')) falsely += 1;
    }
    if (of === 0) continue;
    const share = (100 * hits) / of;
    enough &&= share >= 90;
    rates.push(`${what} ${share.toFixed(0)} % of ${of}`);
  }
  row(`${kind}: named`, rates.join(', '), '>= 90 %', enough);
}
row(
  'pages where another part is clearly said to be off',
  `${((100 * falsely) / pages).toFixed(1)} %`,
  '<= 5 %',
  falsely <= 0.05 * pages,
);
