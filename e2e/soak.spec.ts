import { test } from '@playwright/test';
import { soak } from './soak.ts';

test.use({ viewport: { width: 1280, height: 800 } });

/** One short soak in every test run; the bench asks for more seeds and longer ones. */
const SEEDS = Number(process.env['DEFT_SOAK_SEEDS'] ?? 1);
const GESTURES = Number(process.env['DEFT_SOAK_GESTURES'] ?? 24);

for (const seed of Array.from({ length: SEEDS }, (_, i) => i + 1)) {
  test(`${GESTURES} random gestures through two kills, a cut network and a second tab leave just what was done (seed ${seed})`, async ({
    page,
  }) => {
    test.setTimeout(300_000);
    await soak(page, { seed, gestures: GESTURES, kills: 2 });
  });
}
