import { check, toleranceOf } from '@deft/core/findings';
import { about, compose, rotation, scaling, translation, type Affine } from '@deft/core/geometry';
import { SUBJECTS, hangingOn, subjectIn } from '@deft/core/subjects';
import { FIGURE_HEIGHT, drawFrom, tracedFigure, unsteady } from '../packages/core/src/testing/figure.ts';
import { seeded } from '@deft/core/random';
import { row } from './table.ts';

/**
 * One planted change in a drawing of a traced figure: is it named, with the right sign and size, and nothing
 * else?
 */

const SEEDS = 300;
const SPREAD = 0.4;
const trace = tracedFigure();
const PAGE = compose(translation(20, 12), scaling(0.15));
const centre = (name: string) => trace.find((i) => i.name === name && i.kind !== 'landmark')!.centre;
const landmark = (name: string) => trace.find((i) => i.name === name && i.kind === 'landmark');
const mark = (name: string) => landmark(name)!.centre;
/** What hangs on what in this picture: the lowest foot goes with the leg that it is on. */
const figure = subjectIn(SUBJECTS.figure, (name) => landmark(name)?.centre ?? null);

interface Planted {
  readonly says: string;
  readonly size: number;
  readonly names: readonly string[];
  readonly by: Affine;
}

function plant(random: () => number): Planted {
  const sign = random() < 0.5 ? -1 : 1;
  const kind = Math.floor(random() * 4);
  if (kind === 0) {
    const size = sign * (12 + 10 * random());
    return {
      says: 'proportion head',
      size,
      names: ['head', 'crown', 'chin'],
      by: about(centre('head'), scaling(1 + size / 100)),
    };
  }
  if (kind === 1) {
    const size = sign * (5 + 5 * random());
    const axis = figure.axes[0]!;
    const [a, b] = [mark('left shoulder'), mark('right shoulder')];
    return {
      says: 'tilt shoulder line',
      size,
      names: [...axis.ends, ...axis.carries.flatMap((n) => [n, ...hangingOn(figure, n)])],
      by: about({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, rotation(size)),
    };
  }
  if (kind === 2) {
    const size = 3 + 3 * random();
    const t = 2 * Math.PI * random();
    return {
      says: 'place left wrist',
      size,
      names: ['left wrist'],
      by: translation(10 * size * Math.cos(t), 10 * size * Math.sin(t)),
    };
  }
  const size = sign * (7 + 6 * random());
  return {
    says: 'tilt right thigh',
    size,
    names: ['right thigh', ...hangingOn(figure, 'right thigh')],
    by: about(mark('right hip'), rotation(size)),
  };
}

let named = 0;
let sized = 0;
let listed = 0;
let stray = 0;
const began = performance.now();
for (let seed = 1; seed <= SEEDS; seed += 1) {
  const random = seeded(1000 + seed);
  const planted = plant(random);
  const drawn = unsteady(drawFrom(trace, [planted], PAGE, SPREAD), SPREAD, random);
  const { findings } = check({
    drawn,
    reference: trace,
    height: FIGURE_HEIGHT,
    seconds: null,
    subject: figure,
  });
  listed += findings.length;
  const hit = findings.find(
    (f) => `${f.kind} ${f.about}` === planted.says && Math.sign(f.size) === Math.sign(planted.size),
  );
  stray += findings.length - (hit ? 1 : 0);
  if (!hit) continue;
  named += 1;
  if (Math.abs(hit.size - planted.size) <= 2 * hit.error) sized += 1;
}
row(
  'planted changes past tolerance: named with the right sign',
  `${((100 * named) / SEEDS).toFixed(1)} %`,
  '>= 90 %',
  named / SEEDS >= 0.9,
);
row('  of these, size within two standard errors', `${((100 * sized) / named).toFixed(1)} %`, 'about 95 %');
row(
  '  named, and size within two standard errors',
  `${((100 * sized) / SEEDS).toFixed(1)} %`,
  '>= 90 %',
  sized / SEEDS >= 0.9,
);
row(
  'listed findings that were not planted',
  `${((100 * stray) / listed).toFixed(1)} %`,
  '<= 5 %',
  stray / listed <= 0.05,
);
row(
  'one check of 27 things',
  `${((performance.now() - began) / SEEDS).toFixed(0)} ms`,
  `place from ${toleranceOf('place', null)} %, tilt from ${toleranceOf('tilt', null)}°`,
);
