import type { FigurePose } from './figure.ts';

/** People of the Upper Line, by what they are doing. */
export const POSES = {
  waving: {
    hips: [1, 0.1, 0.05], waist: [-0.06, 1, 0.02], chest: [0.12, 1, -0.02], shoulders: [1, -0.17, 0.05], head: [0.1, 1, 0.08], gaze: [0.3, 0, 1],
    left: { upperArm: [0.9, 0.45, 0.15], forearm: [0.15, 1, 0.12], thigh: [0.16, -1, 0.06], shin: [0.03, -1, -0.05], foot: [0.45, 0, 1] },
    right: { upperArm: [-0.5, -0.85, -0.15], forearm: [0.72, -0.55, 0.42], thigh: [-0.1, -1, 0.12], shin: [0.0, -1, -0.18], foot: [-0.4, 0, 1] },
  },
  waiting: {
    hips: [1, -0.12, -0.2], waist: [0.07, 1, 0], chest: [-0.08, 1, -0.03], shoulders: [1, 0.13, -0.25], head: [-0.12, 1, 0.1], gaze: [-0.6, -0.05, 1],
    left: { upperArm: [0.22, -1, -0.05], forearm: [0.06, -1, 0.25], thigh: [0.1, -1, 0.05], shin: [0.0, -1, -0.06], foot: [0.35, 0, 1] },
    right: { upperArm: [-0.35, -0.95, 0.1], forearm: [0.65, 0.3, 0.65], thigh: [-0.24, -1, 0.14], shin: [-0.06, -1, -0.16], foot: [-0.55, 0, 1] },
  },
  sweeping: {
    hips: [0.85, -0.06, -0.5], waist: [0.1, 1, 0.24], chest: [0.22, 0.9, 0.45], shoulders: [0.85, -0.22, -0.45], head: [0.2, 0.9, 0.55], gaze: [0.5, -0.5, 1],
    left: { upperArm: [0.5, -0.75, 0.5], forearm: [0.1, -0.75, 0.65], thigh: [0.35, -1, 0.3], shin: [0.02, -1, -0.12], foot: [0.8, 0, 0.8] },
    right: { upperArm: [-0.05, -0.75, 0.75], forearm: [0.75, -0.05, 0.65], thigh: [-0.25, -1, -0.12], shin: [-0.12, -1, -0.3], foot: [0.25, 0, 1] },
  },
  running: {
    hips: [0.35, 0.04, 0.95], waist: [-0.22, 1, 0], chest: [-0.35, 1, 0.02], shoulders: [0.55, -0.05, 0.85], head: [-0.32, 1, 0], gaze: [-1, 0, 0.25],
    left: { upperArm: [0.55, -0.75, 0.3], forearm: [-0.75, -0.3, 0.3], thigh: [-0.85, -0.75, 0.1], shin: [0.25, -1, 0], foot: [-1, 0.15, 0] },
    right: { upperArm: [-0.6, -0.7, -0.25], forearm: [-0.75, 0.65, 0.05], thigh: [0.5, -1, 0], shin: [0.95, -0.55, 0], foot: [-0.35, -0.9, 0] },
  },
} as const satisfies Record<string, FigurePose>;
