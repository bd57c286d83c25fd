import { Vector3 } from 'three';
import { frontsOf } from './fronts.ts';

/** A body that stands upright and looks at us, metres; y upwards. */
const STANDING: Record<string, [number, number, number]> = {
  crown: [0, 1.75, 0],
  chin: [0, 1.52, 0],
  'pit of the neck': [0, 1.45, 0],
  'left shoulder': [0.19, 1.42, 0],
  'right shoulder': [-0.19, 1.42, 0],
  'left elbow': [0.36, 1.2, 0],
  'right elbow': [-0.36, 1.2, 0],
  'left wrist': [0.5, 1.0, 0],
  'right wrist': [-0.5, 1.0, 0],
  'left hip': [0.1, 0.95, 0],
  'right hip': [-0.1, 0.95, 0],
  'left knee': [0.13, 0.5, 0],
  'right knee': [-0.13, 0.5, 0],
  'left ankle': [0.15, 0.08, 0],
  'right ankle': [-0.15, 0.08, 0],
};
const seenFrom = (z: number, changes: Record<string, [number, number, number]> = {}) =>
  frontsOf({
    landmarks: Object.entries({ ...STANDING, ...changes }).map(([name, at]) => ({
      name,
      at: new Vector3(...at),
    })),
    eye: new Vector3(0, 1, z),
    project: ({ x, y }) => ({ x: 400 + Math.sign(z) * 300 * x, y: 600 - 300 * y }),
    height: 300 * 1.75,
  });

test('a body that stands free covers nothing of itself', () => {
  expect(seenFrom(5)).toEqual([]);
});

test('a forearm before the belly covers the trunk, and is covered by it from behind', () => {
  const folded: Record<string, [number, number, number]> = {
    'left elbow': [0.3, 1.2, 0.2],
    'left wrist': [-0.05, 1.15, 0.3],
  };
  expect(seenFrom(5, folded)).toContainEqual(['left forearm', 'trunk']);
  expect(seenFrom(-5, folded)).toContainEqual(['trunk', 'left forearm']);
});

test('legs that cross cover each other, by which is nearer', () => {
  const crossed: Record<string, [number, number, number]> = {
    'left knee': [-0.1, 0.5, 0.2],
    'left ankle': [-0.3, 0.1, 0.25],
  };
  expect(seenFrom(5, crossed)).toContainEqual(['left shin', 'right shin']);
});

test('of what is no whole figure nothing is known', () => {
  const project = () => ({ x: 0, y: 0 });
  expect(frontsOf({ landmarks: [], eye: new Vector3(), project, height: 100 })).toEqual([]);
});
