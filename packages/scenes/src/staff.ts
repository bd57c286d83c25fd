import type { HeadKind } from './head.ts';

/** The staff of the Upper Line. */
export const STAFF = {
  master: { wide: 1.05, jaw: 1.1, nose: 1.15, hat: 'cap', moustache: true, hairColour: '#7c756c', hatColour: '#31404e' },
  porter: { wide: 0.98, jaw: 1.08, brow: 1.2, nose: 0.95, hair: 'short', skin: '#9a7358', hairColour: '#2f2723' },
  signalwoman: { wide: 0.95, jaw: 0.84, nose: 0.85, brow: 0.7, cheeks: 1.15, hair: 'bun', hairColour: '#5d4230' },
  cook: { wide: 1.04, jaw: 0.95, nose: 0.9, brow: 0.75, cheeks: 1.25, hair: 'bald', hat: 'scarf', hatColour: '#8b5a4a', skin: '#c09f88' },
  driver: { wide: 1.0, jaw: 1.12, nose: 1.2, brow: 1.3, hair: 'thinning', beard: true, moustache: true, hairColour: '#8a8378' },
  clerk: { wide: 0.94, jaw: 0.86, nose: 0.92, brow: 0.75, cheeks: 1.05, hair: 'bob', hairColour: '#3b2d28', skin: '#a9826a' },
  inspector: { wide: 0.97, jaw: 1.0, nose: 1.25, brow: 1.05, cheeks: 0.9, hair: 'short', hat: 'hat', hatColour: '#4d4a43', hairColour: '#6a5f55' },
} as const satisfies Record<string, HeadKind>;
