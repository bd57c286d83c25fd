import { execFile } from 'node:child_process';
import { availableParallelism } from 'node:os';
import sharp from 'sharp';
import { madeCase, madeConditions, madePage, madePhoto } from '@deft/camera';
import { FORM_KINDS, isOpen, shapeOutline } from '@deft/core/forms';
import { boxOf } from '@deft/core/geometry';
import { findPage, layFlat, liftInk, loopsRound } from '@deft/core/paper';
import { seeded } from '@deft/core/random';
import { findPaper, liftPaper } from '../apps/server/src/jobs/paper-work.ts';
import { agreement } from '../packages/core/src/paper/agreement.ts';
import { anyShape } from '../packages/core/src/testing/made-strokes.ts';
import { temporaryFolder } from '../apps/server/test/desk.ts';
import type { PaperCase } from './paper-cases.ts';
import { drawnOn } from './paper-truth.ts';
import { quantile, row } from './table.ts';

/** Paper: pages found in made photos, ink lifted from them, against the truth they were made from. */

const PHOTOS = 300;
const FIRST = 1001;
const EMPTY = 40;

/** The photos in as many processes as there are processors. */
async function allCases(): Promise<PaperCase[]> {
  const processes = Math.max(1, availableParallelism());
  const parts = await Promise.all(
    Array.from(
      { length: processes },
      (_, k) =>
        new Promise<string>((resolve, reject) => {
          const count = Math.ceil((PHOTOS - k) / processes);
          execFile(
            process.execPath,
            ['--import', 'tsx', 'bench/paper-cases.ts', String(FIRST + k), String(count), String(processes)],
            { maxBuffer: 1e8 },
            (error, out) => (error ? reject(error) : resolve(out)),
          );
        }),
    ),
  );
  return parts.flatMap((part) =>
    part
      .split('\n')
      .filter((line) => line !== '')
      .map((line) => JSON.parse(line) as PaperCase),
  );
}

const cases = await allCases();
const off = cases.flatMap((c) => (c.off === null ? [] : [c.off]));
const missed = cases.length - off.length;
const wrongs = cases.filter((c) => c.off !== null && c.off > 0.5);
for (const { seed, off: by, conditions } of wrongs)
  console.log(`       photo ${seed} wrong by ${by?.toFixed(2) ?? ''} %: ${conditions}`);
const wrong = wrongs.length;
const f1True = cases.map((c) => c.f1True);
const f1Found = cases.flatMap((c) => (c.f1Found === null ? [] : [c.f1Found]));
const scattered = cases.filter((c) => c.parted !== null).length;
const parted = cases.filter((c) => c.parted).length;
row(
  `corners in ${PHOTOS} made photos: median off, of the diagonal`,
  `${quantile(off, 0.5).toFixed(4)} %`,
  'at most 0.1 %',
  quantile(off, 0.5) <= 0.1,
);
row(
  'found within 0.5 %',
  `${((100 * off.filter((o) => o <= 0.5).length) / PHOTOS).toFixed(1)} %`,
  'at least 97 %',
  off.filter((o) => o <= 0.5).length >= 0.97 * PHOTOS,
);
row(
  'wrong without saying so',
  `${((100 * wrong) / PHOTOS).toFixed(2)} % (${missed} said to be none)`,
  'at most 0.5 %',
  wrong <= 0.005 * PHOTOS,
);
row(
  'ink at 1,000 px, true corners: F1 within 2 px, least',
  quantile(f1True, 0).toFixed(3),
  'at least 0.9',
  quantile(f1True, 0) >= 0.9,
);
row(
  'ink at 1,000 px, found corners: F1 within 2 px, least',
  quantile(f1Found, 0).toFixed(3),
  'at least 0.9',
  quantile(f1Found, 0) >= 0.9,
);
row(
  'scattered drawings parted into as many loops',
  `${((100 * parted) / scattered).toFixed(0)} %`,
  'reported',
);
const FORM_PHOTOS = 20;
const cells = { columns: 3, rows: Math.ceil(FORM_KINDS.length / 3) };
let worstForms = 1;
let formsParted = 0;
for (let seed = 1; seed <= FORM_PHOTOS; seed += 1) {
  const figures = FORM_KINDS.map((kind) => {
    const shape = anyShape(kind, seeded(seed));
    const outline = shapeOutline(shape);
    const { minX, minY, maxX, maxY } = boxOf(outline)!;
    const by = 1 / Math.max(maxX - minX, maxY - minY);
    const points = (isOpen(shape) ? outline : [...outline, outline[0]!]).map(({ x, y }) => ({
      x: (x - minX) * by,
      y: (y - minY) * by,
    }));
    return [{ points, weight: 1.4 }];
  });
  const page = madePage({ layout: { kind: 'grid', cells, ruled: false }, seed, figures });
  const { rgb, width, height, corners } = madePhoto(page, madeConditions(seed), seed, {
    width: 1500,
    height: 2000,
  });
  const { mask } = liftInk(layFlat({ width, height, data: rgb }, corners!, page));
  worstForms = Math.min(worstForms, agreement(mask, drawnOn(page), 2).f1);
  if (loopsRound(mask, FORM_KINDS.length, false).length === FORM_KINDS.length) formsParted += 1;
}
row(
  `a form of every kind on paper, one to a cell, ${FORM_PHOTOS} photos: lifted, F1 within 2 px, least`,
  worstForms.toFixed(3),
  'at least 0.9',
  worstForms >= 0.9,
);
row('of these, each form parted from the others', `${formsParted} of ${FORM_PHOTOS}`, 'reported');
let ghosts = 0;
for (let seed = 1; seed <= EMPTY; seed += 1) {
  const { rgb, width, height } = madePhoto(null, madeConditions(seed), seed, { width: 1200, height: 900 });
  if (findPage({ width, height, data: rgb })) ghosts += 1;
}
row(`desks without a page: a page seen all the same, of ${EMPTY}`, String(ghosts), 'none', ghosts === 0);
const { folder, remove } = temporaryFolder();
try {
  const { page, photo } = madeCase(FIRST + 1);
  const path = `${folder}/photo.jpg`;
  await sharp(photo.rgb, { raw: { width: photo.width, height: photo.height, channels: 3 } })
    .resize(page.spread ? 4000 : 3000)
    .jpeg({ quality: 90 })
    .toFile(path);
  const { width, height } = await sharp(path).metadata();
  const times: number[] = [];
  for (let i = 0; i < 3; i += 1) {
    const began = performance.now();
    const taken = await findPaper(path);
    if (taken.found)
      await liftPaper(
        path,
        { corners: taken.found.corners, width: 210, height: 297, faint: 0.5 },
        taken.width,
        null,
      );
    times.push(performance.now() - began);
  }
  row(
    `a photo of ${(((width ?? 0) * (height ?? 0)) / 1e6).toFixed(0)} megapixels: found, laid flat and lifted, median`,
    `${(quantile(times, 0.5) / 1000).toFixed(1)} s`,
    'under 3 s',
    quantile(times, 0.5) < 3000,
  );
} finally {
  remove();
}
