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
  pointing: {
    hips: [1, 0.06, 0.15], waist: [-0.03, 1, 0.02], chest: [-0.05, 1, -0.04], shoulders: [1, 0.1, 0.3], head: [0.12, 1, 0.05], gaze: [0.7, 0.15, 1],
    left: { upperArm: [0.95, 0.12, 0.35], forearm: [0.95, 0.3, 0.3], thigh: [0.18, -1, 0.02], shin: [0.04, -1, -0.08], foot: [0.6, 0, 1] },
    right: { upperArm: [-0.3, -1, -0.1], forearm: [-0.05, -1, 0.25], thigh: [-0.12, -1, 0.12], shin: [-0.02, -1, -0.2], foot: [-0.35, 0, 1] },
  },
  lifting: {
    hips: [1, 0, 0], waist: [0, 0.75, 0.66], chest: [0, 0.5, 0.87], shoulders: [1, 0, 0], head: [0, 0.55, 0.85], gaze: [0, -0.7, 1],
    left: { upperArm: [0.08, -1, 0.28], forearm: [-0.02, -1, 0.3], thigh: [0.28, -0.55, 0.8], shin: [0.02, -1, -0.35], foot: [0.25, 0, 1] },
    right: { upperArm: [-0.08, -1, 0.28], forearm: [0.02, -1, 0.3], thigh: [-0.28, -0.55, 0.8], shin: [-0.02, -1, -0.35], foot: [-0.25, 0, 1] },
  },
  sitting: {
    hips: [1, 0.02, 0.05], waist: [0, 1, -0.06], chest: [0.02, 1, 0.16], shoulders: [1, -0.04, 0], head: [-0.1, 1, 0.25], gaze: [-0.2, -0.35, 1],
    left: { upperArm: [0.25, -1, 0.3], forearm: [-0.35, -0.5, 0.9], thigh: [0.26, -0.02, 1], shin: [0.05, -1, 0.1], foot: [0.3, 0, 1] },
    right: { upperArm: [-0.28, -1, 0.2], forearm: [0.3, -0.45, 0.9], thigh: [-0.22, -0.03, 1], shin: [-0.06, -1, -0.12], foot: [-0.2, 0, 1] },
  },
  watch: {
    hips: [1, -0.1, 0.1], waist: [0.05, 1, 0], chest: [-0.06, 1, -0.02], shoulders: [1, 0.09, 0.1], head: [0.12, 1, 0.28], gaze: [0.45, -0.75, 1],
    left: { upperArm: [0.35, -0.75, 0.45], forearm: [-0.85, 0.25, 0.65], thigh: [0.2, -1, 0.18], shin: [0.02, -1, -0.12], foot: [0.55, 0, 1] },
    right: { upperArm: [-0.3, -1, -0.06], forearm: [-0.02, -1, 0.16], thigh: [-0.06, -1, 0], shin: [0.02, -1, -0.05], foot: [-0.35, 0, 1] },
  },
  crate: {
    hips: [1, 0.03, 0.1], waist: [0.02, 1, -0.03], chest: [-0.02, 1, -0.08], shoulders: [1, 0, 0.05], head: [0, 1, 0.05], gaze: [0.1, 0, 1],
    left: { upperArm: [0.55, 0.85, 0.15], forearm: [-0.35, 1, 0.12], thigh: [0.16, -1, 0.3], shin: [0.0, -1, -0.2], foot: [0.25, 0, 1] },
    right: { upperArm: [-0.55, 0.85, 0.15], forearm: [0.35, 1, 0.12], thigh: [-0.08, -1, -0.22], shin: [-0.02, -1, -0.3], foot: [-0.2, 0, 1] },
  },
  calling: {
    hips: [1, 0.1, 0.35], waist: [-0.1, 1, 0.06], chest: [-0.14, 1, -0.06], shoulders: [1, 0.1, 0.3], head: [-0.12, 1, -0.04], gaze: [-0.5, 0.2, 1],
    left: { upperArm: [0.35, -0.45, 0.75], forearm: [-0.6, 0.85, 0.15], thigh: [0.3, -1, 0.1], shin: [0.12, -1, -0.1], foot: [0.75, 0, 0.8] },
    right: { upperArm: [-0.55, -0.5, 0.45], forearm: [0.35, 0.95, 0.2], thigh: [-0.22, -1, 0.35], shin: [-0.02, -1, -0.12], foot: [-0.3, 0, 1] },
  },
  kneeling: {
    hips: [1, 0.04, -0.15], waist: [0.02, 0.9, 0.4], chest: [0.08, 0.72, 0.7], shoulders: [1, -0.08, -0.1], head: [0.08, 0.75, 0.7], gaze: [0.1, -0.9, 1],
    left: { upperArm: [0.18, -0.75, 0.6], forearm: [-0.12, -0.9, 0.35], thigh: [0.2, 0.08, 1], shin: [0.02, -1, -0.02], foot: [0.15, 0, 1] },
    right: { upperArm: [-0.05, -0.7, 0.7], forearm: [0.35, -0.8, 0.4], thigh: [-0.14, -1, 0.14], shin: [-0.05, -0.16, -1], foot: [0, -1, -0.3] },
  },
  stepping: {
    hips: [1, 0.12, -0.3], waist: [-0.06, 1, 0.12], chest: [-0.04, 1, 0.14], shoulders: [1, -0.06, 0.25], head: [-0.02, 1, 0.1], gaze: [0, 0.15, 1],
    left: { upperArm: [0.3, -0.9, -0.35], forearm: [0.15, -0.85, 0.4], thigh: [0.16, -0.35, 1], shin: [0.02, -1, -0.16], foot: [0.2, 0, 1] },
    right: { upperArm: [-0.35, -0.75, 0.5], forearm: [-0.02, 0.15, 1], thigh: [-0.1, -1, -0.1], shin: [-0.03, -1, -0.22], foot: [-0.3, -0.25, 1] },
  },
  walking: {
    hips: [1, 0.06, 0.28], waist: [-0.03, 1, 0.05], chest: [0.02, 1, 0.06], shoulders: [1, -0.05, -0.28], head: [0, 1, 0.06], gaze: [0, -0.05, 1],
    left: { upperArm: [0.18, -1, 0.42], forearm: [0.02, -0.85, 0.7], thigh: [0.06, -1, -0.3], shin: [0.0, -1, -0.62], foot: [0.15, -0.55, 1] },
    right: { upperArm: [-0.2, -1, -0.36], forearm: [-0.1, -1, -0.06], thigh: [-0.06, -1, 0.42], shin: [0.0, -1, 0.06], foot: [-0.15, 0.18, 1] },
  },
  stretching: {
    hips: [1, -0.14, 0.05], waist: [0.1, 1, -0.06], chest: [0.24, 1, -0.12], shoulders: [1, 0.22, 0], head: [0.3, 1, -0.1], gaze: [0.3, 0.35, 1],
    left: { upperArm: [0.75, 0.7, -0.1], forearm: [0.1, 1, -0.1], thigh: [0.2, -1, 0.12], shin: [0.02, -1, -0.1], foot: [0.45, 0, 1] },
    right: { upperArm: [-0.4, 1, -0.05], forearm: [0.55, 1, -0.05], thigh: [-0.02, -1, 0], shin: [-0.02, -1, -0.04], foot: [-0.4, 0, 1] },
  },
  akimbo: {
    hips: [1, 0.13, 0.1], waist: [-0.08, 1, 0], chest: [0.08, 1, -0.05], shoulders: [1, -0.12, 0.1], head: [-0.08, 1, 0.02], gaze: [0.35, 0, 1],
    left: { upperArm: [0.75, -0.75, -0.3], forearm: [-0.75, -0.45, 0.45], thigh: [0.04, -1, 0.0], shin: [-0.01, -1, -0.04], foot: [0.35, 0, 1] },
    right: { upperArm: [-0.75, -0.75, -0.3], forearm: [0.7, -0.5, 0.45], thigh: [-0.32, -1, 0.16], shin: [-0.1, -1, -0.12], foot: [-0.7, 0, 0.8] },
  },
  leaning: {
    hips: [1, -0.1, 0.1], waist: [0.16, 1, 0.2], chest: [0.26, 0.9, 0.42], shoulders: [1, -0.1, 0.05], head: [0.18, 0.95, 0.35], gaze: [0.2, -0.15, 1],
    left: { upperArm: [0.35, -0.85, 0.5], forearm: [-0.1, -0.2, 1], thigh: [0.12, -1, 0.02], shin: [0.03, -1, -0.12], foot: [0.4, 0, 1] },
    right: { upperArm: [-0.2, -0.9, 0.5], forearm: [0.2, -0.15, 1], thigh: [-0.16, -1, -0.16], shin: [0.5, -0.95, -0.12], foot: [0.2, -0.6, 0.8] },
  },
} as const satisfies Record<string, FigurePose>;

export type PoseKey = keyof typeof POSES;
