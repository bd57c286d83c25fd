import {
  checkPages,
  kindSentences,
  type CheckedPages,
  type CheckedReference,
  type Departure,
} from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import type { Id, Thing } from '@deft/core/page';
import { gaussian, seeded } from '@deft/core/random';
import { BODY_PARTS, type Front } from '@deft/core/subjects';
import { drawFigure, MANNERS, planted, type Change } from '../packages/core/src/testing/drawn-figure.ts';
import { drawParts } from '../packages/core/src/testing/overlapping.ts';
import { figures } from './ink-cases.ts';
import { evenly, madePage, newId } from './made-page.ts';

/** One made drawing with something planted in it, and what is told of it by its kinds. */

export const KIND_PLANTS = [
  'an arm behind',
  'an arm in front',
  'drawn through',
  'a near-touch',
  'forms apart',
  'one head',
  'a head that is meant',
  'an arm beside a head that is meant',
  'nothing',
] as const;
export type KindPlant = (typeof KIND_PLANTS)[number];

export interface KindCase {
  readonly seed: number;
  readonly plant: KindPlant;
  readonly set: boolean;
}

/** Whether it was told at all, whether what was planted is named, and how much else is said clearly. */
export interface KindTold {
  readonly told: boolean;
  readonly named: boolean;
  readonly clearly: number;
}

/** What a hand sets a landmark by, parts of the figure's height. */
const SET = 0.006;

interface Figure {
  readonly places: Map<string, Point>;
  /** Millimetres. */
  readonly height: number;
  readonly reference: CheckedReference;
}

/** A figure of the demo as it lies on a page, and as its own picture at that size. */
function someFigure(
  random: () => number,
  move: (places: Map<string, Point>, height: number) => void,
): Figure {
  const { truth } = figures[Math.floor(random() * figures.length)] as (typeof figures)[number];
  const by = (110 + 50 * random()) / truth.height;
  const height = by * truth.height;
  const places = new Map(
    truth.landmarks.map(({ name, at }) => [name, { x: 60 + by * at.x, y: 20 + by * at.y }]),
  );
  move(places, height);
  const scale = 8;
  const landmarks = [...places].map(([name, { x, y }]) => ({
    name,
    at: { x: scale * x, y: scale * y },
    hidden: false,
  }));
  const reference = {
    id: newId(),
    subject: 'figure' as const,
    figureHeight: scale * height,
    truth: { landmarks },
  };
  return { places, height, reference };
}

/** How much is said clearly of a drawing, over all its kinds. */
const saidOf = (checked: CheckedPages): number =>
  checked.report.findings.length +
  kindSentences(checked, null).filter(({ sure }) => sure === 'clearly').length;

/** A forearm across the trunk, from its own side. */
function acrossTrunk(side: 'left' | 'right', random: () => number) {
  return (places: Map<string, Point>, height: number): void => {
    const [neck, own, other] = [
      places.get('pit of the neck'),
      places.get(`${side} shoulder`),
      places.get(`${side === 'left' ? 'right' : 'left'} shoulder`),
    ] as [Point, Point, Point];
    const out = Math.sign(own.x - other.x) || 1;
    const low = neck.y + (0.17 + 0.06 * random()) * height;
    places.set(`${side} elbow`, { x: neck.x + out * (0.13 + 0.03 * random()) * height, y: low });
    places.set(`${side} wrist`, {
      x: neck.x - out * (0.09 + 0.05 * random()) * height,
      y: low - 0.06 * (random() - 0.3) * height,
    });
  };
}

function overlapTold({ seed, plant, set }: KindCase): KindTold {
  const random = seeded(seed);
  const side = random() < 0.5 ? 'left' : 'right';
  const { places, height, reference } = someFigure(random, acrossTrunk(side, random));
  const arm = [`${side} upper arm`, `${side} forearm`];
  const rest = BODY_PARTS.map(({ name }) => name).filter((name) => !arm.includes(name));
  const lines = drawParts(places, height, {
    order: plant === 'an arm behind' ? [...arm, ...rest] : [...rest, ...arm],
    wobble: 0.3 + 0.5 * random(),
    random,
    through: plant === 'drawn through',
  });
  const fronts: Front[] = [[`${side} forearm`, 'trunk']];
  const off = (): number => SET * height * gaussian(random);
  const placed = new Map([...places].map(([name, { x, y }]) => [name, { x: x + off(), y: y + off() }]));
  const checked = checkPages({
    attempt: madePage(lines.map(evenly), set ? placed : new Map(), SET * height),
    trace: null,
    reference: { ...reference, fronts },
    seconds: null,
  });
  const reversed = checked.depth?.overlaps ?? [];
  const told = checked.report.averageMiss !== null;
  return {
    told,
    named: reversed.length > 0,
    clearly: reversed.filter(({ sure }) => sure === 'clearly').length,
  };
}

/** An oval as a form on a page. */
const formOn = (sheet: Id, part: string, { x, y }: Point, rx: number, ry: number): Thing => ({
  type: 'form',
  id: newId(),
  sheet,
  order: `a${part}`,
  part,
  shape: { kind: 'ellipse', rx, ry },
  transform: [1, 0, 0, 1, x, y],
});

function touchTold({ seed, plant }: KindCase): KindTold {
  const random = seeded(seed);
  const [height, gap] = [120, 6 + 6 * random()];
  const ovals = ['a', 'b', 'c', 'd'].map((part, i) => {
    const [rx, ry] = [10 + 6 * random(), 12 + 8 * random()];
    return { part, at: { x: 40 + (i % 2) * (44 + gap), y: 50 + Math.floor(i / 2) * (48 + gap) }, rx, ry };
  });
  const reference = { id: newId(), subject: 'thing' as const, figureHeight: height, truth: null };
  const page = (all: typeof ovals, isTrace: boolean): Map<Id, Thing> => {
    const things = madePage([]);
    const sheet = [...things.values()].find((thing) => thing.type === 'sheet' && thing.kind === 'forms')!.id;
    for (const { part, at, rx, ry } of all) {
      const form = formOn(sheet, part, at, rx, ry);
      things.set(form.id, form);
    }
    if (isTrace) {
      const id = newId();
      const own = { type: 'placement', id, sheet, reference: reference.id, transform: [1, 0, 0, 1, 0, 0] };
      things.set(id, { ...own, revision: 0, width: 148, height: 210 } as unknown as Thing);
    }
    return things;
  };
  const off = (): number => 0.003 * height * gaussian(random);
  const [a, b] = ovals as [(typeof ovals)[0], (typeof ovals)[0]];
  // Its neighbour is drawn so near that both nearly touch.
  const near = a.at.x + a.rx + b.rx + 0.008 * height;
  const drawn = ovals.map((one) => {
    const at = { x: one.at.x + off(), y: one.at.y + off() };
    return plant === 'a near-touch' && one === b ? { ...one, at: { x: near, y: a.at.y } } : { ...one, at };
  });
  const { depth, report } = checkPages({
    attempt: page(drawn, false),
    trace: page(ovals, true),
    reference,
    seconds: null,
  });
  const touches = depth?.touches ?? [];
  return {
    told: report.toReference !== null,
    named: touches.some(({ about }) => about.join() === 'a,b'),
    clearly: touches.filter(({ sure }) => sure === 'clearly').length,
  };
}

/** A figure with a head and perhaps an arm changed, of which the head may be meant. */
function headTold({ seed, plant, set }: KindCase): KindTold {
  const random = seeded(seed);
  const { places, height, reference } = someFigure(random, () => undefined);
  const isMeant = plant.includes('meant');
  const by = plant === 'nothing' ? 0 : isMeant ? 0.3 + 0.5 * random() : -0.3;
  const withHead = planted(places, { kind: 'head', by });
  const limb = random() < 0.5 ? 'left arm' : 'right arm';
  const arm: Change = { kind: 'turn', limb, by: (random() < 0.5 ? -1 : 1) * (16 + 8 * random()) };
  const truly = plant.startsWith('an arm') ? planted(withHead, arm) : withHead;
  const manner = MANNERS[seed % MANNERS.length] as (typeof MANNERS)[number];
  const { lines } = drawFigure(truly, height, { manner, wobble: 0.4 + 0.4 * random(), random });
  const off = (): number => SET * height * gaussian(random);
  const placed = new Map([...truly].map(([name, { x, y }]) => [name, { x: x + off(), y: y + off() }]));
  const departures: Departure[] = isMeant ? [{ kind: 'size', part: 'head', by: 1 + by }] : [];
  const checked = checkPages({
    attempt: set ? madePage([], placed, SET * height) : madePage(lines.map(evenly)),
    trace: null,
    reference,
    seconds: null,
    departures,
  });
  const { report } = checked;
  const isNamed = (pattern: RegExp): boolean =>
    [...report.findings, ...report.perhaps].some(({ about }) => pattern.test(about ?? ''));
  const named = plant.startsWith('an arm')
    ? isNamed(new RegExp(`^${limb.split(' ')[0]} (upper arm|forearm|arm|elbow|wrist)`))
    : isNamed(/^(head|crown|chin)$/);
  return { told: report.averageMiss !== null, named, clearly: saidOf(checked) };
}

/** What is told of one made drawing. */
export function kindsTold(one: KindCase): KindTold {
  if (one.plant === 'a near-touch' || one.plant === 'forms apart') return touchTold(one);
  const isOverlap = one.plant === 'drawn through' || /arm (behind|in front)/.test(one.plant);
  return isOverlap ? overlapTold(one) : headTold(one);
}
