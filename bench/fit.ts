import { fitRobust, fitSimilarity, tellMirrored } from '@deft/core/fit';
import {
  compose,
  distance,
  rotation,
  scaling,
  transformPoint,
  translation,
  type Point,
} from '@deft/core/geometry';
import { gaussian, seeded } from '@deft/core/random';
import { row } from './table.ts';

/** How exactly drawings are laid on their references, on seeded made cases of 1,000 px height. */

const SEEDS = 5000;
const HEIGHT = 1000;

let clean = 0;
let mirroredRight = 0;
let mirroredAsked = 0;
let smear = 0;
let scaleError = 0;
let scaleLimit = 0;
for (let seed = 1; seed <= SEEDS; seed += 1) {
  const random = seeded(seed);
  const reference: Point[] = Array.from({ length: 12 }, () => ({ x: 400 * random(), y: HEIGHT * random() }));
  const made = compose(
    translation(300 * random(), 300 * random()),
    rotation(360 * random()),
    scaling(0.1 + random()),
  );
  const drawn = reference.map((p) => transformPoint(made, p));
  clean = Math.max(
    clean,
    ...fitSimilarity(drawn, reference, { freedom: 'move scale turn' }).residuals.map(
      (r) => Math.hypot(r.x, r.y) / HEIGHT,
    ),
  );

  const four = reference.slice(0, 4);
  const flipped = random() < 0.5;
  const told = tellMirrored(
    four.map((p) => transformPoint(compose(made, scaling(flipped ? -1 : 1, 1)), p)),
    four,
    1,
  );
  if (told.mirrored !== null) {
    mirroredAsked += 1;
    if (told.mirrored === flipped) mirroredRight += 1;
  }

  const gross = reference.map((p, i) =>
    transformPoint(
      compose(translation(50, 20), scaling(0.15)),
      i === seed % 12 ? { x: p.x + 250, y: p.y - 180 } : p,
    ),
  );
  fitRobust(gross, reference, { noise: 3 }).residuals.forEach((r, i) => {
    if (i !== seed % 12) smear = Math.max(smear, Math.hypot(r.x, r.y) / HEIGHT);
  });

  const noisy = reference.map((p) => ({ x: p.x + gaussian(random), y: p.y + gaussian(random) }));
  const centre = {
    x: reference.reduce((s, p) => s + p.x / 12, 0),
    y: reference.reduce((s, p) => s + p.y / 12, 0),
  };
  scaleError += (fitSimilarity(noisy, reference).scale - 1) ** 2 / SEEDS;
  scaleLimit += 1 / reference.reduce((s, p) => s + distance(p, centre) ** 2, 0) / SEEDS;
}
row('fit on clean data, largest residual / height', clean.toExponential(1), '<= 1e-9', clean <= 1e-9);
row(
  'mirrored or not from four landmarks, right where told',
  `${mirroredRight} of ${mirroredAsked}`,
  'all',
  mirroredRight === mirroredAsked,
);
row('  told at all', `${((100 * mirroredAsked) / SEEDS).toFixed(1)} %`, 'the rest lie too nearly on a line');
row(
  "one gross landmark in twelve: the others' worst residual",
  `${(100 * smear).toExponential(1)} %`,
  '<= 0.2 % of height',
  smear <= 0.002,
);
row(
  'scale under 1 px noise: rms error / Cramér-Rao bound',
  Math.sqrt(scaleError / scaleLimit).toFixed(3),
  '<= 1.10',
  Math.sqrt(scaleError / scaleLimit) <= 1.1,
);
