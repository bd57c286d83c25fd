import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import sharp from 'sharp';
import { readDemo } from '../src/seed.ts';
import { ROOT } from './desk.ts';

/** What ships with the desk: pictures of which everything is known. */
const folder = join(ROOT, 'demo');
const { sets, pictures } = readDemo(folder);

test('every set has a dozen pictures and what is typical of them', () => {
  assert.deepEqual(
    sets.map(({ title }) => title),
    [
      'Platform figures',
      'Halt buildings',
      'Trunks and lamps',
      'Goats of the Upper Line',
      'Heads of the staff',
    ],
  );
  for (const { key, title, traits } of sets)
    assert.ok(pictures.filter(({ set }) => set === key).length >= 12 && traits.length >= 3, title);
});

test('every picture is small and its truth is known: landmarks inside it, a camera, a view', async () => {
  for (const { file, title, licence, truth } of pictures) {
    const bytes = readFileSync(join(folder, file));
    const { width, height } = await sharp(bytes).metadata();
    assert.ok(bytes.length < 200_000, title);
    assert.equal(licence, 'CC0 1.0');
    assert.ok(truth.landmarks.length >= 2 && truth.camera.fov > 5, title);
    for (const { name, at } of truth.landmarks)
      assert.ok(
        at.x > 0 && at.x < width && at.y > 0 && at.y < height,
        `${title}: ${name} lies at ${at.x}, ${at.y}`,
      );
  }
  const views = [...new Set(pictures.map(({ view }) => view))].sort();
  assert.deepEqual(views, ['above', 'back', 'below', 'front', 'side', 'three-quarter']);
});

test('the sitter’s left is on the picture’s right where the sitter faces us', () => {
  const { truth } = pictures.find(({ title }) => title === 'Man waving')!;
  const x = (name: string): number => truth.landmarks.find((landmark) => landmark.name === name)!.at.x;
  assert.ok(x('left shoulder') > x('right shoulder') && x('left hip') > x('right hip'));
});
