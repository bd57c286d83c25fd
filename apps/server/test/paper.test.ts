import assert from 'node:assert/strict';
import { test } from 'node:test';
import { madeCase, madeConditions, madePhoto } from '@deft/camera';
import { findPage, layFlat, liftInk, loopsRound } from '@deft/core/paper';
import { agreement } from '../../../packages/core/src/paper/agreement.ts';

/** One of the three hundred that the bench goes through. */
const SEED = 1001;

test(`made photo ${SEED}: the page is found to a thousandth of the diagonal, and its ink lifted`, () => {
  const { page, photo } = madeCase(SEED);
  const rgb = { width: photo.width, height: photo.height, data: photo.rgb };
  const found = findPage(rgb);
  if (!found || !photo.corners) assert.fail('no page was found');
  const diagonal = Math.hypot(photo.width, photo.height);
  const off =
    Math.max(
      ...found.corners.map(({ x, y }, i) => Math.hypot(x - photo.corners![i]!.x, y - photo.corners![i]!.y)),
    ) / diagonal;
  assert.ok(off < 0.001, `corners are off by ${(100 * off).toFixed(3)} %`);
  const { mask } = liftInk(layFlat(rgb, found.corners, page));
  const truth = {
    width: page.width,
    height: page.height,
    bits: Uint8Array.from(page.dark, (d) => (d > 0.4 ? 1 : 0)),
  };
  const { f1 } = agreement(mask, truth, 2);
  assert.ok(f1 >= 0.9, `F1 is ${f1.toFixed(3)}`);
});

test('a desk without a page is said to have none', () => {
  for (let seed = 1; seed <= 4; seed += 1) {
    const { rgb, width, height } = madePhoto(null, madeConditions(seed), seed, { width: 900, height: 700 });
    assert.equal(findPage({ width, height, data: rgb }), null);
  }
});

test('drawings scattered over a page, or over a spread, are each given a loop of their own', () => {
  for (const seed of [1003, 1004]) {
    const { page } = madeCase(seed);
    const mask = {
      width: page.width,
      height: page.height,
      bits: Uint8Array.from(page.dark, (d) => (d > 0.4 ? 1 : 0)),
    };
    const loops = loopsRound(mask, page.drawings.length, page.spread);
    assert.equal(loops.length, page.drawings.length);
    const holding = page.drawings.map(({ x, y, width, height }) =>
      loops.findIndex((loop) => {
        const [xs, ys] = [loop.map((p) => p.x), loop.map((p) => p.y)];
        const [cx, cy] = [x + width / 2, y + height / 2];
        return Math.min(...xs) < cx && Math.max(...xs) > cx && Math.min(...ys) < cy && Math.max(...ys) > cy;
      }),
    );
    // In reading order: each drawing's loop stands where the drawing stands.
    assert.equal(new Set(holding).size, page.drawings.length);
  }
});
