import { Box3, type Vector3 } from 'three';
import type { Body, Worn } from './body.ts';
import { ellipsoid, frameOf, nearest, roundCone, together, vec, type Field } from './field.ts';
import { head as headOf, type HeadKind } from './head.ts';
import { setOn } from './set-on.ts';

type Triple = readonly [number, number, number];

/**
 * Directions of the bones in the world: x to the sitter's left as seen facing us (picture right), y up, z
 * towards us.
 */
export interface FigurePose {
  readonly hips: Triple;
  readonly waist: Triple;
  readonly chest: Triple;
  readonly shoulders: Triple;
  readonly head: Triple;
  /** Where the face looks. */
  readonly gaze: Triple;
  readonly left: LimbPose;
  readonly right: LimbPose;
}

interface LimbPose {
  readonly upperArm: Triple;
  readonly forearm: Triple;
  readonly thigh: Triple;
  readonly shin: Triple;
  readonly foot: Triple;
}

/** How one body differs from another. */
export interface Build {
  /** Thickness of trunk and limbs; 1 is the middle. */
  readonly stout?: number;
  readonly shoulders?: number;
  readonly hips?: number;
  readonly hat?: boolean;
  readonly colour?: string;
  /** A head with a face and hair in place of the plain one. */
  readonly face?: HeadKind;
  /** The colour of what the legs wear. */
  readonly trousers?: string;
  /** Tells of both feet where they touch the ground, beside the lower one. */
  readonly feet?: true;
}

const SIZES = {
  hip: 0.098,
  waist: 0.2,
  chest: 0.3,
  shoulder: 0.178,
  neck: 0.1,
  upperArm: 0.29,
  forearm: 0.25,
  hand: 0.1,
  thigh: 0.43,
  shin: 0.42,
  foot: 0.15,
} as const;

const along = (from: Vector3, direction: Triple, length: number): Vector3 =>
  from.clone().addScaledVector(vec(...direction).normalize(), length);

interface Side {
  shoulder: Vector3;
  elbow: Vector3;
  wrist: Vector3;
  fingers: Vector3;
  hip: Vector3;
  knee: Vector3;
  ankle: Vector3;
  toe: Vector3;
}

function limbs(
  pose: FigurePose,
  side: 'left' | 'right',
  pelvis: Vector3,
  neck: Vector3,
  { shoulders = 1, hips = 1 }: Build,
): Side {
  const sign = side === 'left' ? 1 : -1;
  const limb = pose[side];
  const shoulder = along(neck, pose.shoulders, sign * SIZES.shoulder * shoulders).addScaledVector(
    vec(...pose.chest).normalize(),
    -0.035,
  );
  const elbow = along(shoulder, limb.upperArm, SIZES.upperArm);
  const wrist = along(elbow, limb.forearm, SIZES.forearm);
  const hip = along(pelvis, pose.hips, sign * SIZES.hip * hips).add(vec(0, -0.03, 0));
  const knee = along(hip, limb.thigh, SIZES.thigh);
  const ankle = along(knee, limb.shin, SIZES.shin);
  return {
    shoulder,
    elbow,
    wrist,
    fingers: along(wrist, limb.forearm, SIZES.hand),
    hip,
    knee,
    ankle,
    toe: along(ankle, limb.foot, SIZES.foot).add(vec(0, -0.045, 0)),
  };
}

/** An arm from shoulder to fingertips. Links share a radius where they meet, so that joints do not swell. */
function arm(s: Side): Field {
  const palm = s.wrist.clone().lerp(s.fingers, 0.5);
  const thumb = s.wrist
    .clone()
    .lerp(s.fingers, 0.55)
    .add(vec(0.012, 0.012, 0.038));
  const links = nearest(
    roundCone(s.shoulder, s.elbow, 0.055, 0.039),
    roundCone(s.elbow, s.wrist, 0.039, 0.025),
    roundCone(s.wrist, palm, 0.025, 0.036),
    roundCone(palm, s.fingers, 0.036, 0.02),
  );
  return together(
    0.02,
    links,
    ellipsoid(s.elbow.clone().lerp(s.wrist, 0.28), vec(0.044, 0.044, 0.044)),
    roundCone(s.wrist, thumb, 0.018, 0.013),
  );
}

/** A leg from hip to toe. */
function leg(s: Side, pelvis: Vector3): Field {
  const back = s.knee.clone().sub(s.toe).setY(0).normalize();
  const calf = s.knee.clone().lerp(s.ankle, 0.28).addScaledVector(back, 0.02);
  const heel = s.ankle
    .clone()
    .addScaledVector(back, 0.028)
    .add(vec(0, -0.052, 0));
  const seat = s.hip.clone().lerp(pelvis, 0.25).addScaledVector(back, 0.055);
  const links = nearest(roundCone(s.hip, s.knee, 0.092, 0.053), roundCone(s.knee, s.ankle, 0.053, 0.033));
  const foot = nearest(
    roundCone(heel, s.toe, 0.034, 0.024),
    roundCone(s.ankle, s.toe, 0.033, 0.024),
    roundCone(s.ankle, heel, 0.033, 0.034),
  );
  return together(
    0.03,
    links,
    roundCone(calf, calf.clone().lerp(s.ankle, 0.45), 0.048, 0.03),
    roundCone(seat, s.hip.clone().lerp(s.knee, 0.2), 0.08, 0.075),
    foot,
  );
}

/** A person about 1.75 m tall, standing with the lowest foot on the ground. */
export function figure(pose: FigurePose, kind: Build = {}): Body {
  const { stout = 1, shoulders = 1, hips = 1, hat = false, colour = '#b39c86', face: kindOfHead } = kind;
  const build = (pelvis: Vector3): Body & { low: number } => {
    const waist = along(pelvis, pose.waist, SIZES.waist);
    const neck = along(waist, pose.chest, SIZES.chest);
    const skull = along(neck, pose.head, SIZES.neck + 0.085);
    const left = limbs(pose, 'left', pelvis, neck, kind);
    const right = limbs(pose, 'right', pelvis, neck, kind);
    const chestFrame = frameOf(vec(...pose.shoulders), vec(...pose.chest));
    const hipFrame = frameOf(vec(...pose.hips), vec(...pose.waist));
    const up = vec(...pose.head).normalize();
    const headSide = up
      .clone()
      .cross(vec(...pose.gaze))
      .normalize();
    const headFrame = frameOf(headSide, up);
    const face = headSide.clone().cross(up).normalize();
    const chin = skull.clone().addScaledVector(up, -0.1).addScaledVector(face, 0.062);
    const ribs = waist.clone().lerp(neck, 0.5);
    const trunk = together(
      0.07,
      ellipsoid(ribs, vec(0.158 * stout * shoulders, 0.2, 0.115 * stout), chestFrame),
      ellipsoid(
        neck.clone().addScaledVector(vec(...pose.chest).normalize(), -0.06),
        vec(0.165 * shoulders, 0.07, 0.08),
        chestFrame,
      ),
      ellipsoid(waist.clone().lerp(pelvis, 0.35), vec(0.126 * stout, 0.15, 0.094 * stout), hipFrame),
      ellipsoid(pelvis, vec(0.143 * hips * stout, 0.1, 0.1 * stout), hipFrame),
    );
    const head = together(
      0.035,
      ellipsoid(
        skull.clone().addScaledVector(up, 0.02).addScaledVector(face, -0.012),
        vec(0.076, 0.093, 0.094),
        headFrame,
      ),
      ellipsoid(
        skull.clone().addScaledVector(up, -0.045).addScaledVector(face, 0.03),
        vec(0.056, 0.07, 0.058),
        headFrame,
      ),
      roundCone(
        skull.clone().addScaledVector(face, 0.082),
        skull.clone().addScaledVector(face, 0.1).addScaledVector(up, -0.035),
        0.012,
        0.016,
      ),
      roundCone(
        neck.clone().addScaledVector(face, -0.03),
        skull.clone().addScaledVector(up, -0.04).addScaledVector(face, -0.02),
        0.057,
        0.052,
      ),
    );
    const legs = nearest(leg(left, pelvis), leg(right, pelvis));
    const neckOnly = roundCone(neck, skull.clone().addScaledVector(up, -0.06), 0.055, 0.05);
    const field = together(
      0.05,
      trunk,
      leg(left, pelvis),
      leg(right, pelvis),
      arm(left),
      arm(right),
      kindOfHead ? neckOnly : head,
    );
    const lower = left.toe.y < right.toe.y ? left : right;
    const named = (['left', 'right'] as const).flatMap((side) => {
      const s = side === 'left' ? left : right;
      return (['shoulder', 'elbow', 'wrist', 'hip', 'knee', 'ankle'] as const).map((joint) => ({
        name: `${side} ${joint}`,
        at: s[joint],
      }));
    });
    const heelLow = Math.min(left.ankle.y, right.ankle.y) - 0.086;
    const worn: Worn[] = kindOfHead ? setOn(headOf(kindOfHead), headFrame, skull) : [];
    if (kind.trousers) worn.push({ field: (p) => legs(p) - 0.012, colour: kind.trousers });
    if (hat) {
      const at = (upward: number, forward: number): Vector3 =>
        skull.clone().addScaledVector(up, upward).addScaledVector(face, forward);
      worn.push({
        field: together(
          0.012,
          ellipsoid(at(0.085, -0.012), vec(0.09, 0.042, 0.108), headFrame),
          ellipsoid(at(0.062, 0.075), vec(0.06, 0.008, 0.055), headFrame),
        ),
        colour: '#3f4c55',
      });
    }
    return {
      field,
      colour,
      worn,
      box: new Box3(vec(-1.15, -0.03, -1.15), vec(1.15, 2.35, 1.15)),
      cell: 0.0105,
      low: Math.min(left.toe.y - 0.026, right.toe.y - 0.026, heelLow),
      landmarks: [
        { name: 'crown', at: skull.clone().addScaledVector(up, 0.113).addScaledVector(face, -0.012) },
        { name: 'chin', at: chin },
        { name: 'pit of the neck', at: neck.clone().addScaledVector(face, 0.03) },
        ...named,
        { name: 'lowest foot', at: lower.toe.clone().add(vec(0, -0.02, 0)) },
        ...(kind.feet
          ? [left, right].map(({ toe }, i) => ({
              name: `${i ? 'right' : 'left'} foot`,
              at: toe.clone().add(vec(0, -0.02, 0)),
            }))
          : []),
      ],
    };
  };
  const { low } = build(vec(0, 1, 0));
  return build(vec(0, 1 - low, 0));
}
