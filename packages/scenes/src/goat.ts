import { Box3, type Vector3 } from 'three';
import type { Body, Worn } from './body.ts';
import { ellipsoid, nearest, roundCone, together, vec, type Field } from './field.ts';

type Side = 'left' | 'right';
const LEGS = ['left fore', 'right fore', 'left hind', 'right hind'] as const;
type Leg = (typeof LEGS)[number];

/** How a goat stands or goes. */
export interface GoatKind {
  /** Where its head is. */
  readonly head?: 'up' | 'grazing' | 'turned' | 'low';
  /** How far each foot is before (+) or behind its place, metres; a foot may be lifted. */
  readonly step?: Partial<Record<Leg, readonly [forward: number, lifted: number]>>;
  readonly horns?: number;
  readonly beard?: boolean;
  /** A kid: shorter and higher on its legs. */
  readonly young?: boolean;
  readonly colour?: string;
}

const HEADS: Readonly<
  Record<NonNullable<GoatKind['head']>, { poll: Vector3; muzzle: Vector3; side: Vector3 }>
> = {
  up: { poll: vec(-0.56, 1.1, 0.04), muzzle: vec(-0.765, 0.985, 0.11), side: vec(0.45, 0, 1) },
  low: { poll: vec(-0.72, 0.82, 0.02), muzzle: vec(-0.92, 0.67, 0.04), side: vec(0.1, 0, 1) },
  grazing: { poll: vec(-0.66, 0.34, 0.03), muzzle: vec(-0.74, 0.1, 0.05), side: vec(0.1, 0, 1) },
  turned: { poll: vec(-0.45, 1.08, 0.12), muzzle: vec(-0.43, 0.96, 0.33), side: vec(1, 0, 0.1) },
};

/** A goat about 0.8 m at the withers, looking along -x. */
export function goat({
  head: pose = 'up',
  step = {},
  horns = 1,
  beard = true,
  young = false,
  colour = '#b8a88f',
}: GoatKind = {}): Body {
  const withers = vec(-0.3, 0.8, 0);
  const croup = vec(0.34, 0.79, 0);
  const { poll, muzzle, side } = HEADS[pose];
  const z = side.clone().normalize();
  const forward = muzzle.clone().sub(poll).normalize();
  const up = z
    .clone()
    .cross(forward)
    .normalize()
    .multiplyScalar(z.clone().cross(forward).y < 0 && pose !== 'grazing' ? -1 : 1);
  if (pose === 'grazing') up.set(-0.9, 0.35, 0).addScaledVector(forward, -up.dot(forward)).normalize();
  const at = (along: number, above: number, across: number): Vector3 =>
    poll.clone().addScaledVector(forward, along).addScaledVector(up, above).addScaledVector(z, across);

  const leg = (name: Leg): { field: Field; joint: Vector3; foot: Vector3 } => {
    const s = name.startsWith('left') ? 1 : -1;
    const front = name.endsWith('fore');
    const [ahead, lifted] = step[name] ?? [0, 0];
    const x = (front ? -0.34 : 0.32) + 0.04 * s;
    const across = 0.115 * s;
    const joint = vec(x + (front ? 0.03 : -0.05), front ? 0.56 : 0.58, across);
    const foot = vec(x - ahead + (front ? -0.02 : 0.035), 0.025 + lifted, across * 1.02);
    const knee = vec(
      x - 0.5 * ahead + (front ? -0.015 - 0.9 * lifted : 0.11 + 0.35 * lifted),
      0.34 + 0.35 * lifted,
      across * 1.02,
    );
    const fetlock = foot
      .clone()
      .lerp(knee, 0.2)
      .add(vec(front ? 0.008 + 0.5 * lifted : 0.012, 0.006, 0));
    return {
      joint,
      foot,
      field: together(
        0.035,
        roundCone(joint, knee, front ? 0.075 : 0.095, 0.034),
        roundCone(knee, fetlock, 0.034, 0.022),
        roundCone(fetlock, foot, 0.024, 0.031),
      ),
    };
  };
  const legs = Object.fromEntries(LEGS.map((name) => [name, leg(name)])) as Record<
    Leg,
    ReturnType<typeof leg>
  >;
  const crown = poll.clone().addScaledVector(up, 0.035);
  const neckRoot = vec(-0.31, 0.72, 0);
  const field = together(
    0.06,
    ellipsoid(vec(0, 0.66, 0), vec(0.37, 0.185, 0.16)),
    ellipsoid(vec(-0.24, 0.67, 0), vec(0.19, 0.19, 0.145)),
    ellipsoid(vec(0.28, 0.7, 0), vec(0.17, 0.155, 0.14)),
    roundCone(neckRoot, poll.clone().lerp(neckRoot, 0.12), 0.135, 0.072),
    together(
      0.04,
      ellipsoid(at(0.01, -0.01, 0.01), vec(0.083, 0.083, 0.072)),
      roundCone(at(0.03, -0.015, 0.005), at(0.205, -0.035, 0), 0.068, 0.04),
    ),
    ...Object.values(legs).map((l) => l.field),
    roundCone(vec(0.43, 0.8, 0), vec(0.52, 0.88, 0), 0.035, 0.016),
  );
  const horn = (s: number): Field[] => {
    const points = [
      at(0.0, 0.06, 0.03 * s),
      at(-0.05, 0.17, 0.05 * s),
      at(-0.15, 0.235, 0.085 * s),
      at(-0.25, 0.22, 0.12 * s),
    ].map((p, i) => (i === 0 ? p : crown.clone().lerp(p, horns)));
    return [0, 1, 2].map((i) => roundCone(points[i]!, points[i + 1]!, 0.028 - 0.008 * i, 0.022 - 0.008 * i));
  };
  const ear = (s: number): Field =>
    roundCone(at(-0.02, 0.04, 0.06 * s), at(-0.05, 0.0, 0.19 * s), 0.022, 0.015);
  const details: Field[] = [ear(1), ear(-1)];
  if (beard) details.push(roundCone(at(0.16, -0.075, 0), at(0.12, -0.19, 0), 0.021, 0.007));
  const eye = (s: number): Field => ellipsoid(at(0.045, 0.018, 0.064 * s), vec(0.0125, 0.0125, 0.0125));
  const worn: Worn[] = [{ field: nearest(eye(1), eye(-1)), colour: '#33291f', cell: 0.006 }];
  if (horns > 0)
    worn.push({
      field: nearest(together(0.03, ...horn(1)), together(0.03, ...horn(-1))),
      colour: '#6e6252',
      cell: 0.009,
    });
  const body = together(0.012, field, ...details);
  const lowest = LEGS.reduce(
    (best, name) => (legs[name].foot.y < legs[best].foot.y ? name : best),
    'left fore' as Leg,
  );
  // A kid stands higher on its legs for its length: the trunk is squeezed along its way.
  const squeeze = young ? vec(0.74, 0.78, 0.76) : vec(1, 1, 1);
  const shrink = (f: Field): Field => {
    if (!young) return f;
    const q = vec(0, 0, 0);
    return (p) => f(q.copy(p).divide(squeeze)) * 0.74;
  };
  const landmark = (name: string, p: Vector3): Body['landmarks'][number] => ({
    name,
    at: p.clone().multiply(squeeze),
  });
  return {
    field: shrink(body),
    colour,
    worn: worn.map((w) => ({ ...w, field: shrink(w.field) })),
    landmarks: [
      landmark('muzzle', at(0.235, -0.03, 0)),
      landmark('poll', crown),
      landmark('withers', withers.clone().add(vec(0, 0.03, 0))),
      landmark('croup', croup.clone().add(vec(0, 0.04, 0))),
      landmark('tail', vec(0.52, 0.89, 0)),
      landmark('lowest foot', legs[lowest].foot),
      ...(['left', 'right'] as const satisfies readonly Side[]).flatMap((s) => [
        landmark(`${s} elbow`, legs[`${s} fore`].joint),
        landmark(`${s} stifle`, legs[`${s} hind`].joint),
        landmark(`${s} fore foot`, legs[`${s} fore`].foot),
        landmark(`${s} hind foot`, legs[`${s} hind`].foot),
      ]),
    ],
    box: new Box3(vec(-1.1, -0.03, -0.5), vec(0.72, 1.5, 0.55)),
    cell: 0.0115,
  };
}
