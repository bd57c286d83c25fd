import { SUBJECTS } from '@deft/core/subjects';
import { vec } from './field.ts';
import { framed } from './framing.ts';
import { goat } from './goat.ts';
import { GAITS } from './gaits.ts';
import { head } from './head.ts';
import { figure } from './figure.ts';
import { POSES } from './poses.ts';
import { SCENES, SERVICE_SCENES, SETS, viewOf } from './scenes.ts';
import { STAFF } from './staff.ts';
import type { Body } from './body.ts';

describe('the scene lists', () => {
  test('hold at least twelve pictures in each set, and each in a set, from at least four sides and in several lights', () => {
    expect(new Set(SCENES.map(({ set }) => set))).toEqual(new Set(SETS.map(({ key }) => key)));
    for (const { key } of SETS) {
      const of = SCENES.filter((s) => s.set === key);
      expect(of.length).toBeGreaterThanOrEqual(12);
      expect(new Set(of.map((s) => s.view)).size).toBeGreaterThanOrEqual(4);
      expect(new Set(of.map((s) => Math.sign(s.light[0]))).size).toBe(2);
    }
  });

  test('give the service sixty pictures and more that no set has', () => {
    expect(SERVICE_SCENES.length).toBeGreaterThanOrEqual(60);
    const keys = [...SCENES, ...SERVICE_SCENES].map((s) => s.key);
    expect(new Set(keys).size).toBe(keys.length);
    const what = (s: (typeof SCENES)[number]): string => JSON.stringify([s.thing, s.camera, s.light]);
    const shown = new Set(SCENES.map(what));
    for (const scene of SERVICE_SCENES) expect(shown.has(what(scene))).toBe(false);
  });
});

test('a view is named by where one stands', () => {
  const at = (yaw: number, pitch = 0) => viewOf({ yaw, pitch, fov: 30 });
  expect([at(0), at(-30), at(90), at(-100), at(170), at(-170), at(355)]).toEqual([
    'front',
    'three-quarter',
    'side',
    'side',
    'back',
    'back',
    'front',
  ]);
  expect([at(20, 40), at(20, -20)]).toEqual(['above', 'below']);
});

test('a framed thing fills the picture and lies in its middle', () => {
  const corners = [-1, 1].flatMap((x) => [0, 3].flatMap((y) => [-0.5, 0.5].map((z) => vec(x, y, z))));
  for (const [azimuth, pitch, aspect] of [
    [0, 0, 0.8],
    [40, 20, 1.3],
    [-120, 35, 1],
    [75, -5, 0.8],
  ] as const) {
    const { camera } = framed(corners, azimuth, pitch, 30, aspect);
    const seen = corners.map((p) => p.clone().project(camera));
    const [xs, ys] = [seen.map((p) => p.x), seen.map((p) => p.y)];
    const [across, down] = [(Math.max(...xs) - Math.min(...xs)) / 2, (Math.max(...ys) - Math.min(...ys)) / 2];
    expect(Math.max(across, down)).toBeCloseTo(0.84, 2);
    expect(Math.max(...xs) + Math.min(...xs)).toBeCloseTo(0, 2);
    expect(Math.max(...ys) + Math.min(...ys)).toBeCloseTo(0, 2);
  }
});

test('who looks up stands on the ground', () => {
  const tower = [vec(-1, 0, -1), vec(1, 6, 1), vec(1, 0, -1), vec(-1, 6, 1)];
  expect(framed(tower, 30, -25, 50, 0.8, 1.5).from.y).toBeGreaterThanOrEqual(1.5 - 1e-6);
});

describe('bodies', () => {
  /** How far a landmark may lie under the skin or above it, metres. */
  const near = (body: Body, name: string, deep: number, high: number): void => {
    const { at } = body.landmarks.find((l) => l.name === name)!;
    const off = Math.min(body.field(at), ...body.worn.map(({ field }) => field(at)));
    expect(off).toBeGreaterThan(-deep);
    expect(off).toBeLessThan(high);
  };

  test.each(Object.entries(STAFF))(
    'the head of the %s has its landmarks on its face, all of them known to the subject',
    (_, kind) => {
      const body = head(kind);
      for (const { name } of body.landmarks) {
        expect(SUBJECTS.head.landmarks).toContain(name);
        near(body, name, name === 'crown' ? 0.06 : 0.03, 0.012);
      }
    },
  );

  test.each(Object.keys(GAITS) as (keyof typeof GAITS)[])(
    'a goat %s stands on the ground with its landmarks on it',
    (gait) => {
      for (const young of [false, true]) {
        const body = goat({ ...GAITS[gait], young });
        const feet = body.landmarks.filter(({ name }) => name.endsWith('foot'));
        expect(Math.min(...feet.map(({ at }) => at.y))).toBeLessThan(0.03);
        for (const name of ['muzzle', 'poll', 'withers', 'croup', 'tail']) near(body, name, 0.09, 0.05);
        for (const { name } of body.landmarks) expect(SUBJECTS.animal.landmarks).toContain(name);
      }
    },
  );

  test.each(Object.keys(POSES) as (keyof typeof POSES)[])(
    'a person %s touches the ground and keeps the length of each limb',
    (pose) => {
      const body = figure(POSES[pose]);
      const at = (name: string) => body.landmarks.find((l) => l.name === name)!.at;
      expect(Math.abs(Math.min(at('left ankle').y, at('right ankle').y, at('lowest foot').y))).toBeLessThan(
        0.14,
      );
      for (const side of ['left', 'right']) {
        expect(at(`${side} shoulder`).distanceTo(at(`${side} elbow`))).toBeCloseTo(0.29, 6);
        expect(at(`${side} hip`).distanceTo(at(`${side} knee`))).toBeCloseTo(0.43, 6);
        expect(at(`${side} knee`).distanceTo(at(`${side} ankle`))).toBeCloseTo(0.42, 6);
      }
    },
  );
});
