import type { Subject } from './subject.ts';

const SIDES = ['left', 'right'] as const;
const both = (make: (side: 'left' | 'right') => Record<string, string>): Record<string, string> => ({
  ...make('left'),
  ...make('right'),
});

export const animalHead: Subject = {
  key: 'animal head',
  title: 'Animal’s head',
  sided: true,
  landmarks: [
    'crown',
    'nose',
    'chin',
    'left eye',
    'right eye',
    'between the eyes',
    ...SIDES.flatMap((s) => [`${s} ear, tip`, `${s} ear, root`]),
    ...SIDES.flatMap((s) => [`${s} mouth corner`, `${s} jaw corner`]),
    'pit of the neck',
  ],
  essential: ['crown', 'nose', 'chin', 'left eye', 'right eye'],
  parts: [
    'skull',
    'muzzle',
    'left ear',
    'right ear',
    'nose pad',
    'lower jaw',
    'left eyeball',
    'right eyeball',
    'left cheek',
    'right cheek',
    'neck',
    'left horn',
    'right horn',
  ],
  axes: [
    { name: 'line of the eyes', kind: 'line', ends: ['right eye', 'left eye'], carries: [] },
    { name: 'middle line', kind: 'line', ends: ['crown', 'nose'], carries: [] },
  ],
  sticks: [
    ['crown', 'between the eyes', 'nose', 'chin'],
    ['right eye', 'between the eyes', 'left eye'],
    ...SIDES.flatMap((s) => [
      ['crown', `${s} ear, root`, `${s} ear, tip`],
      ['chin', `${s} jaw corner`, `${s} ear, root`],
      ['nose', `${s} mouth corner`],
    ]),
  ],
  hangs: {
    muzzle: 'skull',
    'nose pad': 'muzzle',
    nose: 'nose pad',
    'lower jaw': 'skull',
    chin: 'lower jaw',
    crown: 'skull',
    'between the eyes': 'skull',
    ...both((s) => ({
      [`${s} ear`]: 'skull',
      [`${s} ear, root`]: `${s} ear`,
      [`${s} ear, tip`]: `${s} ear`,
      [`${s} horn`]: 'skull',
      [`${s} cheek`]: 'skull',
      [`${s} eyeball`]: 'skull',
      [`${s} eye`]: `${s} eyeball`,
      [`${s} mouth corner`]: 'muzzle',
      [`${s} jaw corner`]: 'lower jaw',
    })),
  },
  nearest: {},
  own: {},
};
