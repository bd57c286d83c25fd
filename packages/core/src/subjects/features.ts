import type { Axis, Subject } from './subject.ts';

/** Hands, paws and single features of a face: what one draws large, by itself. */

const NOTHING_MORE = { axes: [], sticks: [], hangs: {}, nearest: {}, own: {} } as const;

const FINGERS = ['index finger', 'middle finger', 'ring finger', 'little finger'] as const;

export const hand: Subject = {
  ...NOTHING_MORE,
  key: 'hand',
  title: 'Hand',
  sided: false,
  landmarks: [
    'wrist',
    'thumb, tip',
    'middle finger, tip',
    'index finger, knuckle',
    'little finger, knuckle',
    'thumb, root',
    'index finger, tip',
    'ring finger, tip',
    'little finger, tip',
    'middle finger, knuckle',
    'ring finger, knuckle',
  ],
  essential: ['wrist', 'thumb, tip', 'middle finger, tip', 'index finger, knuckle', 'little finger, knuckle'],
  parts: ['palm', 'thumb', ...FINGERS, 'ball of the thumb', 'wrist joint', 'forearm'],
  axes: [
    {
      name: 'knuckle line',
      kind: 'line',
      ends: ['index finger, knuckle', 'little finger, knuckle'],
      carries: [...FINGERS],
    },
    ...FINGERS.map((finger): Axis => ({
      name: finger,
      kind: 'limb',
      ends: [`${finger}, knuckle`, `${finger}, tip`],
      carries: [],
    })),
    { name: 'thumb', kind: 'limb', ends: ['thumb, root', 'thumb, tip'], carries: [] },
  ],
  sticks: [
    ['wrist', 'thumb, root', 'thumb, tip'],
    ...FINGERS.map((finger) => ['wrist', `${finger}, knuckle`, `${finger}, tip`]),
  ],
  hangs: {
    'ball of the thumb': 'palm',
    thumb: 'ball of the thumb',
    ...Object.fromEntries(FINGERS.map((finger) => [finger, 'palm'])),
  },
};

const TOES = ['first toe', 'second toe', 'third toe', 'fourth toe'] as const;

export const paw: Subject = {
  ...NOTHING_MORE,
  key: 'paw',
  title: 'Paw',
  sided: false,
  landmarks: ['joint', 'pad', ...TOES.map((toe) => `${toe}, tip`), ...TOES.map((toe) => `${toe}, root`)],
  essential: ['joint', ...TOES.map((toe) => `${toe}, tip`)],
  parts: ['middle foot', 'pad', ...TOES, 'leg', 'inner toe'],
  sticks: TOES.map((toe) => ['joint', `${toe}, root`, `${toe}, tip`]),
  hangs: { pad: 'middle foot', ...Object.fromEntries(TOES.map((toe) => [toe, 'middle foot'])) },
};

export const eye: Subject = {
  ...NOTHING_MORE,
  key: 'eye',
  title: 'Eye',
  sided: false,
  landmarks: [
    'inner corner',
    'outer corner',
    'top of the upper lid',
    'bottom of the lower lid',
    'middle of the pupil',
    'brow, inner end',
    'brow, outer end',
  ],
  essential: [
    'inner corner',
    'outer corner',
    'top of the upper lid',
    'bottom of the lower lid',
    'middle of the pupil',
  ],
  parts: ['eyeball', 'upper lid', 'lower lid', 'iris', 'pupil', 'brow', 'socket'],
  axes: [{ name: 'line of the eye', kind: 'line', ends: ['inner corner', 'outer corner'], carries: [] }],
  sticks: [
    ['inner corner', 'top of the upper lid', 'outer corner'],
    ['inner corner', 'bottom of the lower lid', 'outer corner'],
    ['brow, inner end', 'brow, outer end'],
  ],
  hangs: { iris: 'eyeball', pupil: 'iris', 'upper lid': 'eyeball', 'lower lid': 'eyeball' },
  own: { pupil: ['middle of the pupil'] },
};

export const nose: Subject = {
  ...NOTHING_MORE,
  key: 'nose',
  title: 'Nose',
  sided: true,
  landmarks: ['root', 'tip', 'foot', 'left wing', 'right wing', 'left nostril', 'right nostril'],
  essential: ['root', 'tip', 'foot', 'left wing', 'right wing'],
  parts: [
    'bridge',
    'ball',
    'left side',
    'right side',
    'lower plane',
    'left nostril hole',
    'right nostril hole',
  ],
  axes: [{ name: 'foot line', kind: 'line', ends: ['right wing', 'left wing'], carries: [] }],
  sticks: [
    ['root', 'tip', 'foot'],
    ['right wing', 'foot', 'left wing'],
  ],
};

export const mouth: Subject = {
  ...NOTHING_MORE,
  key: 'mouth',
  title: 'Mouth',
  sided: true,
  landmarks: [
    'left corner',
    'right corner',
    'middle',
    'top of the upper lip',
    'bottom of the lower lip',
    'left peak',
    'right peak',
  ],
  essential: ['left corner', 'right corner', 'middle', 'top of the upper lip', 'bottom of the lower lip'],
  parts: ['upper lip', 'lower lip', 'line of the mouth', 'furrow', 'chin'],
  axes: [{ name: 'mouth line', kind: 'line', ends: ['right corner', 'left corner'], carries: [] }],
  sticks: [
    ['right corner', 'middle', 'left corner'],
    ['right corner', 'right peak', 'top of the upper lip', 'left peak', 'left corner'],
    ['right corner', 'bottom of the lower lip', 'left corner'],
  ],
};

export const ear: Subject = {
  ...NOTHING_MORE,
  key: 'ear',
  title: 'Ear',
  sided: false,
  landmarks: ['top', 'bottom', 'upper root', 'lower root', 'farthest back', 'middle of the bowl'],
  essential: ['top', 'bottom', 'upper root', 'lower root', 'farthest back'],
  parts: ['whole ear', 'rim', 'inner fold', 'bowl', 'flap before the bowl', 'lobe'],
  sticks: [['upper root', 'top', 'farthest back', 'bottom', 'lower root']],
  hangs: { rim: 'whole ear', 'inner fold': 'whole ear', bowl: 'whole ear', lobe: 'whole ear' },
};
