import type { GoatKind } from './goat.ts';

/** How the goats of the Upper Line stand and go. */
export const GAITS = {
  standing: { head: 'up', step: { 'left fore': [0.03, 0], 'right hind': [-0.04, 0] } },
  walking: {
    head: 'up',
    step: {
      'left fore': [0.17, 0],
      'right fore': [-0.15, 0.0],
      'left hind': [-0.14, 0],
      'right hind': [0.13, 0.03],
    },
  },
  trotting: {
    head: 'up',
    step: {
      'left fore': [0.2, 0.14],
      'right fore': [-0.12, 0],
      'left hind': [-0.16, 0],
      'right hind': [0.15, 0.1],
    },
  },
  grazing: {
    head: 'grazing',
    step: { 'left fore': [0.12, 0], 'right fore': [-0.08, 0], 'left hind': [-0.04, 0] },
  },
  turned: { head: 'turned', step: { 'right fore': [0.06, 0], 'left hind': [0.05, 0] } },
  low: {
    head: 'low',
    step: { 'left fore': [0.05, 0], 'right fore': [0.09, 0.05], 'right hind': [-0.06, 0] },
  },
} as const satisfies Record<string, GoatKind>;
