import type { Body } from './body.ts';
import { ellipsoid, roundCone, together, vec, type Field } from './field.ts';

/** A goat about 0.8 m at the withers, looking along -x with its head a little turned to us. */
export function goat(): Body {
  const withers = vec(-0.3, 0.8, 0);
  const croup = vec(0.34, 0.79, 0);
  const poll = vec(-0.56, 1.1, 0.05);
  const muzzle = vec(-0.77, 0.98, 0.12);
  const leg = (x: number, z: number, top: number, bend: number, front: boolean): { fields: Field[]; joint: ReturnType<typeof vec>; foot: ReturnType<typeof vec> } => {
    const joint = vec(x + (front ? 0.03 : -0.05), top, z);
    const knee = vec(x + bend, 0.34, z * 1.02);
    const fetlock = vec(x + (front ? 0.005 : 0.06), 0.09, z * 1.02);
    const foot = vec(x + (front ? -0.02 : 0.035), 0.025, z * 1.02);
    return {
      joint,
      foot,
      fields: [roundCone(joint, knee, front ? 0.075 : 0.095, 0.036), roundCone(knee, fetlock, 0.036, 0.023), roundCone(fetlock, foot, 0.025, 0.033)],
    };
  };
  const legs = {
    'left fore': leg(-0.3, 0.115, 0.56, -0.01, true), 'right fore': leg(-0.38, -0.115, 0.56, -0.02, true),
    'left hind': leg(0.36, 0.115, 0.58, 0.11, false), 'right hind': leg(0.28, -0.115, 0.58, 0.11, false),
  };
  const horn = (z: number): Field[] => {
    const points = [vec(-0.56, 1.13, z), vec(-0.5, 1.26, z * 1.5), vec(-0.4, 1.31, z * 2.1), vec(-0.31, 1.27, z * 2.6)];
    return [0, 1, 2].map((i) => roundCone(points[i]!, points[i + 1]!, 0.03 - 0.008 * i, 0.024 - 0.008 * i));
  };
  const head = together(0.04, ellipsoid(vec(-0.58, 1.07, 0.055), vec(0.085, 0.085, 0.07)), roundCone(vec(-0.6, 1.06, 0.06), vec(-0.745, 0.985, 0.112), 0.07, 0.042));
  const field = together(0.06,
    ellipsoid(vec(0, 0.66, 0), vec(0.37, 0.185, 0.16)), ellipsoid(vec(-0.24, 0.67, 0), vec(0.19, 0.19, 0.145)), ellipsoid(vec(0.28, 0.7, 0), vec(0.17, 0.155, 0.14)),
    roundCone(vec(-0.3, 0.74, 0), vec(-0.52, 1.02, 0.035), 0.13, 0.075), head,
    ...Object.values(legs).map(({ fields }) => together(0.035, ...fields)),
    roundCone(vec(0.43, 0.8, 0), vec(0.52, 0.88, 0), 0.035, 0.016),
  );
  const details: Field = together(0.012, ...horn(0.03), ...horn(-0.0).slice(0, 0),
    roundCone(vec(-0.54, 1.12, 0.11), vec(-0.49, 1.07, 0.23), 0.022, 0.016), roundCone(vec(-0.54, 1.12, 0.0), vec(-0.47, 1.09, -0.1), 0.022, 0.016),
    ...horn(-0.03).map((f): Field => (p) => f(vec(p.x, p.y, p.z - 0.03))),
    roundCone(vec(-0.7, 0.94, 0.09), vec(-0.69, 0.83, 0.09), 0.02, 0.008));
  const landmarks = [
    { name: 'muzzle', at: muzzle }, { name: 'poll', at: poll }, { name: 'withers', at: withers.clone().add(vec(0, 0.03, 0)) }, { name: 'croup', at: croup.clone().add(vec(0, 0.04, 0)) },
    { name: 'tail', at: vec(0.52, 0.89, 0) }, { name: 'lowest foot', at: legs['left fore'].foot },
    ...(['left', 'right'] as const).flatMap((s) => [
      { name: `${s} elbow`, at: legs[`${s} fore`].joint }, { name: `${s} stifle`, at: legs[`${s} hind`].joint },
      { name: `${s} fore foot`, at: legs[`${s} fore`].foot }, { name: `${s} hind foot`, at: legs[`${s} hind`].foot },
    ]),
  ];
  return { field: (p) => Math.min(field(p), details(p)), landmarks };
}
