import type { Point } from '../geometry/point.ts';
import { animalHead } from './animal-head.ts';
import { ear, eye, hand, mouth, nose, paw } from './features.ts';
import type { Axis, Subject, SubjectKey } from './subject.ts';

const both = (make: (side: 'left' | 'right') => Record<string, string>): Record<string, string> => ({
  ...make('left'),
  ...make('right'),
});

/** A limb between two landmarks; what hangs on its far end goes along. */
const limb = (name: string, from: string, to: string): Axis => ({
  name,
  kind: 'limb',
  ends: [from, to],
  carries: [],
});

const figure: Subject = {
  key: 'figure',
  title: 'Figure',
  sided: true,
  landmarks: [
    'crown',
    'pit of the neck',
    'left hip',
    'right hip',
    'lowest foot',
    'chin',
    'left shoulder',
    'right shoulder',
    'left elbow',
    'right elbow',
    'left wrist',
    'right wrist',
    'left knee',
    'right knee',
    'left ankle',
    'right ankle',
  ],
  essential: ['crown', 'pit of the neck', 'left hip', 'right hip', 'lowest foot'],
  parts: [
    'head',
    'ribcage',
    'pelvis',
    'left thigh',
    'right thigh',
    'left shin',
    'right shin',
    'left upper arm',
    'right upper arm',
    'left forearm',
    'right forearm',
    'left foot',
    'right foot',
    'left hand',
    'right hand',
    'neck',
  ],
  axes: [
    {
      name: 'shoulder line',
      kind: 'line',
      ends: ['right shoulder', 'left shoulder'],
      carries: ['left upper arm', 'right upper arm', 'left elbow', 'right elbow'],
    },
    {
      name: 'hip line',
      kind: 'line',
      ends: ['right hip', 'left hip'],
      carries: ['left thigh', 'right thigh', 'left knee', 'right knee'],
    },
    { name: 'head', kind: 'part', ends: ['crown', 'chin'], carries: [] },
    ...(['left', 'right'] as const).flatMap((s): Axis[] => [
      limb(`${s} upper arm`, `${s} shoulder`, `${s} elbow`),
      limb(`${s} forearm`, `${s} elbow`, `${s} wrist`),
      limb(`${s} thigh`, `${s} hip`, `${s} knee`),
      limb(`${s} shin`, `${s} knee`, `${s} ankle`),
      { name: `${s} arm`, kind: 'chain', ends: [`${s} shoulder`, `${s} wrist`], carries: [`${s} elbow`] },
      { name: `${s} leg`, kind: 'chain', ends: [`${s} hip`, `${s} ankle`], carries: [`${s} knee`] },
    ]),
  ],
  sticks: [],
  hangs: {
    head: 'ribcage',
    neck: 'ribcage',
    'pit of the neck': 'ribcage',
    ...both((s) => ({
      [`${s} shoulder`]: 'ribcage',
      [`${s} upper arm`]: `${s} shoulder`,
      [`${s} elbow`]: `${s} upper arm`,
      [`${s} forearm`]: `${s} elbow`,
      [`${s} wrist`]: `${s} forearm`,
      [`${s} hand`]: `${s} wrist`,
      [`${s} hip`]: 'pelvis',
      [`${s} thigh`]: `${s} hip`,
      [`${s} knee`]: `${s} thigh`,
      [`${s} shin`]: `${s} knee`,
      [`${s} ankle`]: `${s} shin`,
      [`${s} foot`]: `${s} ankle`,
    })),
  },
  nearest: { 'lowest foot': ['left ankle', 'right ankle'] },
  own: { head: ['crown', 'chin'] },
};

const head: Subject = {
  key: 'head',
  title: 'Head',
  sided: true,
  landmarks: [
    'crown',
    'chin',
    'between the brows',
    'foot of the nose',
    'middle of the mouth',
    'left outer eye corner',
    'right outer eye corner',
    'tip of the nose',
    'left mouth corner',
    'right mouth corner',
    'left ear, top',
    'right ear, top',
    'left ear, bottom',
    'right ear, bottom',
    'left inner eye corner',
    'right inner eye corner',
    'left jaw corner',
    'right jaw corner',
    'pit of the neck',
  ],
  essential: ['crown', 'chin', 'between the brows', 'foot of the nose', 'middle of the mouth'],
  parts: [
    'skull',
    'face',
    'jaw',
    'nose',
    'left eye',
    'right eye',
    'mouth',
    'left ear',
    'right ear',
    'neck',
    'shoulders',
    'hair',
    'hat',
    'head',
    'centre line',
    'hairline',
    'brow line',
    'eye line',
  ],
  axes: [
    {
      name: 'line of the eyes',
      kind: 'line',
      ends: ['right outer eye corner', 'left outer eye corner'],
      carries: [],
    },
    { name: 'mouth line', kind: 'line', ends: ['right mouth corner', 'left mouth corner'], carries: [] },
  ],
  sticks: [
    ['crown', 'between the brows', 'tip of the nose', 'foot of the nose', 'middle of the mouth', 'chin'],
    ['right outer eye corner', 'right inner eye corner', 'left inner eye corner', 'left outer eye corner'],
    ['right mouth corner', 'middle of the mouth', 'left mouth corner'],
    ...(['left', 'right'] as const).flatMap((s) => [
      ['crown', `${s} ear, top`, `${s} jaw corner`, 'chin'],
      [`${s} ear, top`, `${s} ear, bottom`],
    ]),
  ],
  hangs: {
    jaw: 'skull',
    face: 'skull',
    crown: 'skull',
    'between the brows': 'skull',
    hair: 'skull',
    hat: 'skull',
    nose: 'face',
    mouth: 'jaw',
    chin: 'jaw',
    'tip of the nose': 'nose',
    'foot of the nose': 'nose',
    'middle of the mouth': 'mouth',
    ...both((s) => ({
      [`${s} eye`]: 'skull',
      [`${s} outer eye corner`]: `${s} eye`,
      [`${s} inner eye corner`]: `${s} eye`,
      [`${s} ear`]: 'skull',
      [`${s} ear, top`]: `${s} ear`,
      [`${s} ear, bottom`]: `${s} ear`,
      [`${s} mouth corner`]: 'mouth',
      [`${s} jaw corner`]: 'jaw',
    })),
  },
  nearest: {},
  own: { skull: ['crown'], jaw: ['chin'] },
};

const animal: Subject = {
  key: 'animal',
  title: 'Four-legged animal',
  sided: true,
  landmarks: [
    'muzzle',
    'poll',
    'withers',
    'croup',
    'lowest foot',
    'left elbow',
    'right elbow',
    'left stifle',
    'right stifle',
    'left fore foot',
    'right fore foot',
    'left hind foot',
    'right hind foot',
    'tail',
  ],
  essential: ['muzzle', 'poll', 'withers', 'croup', 'lowest foot'],
  parts: [
    'head',
    'neck',
    'ribcage',
    'belly',
    'pelvis',
    'left fore leg',
    'right fore leg',
    'left hind leg',
    'right hind leg',
    'tail',
  ],
  axes: [{ name: 'back line', kind: 'line', ends: ['croup', 'withers'], carries: [] }],
  sticks: [
    ['muzzle', 'poll', 'withers', 'croup', 'tail'],
    ...(['left', 'right'] as const).flatMap((s) => [
      ['withers', `${s} elbow`, `${s} fore foot`],
      ['croup', `${s} stifle`, `${s} hind foot`],
    ]),
  ],
  hangs: { head: 'neck', neck: 'ribcage', muzzle: 'head', poll: 'head', tail: 'pelvis' },
  nearest: {
    'lowest foot': ['left fore foot', 'right fore foot', 'left hind foot', 'right hind foot'],
  },
  own: { head: ['muzzle', 'poll'] },
};

const box: Subject = {
  key: 'box',
  title: 'Box or round thing',
  sided: false,
  landmarks: [
    'top',
    'bottom',
    'near corner, top',
    'near corner, bottom',
    'left corner, top',
    'left corner, bottom',
    'right corner, top',
    'right corner, bottom',
    'far corner, top',
  ],
  essential: [
    'near corner, top',
    'near corner, bottom',
    'left corner, top',
    'right corner, top',
    'far corner, top',
  ],
  parts: ['top', 'left side', 'right side', 'lid', 'front', 'foot', 'body', 'handle'],
  axes: [
    { name: 'left top edge', kind: 'line', ends: ['left corner, top', 'near corner, top'], carries: [] },
    { name: 'right top edge', kind: 'line', ends: ['near corner, top', 'right corner, top'], carries: [] },
  ],
  sticks: [
    [
      'left corner, bottom',
      'left corner, top',
      'near corner, top',
      'right corner, top',
      'right corner, bottom',
    ],
    ['left corner, bottom', 'near corner, bottom', 'right corner, bottom'],
    ['near corner, top', 'near corner, bottom'],
    ['left corner, top', 'far corner, top', 'right corner, top'],
  ],
  hangs: {},
  nearest: {},
  own: {},
};

const building: Subject = {
  ...box,
  key: 'building',
  title: 'Building',
  landmarks: [
    'near corner, top',
    'near corner, bottom',
    'left corner, top',
    'left corner, bottom',
    'right corner, top',
    'right corner, bottom',
    'ridge, near end',
    'ridge, far end',
    'door, foot',
    'door, head',
  ],
  essential: [
    'near corner, top',
    'near corner, bottom',
    'left corner, top',
    'right corner, top',
    'ridge, near end',
  ],
  sticks: [
    ...box.sticks,
    ['left corner, top', 'ridge, near end', 'near corner, top'],
    ['near corner, top', 'ridge, near end', 'right corner, top'],
    ['ridge, near end', 'ridge, far end'],
    ['door, foot', 'door, head'],
  ],
  parts: ['left wall', 'right wall', 'roof', 'gable', 'door', 'window', 'platform', 'chimney'],
};

const thing: Subject = {
  key: 'thing',
  title: 'Something else',
  sided: false,
  landmarks: ['top', 'bottom', 'left edge', 'right edge', 'middle'],
  essential: ['top', 'bottom', 'left edge', 'right edge', 'middle'],
  parts: ['main form', 'top', 'left side', 'right side', 'foot', 'front'],
  axes: [],
  sticks: [],
  hangs: {},
  nearest: {},
  own: {},
};

export const SUBJECTS: Readonly<Record<SubjectKey, Subject>> = {
  figure,
  head,
  hand,
  eye,
  nose,
  mouth,
  ear,
  animal,
  'animal head': animalHead,
  paw,
  box,
  building,
  thing,
};

/**
 * A subject as it stands in one picture: what hangs on whichever of several is nearest hangs on that one.
 * @param placeOf where a landmark lies in the picture, in any one unit; null where it is not known
 */
export function subjectIn(subject: Subject, placeOf: (name: string) => Point | null): Subject {
  const found: Record<string, string> = {};
  for (const [name, others] of Object.entries(subject.nearest)) {
    const at = placeOf(name);
    if (!at) continue;
    const [best] = others
      .flatMap((other) => {
        const there = placeOf(other);
        return there ? [{ other, far: Math.hypot(there.x - at.x, there.y - at.y) }] : [];
      })
      .sort((a, b) => a.far - b.far);
    if (best) found[name] = best.other;
  }
  return { ...subject, hangs: { ...subject.hangs, ...found } };
}

/** Everything that hangs on `name`, near and far, without itself. */
export function hangingOn(subject: Subject, name: string): Set<string> {
  const found = new Set<string>();
  const reach = (on: string): void => {
    for (const [child, parent] of Object.entries(subject.hangs)) {
      if (parent !== on || found.has(child)) continue;
      found.add(child);
      reach(child);
    }
    for (const child of subject.own[on] ?? []) found.add(child);
  };
  reach(name);
  return found;
}

/** The other side's name: left for right; the same where a name has no side. */
export function otherSide(name: string): string {
  return name.replace(/\b(left|right)\b/g, (side) => (side === 'left' ? 'right' : 'left'));
}
