import { checkPages, type CheckedPages } from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import { gaussian, seeded } from '@deft/core/random';
import { drawFigure, MANNERS } from '../packages/core/src/testing/drawn-figure.ts';
import { figures } from './ink-cases.ts';
import { evenly, madePage, newId } from './made-page.ts';
import { row } from './table.ts';

/**
 * What is told of a body as a whole: figures that lean sideways from their feet up (the weight), or whose
 * line of action was straightened (the movement), drawn in five manners, told from the ink alone and from
 * landmarks that were set; and true copies.
 */

const COUNT = Number(process.env['DEFT_BODIES'] ?? 200);
const FIRST = Number(process.env['DEFT_BODY_FIRST'] ?? 6_100_000);
/** What a hand sets a landmark by, parts of the figure's height. */
const SET = 0.006;
/** A line that has this share of its bend left is straightened well past tolerance. */
const STRAIGHTENED = 0.55;

type Places = ReadonlyMap<string, Point>;

const lowestAnkle = (places: Places): Point =>
  ['left ankle', 'right ankle']
    .flatMap((name) => places.get(name) ?? [])
    .reduce((low, at) => (at.y > low.y ? at : low));

/** A body that leans from its feet up: every place moved aside by a share of its height over them. */
function leaning(places: Places, by: number): Map<string, Point> {
  const ground = lowestAnkle(places).y;
  return new Map([...places].map(([name, { x, y }]) => [name, { x: x + by * (ground - y), y }]));
}

/** A body whose middle is drawn towards the straight line from its crown to its lower foot, by a share. */
function straightened(places: Places, by: number): Map<string, Point> {
  const [crown, foot] = [places.get('crown') as Point, lowestAnkle(places)];
  const [l, r] = [places.get('left hip') as Point, places.get('right hip') as Point];
  const knot = (y: number, x: number): { y: number; off: number } => ({
    y,
    off: x - (crown.x + ((foot.x - crown.x) * (y - crown.y)) / (foot.y - crown.y || 1)),
  });
  const neck = places.get('pit of the neck') as Point;
  const knots = [
    knot(crown.y, crown.x),
    knot(neck.y, neck.x),
    knot((l.y + r.y) / 2, (l.x + r.x) / 2),
    ...['left', 'right'].flatMap((s) => {
      const knee = places.get(`${s} knee`);
      return knee && places.get(`${s} ankle`) === foot ? [knot(knee.y, knee.x)] : [];
    }),
    knot(foot.y, foot.x),
  ].sort((a, b) => a.y - b.y);
  const offAt = (y: number): number => {
    const i = Math.max(
      1,
      Math.min(
        knots.length - 1,
        knots.findIndex((k) => k.y >= y),
      ),
    );
    const [a, b] = [knots[i - 1], knots[i]] as [(typeof knots)[0], (typeof knots)[0]];
    const t = Math.max(0, Math.min(1, (y - a.y) / (b.y - a.y || 1)));
    return a.off + t * (b.off - a.off);
  };
  return new Map([...places].map(([name, { x, y }]) => [name, { x: x - by * offAt(y), y }]));
}

const PLANTS = ['nothing', 'a lean', 'a straight line'] as const;
type Plant = (typeof PLANTS)[number];

interface Tally {
  readonly planted: number;
  readonly told: number;
  readonly named: number;
  readonly wrong: number;
  readonly copies: number;
  readonly spoken: number;
}
const EMPTY: Tally = { planted: 0, told: 0, named: 0, wrong: 0, copies: 0, spoken: 0 };

/** What was said of one drawing: whether anything, in which sense, and how surely. */
type Said = { readonly sense: number; readonly sure: 'clearly' | 'perhaps' | null } | null;

function counted(tally: Tally, said: Said, planted: number): Tally {
  if (planted === 0)
    return said
      ? { ...tally, copies: tally.copies + 1, spoken: tally.spoken + (said.sure === 'clearly' ? 1 : 0) }
      : tally;
  const right = said?.sure && Math.sign(said.sense) === Math.sign(planted) ? 1 : 0;
  return {
    ...tally,
    planted: tally.planted + 1,
    told: tally.told + (said ? 1 : 0),
    named: tally.named + right,
    wrong: tally.wrong + (said?.sure && !right ? 1 : 0),
  };
}

const weightSaid = ({ weight }: CheckedPages): Said =>
  weight && { sense: weight.shift.size, sure: weight.shift.sure };
const actionSaid = ({ action }: CheckedPages): Said =>
  action && { sense: action.share - 1, sure: action.sure };

const tallies = new Map<string, Tally>();
function count(key: string, said: Said, planted: number): void {
  tallies.set(key, counted(tallies.get(key) ?? EMPTY, said, planted));
}

for (let k = 0; k < COUNT; k += 1) {
  const random = seeded(FIRST + k);
  const { truth } = figures[Math.floor(random() * figures.length)] as (typeof figures)[number];
  const by = (100 + 60 * random()) / truth.height;
  const on = new Map(truth.landmarks.map(({ name, at }) => [name, { x: 60 + by * at.x, y: 20 + by * at.y }]));
  const plant: Plant = PLANTS[k % 3] as Plant;
  const lean = (random() < 0.5 ? -1 : 1) * (0.1 + 0.06 * random());
  const flat = 0.6 + 0.3 * random();
  const places =
    plant === 'a lean' ? leaning(on, lean) : plant === 'a straight line' ? straightened(on, flat) : on;
  const height = by * truth.height;
  const manner = MANNERS[k % MANNERS.length] as (typeof MANNERS)[number];
  const { lines } = drawFigure(places, height, { manner, wobble: 0.4 + 0.4 * random(), random });
  const { landmarks } = truth;
  const rest = {
    trace: null,
    reference: { id: newId(), subject: 'figure' as const, figureHeight: truth.height, truth: { landmarks } },
    seconds: null,
  };
  const off = (): number => SET * height * gaussian(random);
  const set = new Map([...places].map(([name, { x, y }]) => [name, { x: x + off(), y: y + off() }]));
  const [copy, truly] = [on, places].map((exact) =>
    checkPages({ attempt: madePage([], exact, SET * height), ...rest }),
  ) as [CheckedPages, CheckedPages];
  const isStraightened = plant === 'a straight line' && (truly.action?.share ?? 1) <= STRAIGHTENED;
  for (const [how, checked] of [
    ['from ink', checkPages({ attempt: madePage(lines.map(evenly)), ...rest })],
    ['set', checkPages({ attempt: madePage([], set, SET * height), ...rest })],
  ] as const) {
    if (plant !== 'a straight line')
      count(`weight ${how}`, weightSaid(checked), plant === 'a lean' ? lean : 0);
    // Only where the picture's own line is bent is there anything to straighten.
    if (copy.action && (plant === 'nothing' || isStraightened))
      count(`movement ${how}`, actionSaid(checked), plant === 'nothing' ? 0 : -1);
  }
}

const share = (part: number, whole: number): string =>
  `${((100 * part) / Math.max(1, whole)).toFixed(1)} % of ${whole}`;
for (const [key, { planted, told, named, wrong, copies, spoken }] of tallies) {
  const bar = key.endsWith('ink') ? 0.75 : 0.9;
  row(`${key}: told at all, of what was planted`, `${told} of ${planted}`, 'shown');
  row(`${key}: named the right way`, share(named, told), `>= ${100 * bar} %`, named >= bar * told);
  row(`${key}: the wrong way`, share(wrong, told), '<= 2 %', wrong <= 0.02 * told);
  row(`${key}: spoken of clearly in a copy`, share(spoken, copies), '<= 3 %', spoken <= 0.03 * copies);
}
