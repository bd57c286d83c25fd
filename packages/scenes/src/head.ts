import { Box3, type Vector3 } from 'three';
import type { Body, Worn } from './body.ts';
import { cut, ellipsoid, nearest, roundCone, together, vec, type Field } from './field.ts';

/** How one head differs from another; 1 is the middle. */
export interface HeadKind {
  readonly wide?: number;
  readonly jaw?: number;
  readonly nose?: number;
  readonly brow?: number;
  readonly cheeks?: number;
  readonly hair?: 'short' | 'bun' | 'bald' | 'bob' | 'thinning';
  readonly hat?: 'cap' | 'scarf' | 'hat';
  readonly moustache?: boolean;
  readonly beard?: boolean;
  readonly skin?: string;
  readonly hairColour?: string;
  readonly hatColour?: string;
}

const both = (make: (s: 1 | -1) => Field[]): Field[] => [...make(1), ...make(-1)];
/** What of a field lies on the side of a plane to which `normal` points. */
const beyond = (field: Field, at: Vector3, normal: Vector3): Field => {
  const n = normal.clone().normalize();
  return (p) => Math.max(field(p), -((p.x - at.x) * n.x + (p.y - at.y) * n.y + (p.z - at.z) * n.z));
};

/** A head and neck, a little over life size in its frame; the face looks along +z. */
export function head({
  wide = 1,
  jaw = 1,
  nose = 1,
  brow = 1,
  cheeks = 1,
  hair = 'short',
  hat,
  moustache = false,
  beard = false,
  skin = '#b8957c',
  hairColour = '#4a3c32',
  hatColour = '#2f4a55',
}: HeadKind = {}): Body {
  const noseTip = vec(0, -0.036 * nose, 0.086 + 0.02 * nose);
  const chin = vec(0, -0.109, 0.07);
  const skull = together(
    0.03,
    ellipsoid(vec(0, 0.036, -0.02), vec(0.074 * wide, 0.084, 0.096)),
    ellipsoid(vec(0, 0.048, 0.034), vec(0.056 * wide, 0.044, 0.045)),
    ellipsoid(vec(0, -0.036, 0.022), vec(0.057 * wide, 0.082, 0.06)),
  );
  const jawLine = both((s) => [
    roundCone(vec(s * 0.053 * jaw * wide, -0.058, -0.008), vec(s * 0.014 * jaw, -0.107, 0.06), 0.018, 0.015),
  ]);
  const bones = together(
    0.022,
    skull,
    ...jawLine,
    ...both((s) => [
      ellipsoid(vec(s * 0.044 * wide, -0.018, 0.047), vec(0.02, 0.016 * cheeks, 0.02 * cheeks)),
      roundCone(vec(s * 0.05 * wide, -0.026, 0.016), vec(s * 0.041 * wide * jaw, -0.076, 0.026), 0.02, 0.018),
    ]),
    roundCone(vec(-0.041, 0.02, 0.069), vec(0, 0.016, 0.08), 0.009 * brow, 0.007),
    roundCone(vec(0.041, 0.02, 0.069), vec(0, 0.016, 0.08), 0.009 * brow, 0.007),
    ellipsoid(vec(0, -0.066, 0.064), vec(0.03, 0.025, 0.027)),
    ellipsoid(chin.clone().add(vec(0, 0.004, -0.006)), vec(0.02 * jaw, 0.015, 0.016)),
  );
  const sockets = both((s) => [ellipsoid(vec(s * 0.031, 0.001, 0.093), vec(0.02, 0.014, 0.021))]);
  const hollow = cut(0.016, bones, ...sockets);
  const eyes = both((s) => {
    const at = vec(s * 0.031, -0.001, 0.0665);
    const lid = ellipsoid(at, vec(0.0146, 0.0142, 0.0146));
    return [
      ellipsoid(at, vec(0.0124, 0.0124, 0.0124)),
      beyond(lid, at.clone().add(vec(0, 0.0035, 0)), vec(0, 1, -0.35)),
      beyond(lid, at.clone().add(vec(0, -0.0062, 0)), vec(0, -1, -0.25)),
    ];
  });
  const noseForm = together(
    0.008,
    roundCone(vec(0, 0.008, 0.077), noseTip, 0.0075, 0.0115),
    ...both((s) => [
      ellipsoid(vec(s * 0.0125, noseTip.y - 0.003, noseTip.z - 0.013), vec(0.0085, 0.0078, 0.011)),
    ]),
  );
  const lips = together(
    0.006,
    ...both((s) => [
      roundCone(vec(s * 0.0235, -0.069, 0.079), vec(s * 0.004, -0.0635, 0.0915), 0.003, 0.0052),
      roundCone(vec(s * 0.021, -0.071, 0.08), vec(0, -0.0755, 0.0905), 0.003, 0.0064),
    ]),
  );
  const parting = roundCone(vec(-0.021, -0.0695, 0.0865), vec(0.021, -0.0695, 0.0865), 0.0012, 0.0012);
  const ears = both((s) => [
    cut(
      0.006,
      ellipsoid(vec(s * 0.077 * wide, -0.006, -0.014), vec(0.01, 0.031, 0.019)),
      ellipsoid(vec(s * (0.077 * wide + 0.0115), -0.002, -0.008), vec(0.008, 0.02, 0.01)),
    ),
    ellipsoid(vec(s * 0.075 * wide, -0.03, -0.007), vec(0.007, 0.009, 0.008)),
  ]);
  const neck = together(
    0.03,
    roundCone(vec(0, -0.075, -0.03), vec(0, -0.18, -0.05), 0.048, 0.053),
    ...both((s) => [roundCone(vec(s * 0.055, -0.04, -0.022), vec(s * 0.012, -0.168, 0.002), 0.012, 0.012)]),
    ellipsoid(vec(0, -0.14, -0.002), vec(0.013, 0.016, 0.013)),
  );
  const face = cut(0.006, together(0.006, together(0.012, hollow, noseForm), lips, ...eyes), parting);
  const field = together(0.014, together(0.02, face, neck), ...ears);
  const shoulders = together(
    0.05,
    ellipsoid(vec(0, -0.25, -0.055), vec(0.205, 0.085, 0.085)),
    roundCone(vec(0, -0.168, -0.048), vec(0, -0.235, -0.05), 0.062, 0.1),
  );
  const iris = both((s) => [ellipsoid(vec(s * 0.031, -0.0012, 0.0757), vec(0.0056, 0.0056, 0.0036))]);
  const worn: Worn[] = [
    { field: shoulders, colour: '#55606a', cell: 0.007, stand: true },
    {
      field: nearest(...iris),
      colour: '#3b3029',
      box: new Box3(vec(-0.045, -0.012, 0.068), vec(0.045, 0.012, 0.084)),
      cell: 0.0009,
    },
  ];
  /** Locks lie in strands: the surface waves a little across them. */
  const strands =
    (f: Field): Field =>
    (p) =>
      f(p) + 0.0016 * Math.sin(150 * p.x + 26 * Math.sin(16 * p.y + 9 * p.z));

  const shell = ellipsoid(vec(0, 0.038, -0.023), vec(0.081 * wide, 0.09, 0.101));
  const cap = beyond(shell, vec(0, 0.05, 0.069), vec(0, 0.7, -1));
  const sides = beyond(
    ellipsoid(vec(0, 0.01, -0.03), vec(0.08 * wide, 0.075, 0.09)),
    vec(0, -0.02, 0.014),
    vec(0, 0.1, -1),
  );
  const locks: Field[] = [];
  if (hair === 'short' || hair === 'bun') locks.push(together(0.02, cap, sides));
  if (hair === 'thinning')
    locks.push(
      beyond(
        together(0.02, sides, ellipsoid(vec(0, -0.01, -0.05), vec(0.075 * wide, 0.06, 0.07))),
        vec(0, 0.045, 0),
        vec(0, -1, -0.4),
      ),
    );
  if (hair === 'bun') locks.push(ellipsoid(vec(0, 0.07, -0.125), vec(0.036, 0.036, 0.033)));
  if (hair === 'bob')
    locks.push(
      together(
        0.03,
        cap,
        beyond(
          ellipsoid(vec(0, -0.02, -0.035), vec(0.092 * wide, 0.115, 0.098)),
          vec(0, -0.02, 0.02),
          vec(0, 0, -1),
        ),
      ),
    );
  if (moustache)
    locks.push(
      together(
        0.008,
        ...both((s) => [
          roundCone(vec(s * 0.004, -0.052, 0.097), vec(s * 0.036, -0.067, 0.077), 0.0075, 0.004),
        ]),
      ),
    );
  if (beard)
    locks.push(
      together(
        0.02,
        roundCone(vec(0.05 * wide, -0.05, 0.02), vec(0.015, -0.118, 0.066), 0.016, 0.022),
        roundCone(vec(-0.05 * wide, -0.05, 0.02), vec(-0.015, -0.118, 0.066), 0.016, 0.022),
        ellipsoid(vec(0, -0.122, 0.068), vec(0.03, 0.026, 0.024)),
      ),
    );
  if (locks.length > 0) worn.push({ field: strands(nearest(...locks)), colour: hairColour, cell: 0.003 });
  if (hat === 'cap') {
    const band = beyond(
      beyond(
        ellipsoid(vec(0, 0.055, -0.022), vec(0.087 * wide, 0.1, 0.107)),
        vec(0, 0.057, 0),
        vec(0, 1, 0.12),
      ),
      vec(0, 0.098, 0),
      vec(0, -1, -0.12),
    );
    const crown = ellipsoid(vec(0, 0.118, -0.026), vec(0.106 * wide, 0.03, 0.122));
    const visor: Field = beyond(
      beyond(ellipsoid(vec(0, 0.062, 0.04), vec(0.075, 0.018, 0.098)), vec(0, 0.058, 0), vec(0, 1, 0.3)),
      vec(0, 0, 0.05),
      vec(0, 0, 1),
    );
    worn.push({ field: together(0.012, band, crown, visor), colour: hatColour });
  }
  if (hat === 'scarf') {
    worn.push({
      field: together(
        0.02,
        beyond(
          ellipsoid(vec(0, 0.03, -0.026), vec(0.089 * wide, 0.098, 0.108)),
          vec(0, 0.06, 0.064),
          vec(0, 0.55, -1),
        ),
        ellipsoid(vec(0, -0.06, -0.1), vec(0.035, 0.05, 0.03)),
      ),
      colour: hatColour,
    });
  }
  if (hat === 'hat') {
    worn.push({
      field: together(
        0.014,
        beyond(
          ellipsoid(vec(0, 0.09, -0.022), vec(0.089 * wide, 0.095, 0.108)),
          vec(0, 0.07, 0),
          vec(0, 1, 0.06),
        ),
        ellipsoid(vec(0, 0.072, -0.018), vec(0.135, 0.011, 0.155)),
      ),
      colour: hatColour,
    });
  }
  const sided = (name: string, x: number, y: number, z: number): Body['landmarks'] => [
    { name: `left ${name}`, at: vec(x, y, z) },
    { name: `right ${name}`, at: vec(-x, y, z) },
  ];
  return {
    field,
    colour: skin,
    worn,
    landmarks: [
      { name: 'crown', at: vec(0, 0.12, -0.02) },
      { name: 'chin', at: chin.clone().add(vec(0, -0.014, 0.004)) },
      { name: 'between the brows', at: vec(0, 0.014, 0.086) },
      { name: 'tip of the nose', at: noseTip.clone().add(vec(0, 0, 0.011)) },
      { name: 'foot of the nose', at: vec(0, noseTip.y - 0.011, noseTip.z - 0.006) },
      { name: 'middle of the mouth', at: vec(0, -0.0695, 0.092) },
      ...sided('outer eye corner', 0.044, -0.003, 0.066),
      ...sided('inner eye corner', 0.0185, -0.003, 0.072),
      ...sided('mouth corner', 0.0245, -0.0695, 0.079),
      ...sided('ear, top', 0.08 * wide, 0.024, -0.014),
      ...sided('ear, bottom', 0.078 * wide, -0.036, -0.008),
      ...sided('jaw corner', 0.056 * jaw * wide, -0.066, -0.008),
      { name: 'pit of the neck', at: vec(0, -0.172, 0.014) },
    ],
    box: new Box3(vec(-0.23, -0.31, -0.2), vec(0.23, 0.2, 0.16)),
    cell: 0.0036,
  };
}
