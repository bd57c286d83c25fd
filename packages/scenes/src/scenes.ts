import type { SubjectKey } from '@deft/core';
import { POSES } from './poses.ts';

type Triple = readonly [number, number, number];

/** A script for one made picture. Metres and degrees. */
export interface Scene {
  readonly key: string;
  readonly title: string;
  readonly set: string;
  readonly subject: SubjectKey;
  readonly thing: { readonly kind: 'figure'; readonly pose: keyof typeof POSES; readonly props?: 'broom' | 'case' } | { readonly kind: 'goat' } | { readonly kind: 'trunk' } | { readonly kind: 'lamp' } | { readonly kind: 'halt' };
  readonly size: readonly [number, number];
  readonly camera: { readonly fov: number; readonly from: Triple; readonly at: Triple };
  /** Where the light comes from. */
  readonly light: Triple;
  readonly ground: string;
  readonly wall: string;
}

export const SETS = [
  { key: 'platform', title: 'Platform figures', note: 'Weight on one leg, shoulders against hips. Bags pull one side down.' },
  { key: 'things', title: 'Trunks and lamps', note: 'Everything on the platform is a box or a round. Find the top face first.' },
  { key: 'halts', title: 'Halt buildings', note: 'Two directions run away, one stands. The door gives the size.' },
  { key: 'goats', title: 'Goats of the upper line', note: 'A barrel on four posts; the neck starts lower than one thinks.' },
] as const;

const person = { set: 'platform', subject: 'figure', size: [960, 1200], ground: '#8b867b', wall: '#c9cfce' } as const;

export const SCENES: readonly Scene[] = [
  { ...person, key: 'man-waving', title: 'Man waving', thing: { kind: 'figure', pose: 'waving' }, camera: { fov: 23, from: [0.4, 1.35, 5.6], at: [0.1, 1.0, 0] }, light: [-3.4, 3.2, 1.6] },
  { ...person, key: 'woman-waiting', title: 'Woman waiting', thing: { kind: 'figure', pose: 'waiting', props: 'case' }, camera: { fov: 23, from: [-1.2, 1.3, 5.3], at: [0.05, 0.88, 0] }, light: [3.4, 3, 1.4] },
  { ...person, key: 'porter-sweeping', title: 'Porter sweeping', thing: { kind: 'figure', pose: 'sweeping', props: 'broom' }, camera: { fov: 25, from: [0.9, 1.4, 5.6], at: [0.36, 0.84, 0.1] }, light: [-3.4, 3.2, 1.3] },
  { ...person, key: 'late-for-the-train', title: 'Late for the train', thing: { kind: 'figure', pose: 'running' }, camera: { fov: 24, from: [-0.8, 1.1, 5.6], at: [-0.02, 0.88, 0] }, light: [-2.6, 3.4, 1.6] },
  { key: 'tin-trunk', title: 'Tin trunk', set: 'things', subject: 'box', thing: { kind: 'trunk' }, size: [1100, 960], camera: { fov: 27, from: [2.0, 1.5, 2.3], at: [0, 0.2, 0] }, light: [-1.4, 3, 2.4], ground: '#958f84', wall: '#cdd0cc' },
  { key: 'platform-lamp', title: 'Platform lamp', set: 'things', subject: 'thing', thing: { kind: 'lamp' }, size: [960, 1200], camera: { fov: 23, from: [0.5, 1.15, 2.3], at: [0, 0.4, 0] }, light: [2.2, 2.6, 2], ground: '#8f8a80', wall: '#c8cdcc' },
  { key: 'halt-at-the-upper-bridge', title: 'Halt at the upper bridge', set: 'halts', subject: 'building', thing: { kind: 'halt' }, size: [1280, 960], camera: { fov: 38, from: [8.4, 2.0, 9.2], at: [0.2, 1.75, 0.2] }, light: [-6, 9, 8], ground: '#a39d90', wall: '#d2d6d3' },
  { key: 'goat-on-the-line', title: 'Goat on the line', set: 'goats', subject: 'animal', thing: { kind: 'goat' }, size: [1200, 1080], camera: { fov: 24, from: [-1.5, 1.15, 3.9], at: [-0.1, 0.64, 0] }, light: [2.0, 3.4, 2.6], ground: '#8f8c7c', wall: '#cbd0cb' },
];
