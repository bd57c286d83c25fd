import {
  BoxGeometry,
  BufferGeometry,
  CapsuleGeometry,
  ConeGeometry,
  CylinderGeometry,
  Group,
  LatheGeometry,
  Mesh,
  MeshStandardMaterial,
  SplineCurve,
  TorusGeometry,
  Vector2,
  type Vector3,
} from 'three';
import { RoundedBoxGeometry } from 'three/examples/jsm/geometries/RoundedBoxGeometry.js';
import { vec } from './field.ts';

/** A made thing: what is drawn, its named points, and its points for the silhouette's box. */
export interface Made {
  readonly group: Group;
  readonly landmarks: readonly { readonly name: string; readonly at: Vector3 }[];
}

export const material = (colour: string, roughness = 0.85): MeshStandardMaterial =>
  new MeshStandardMaterial({ color: colour, roughness, metalness: 0 });

/** The quiet colours of the line's things. */
const IRON = '#5a5a55';
const DARK = '#4b4640';
const WOOD = '#8a7358';

export function part(
  group: Group,
  geometry: BufferGeometry,
  colour: string,
  x: number,
  y: number,
  z: number,
): Mesh {
  const mesh = new Mesh(geometry, material(colour));
  mesh.position.set(x, y, z);
  mesh.castShadow = true;
  mesh.receiveShadow = true;
  group.add(mesh);
  return mesh;
}

/** Corners of a box named as one sees them with the near edge towards +x +z. */
function corners(w: number, d: number, top: number, bottom = 0): Made['landmarks'] {
  const at = (sx: number, sz: number, y: number): Vector3 => vec((sx * w) / 2, y, (sz * d) / 2);
  return [
    { name: 'near corner, top', at: at(1, 1, top) },
    { name: 'near corner, bottom', at: at(1, 1, bottom) },
    { name: 'left corner, top', at: at(-1, 1, top) },
    { name: 'left corner, bottom', at: at(-1, 1, bottom) },
    { name: 'right corner, top', at: at(1, -1, top) },
    { name: 'right corner, bottom', at: at(1, -1, bottom) },
    { name: 'far corner, top', at: at(-1, -1, top) },
  ];
}

export function trunk([w, h, d]: readonly [number, number, number] = [1.0, 0.46, 0.54]): Made {
  const group = new Group();
  part(group, new RoundedBoxGeometry(w, h - 0.14, d, 3, 0.015), '#8f7a62', 0, (h - 0.14) / 2, 0);
  part(group, new RoundedBoxGeometry(w + 0.02, 0.13, d + 0.02, 3, 0.02), '#9a856b', 0, h - 0.065, 0);
  for (const x of [-0.36 * w, 0.36 * w]) {
    part(group, new BoxGeometry(0.06, h + 0.006, d + 0.034), '#5d5347', x, h / 2, 0);
  }
  part(group, new BoxGeometry(0.11, 0.11, 0.03), '#4b4640', 0, h - 0.14, d / 2 + 0.012);
  const handle = part(
    group,
    new TorusGeometry(0.075, 0.014, 10, 24, Math.PI),
    '#4b4640',
    w / 2 + 0.012,
    h * 0.5,
    0,
  );
  handle.rotation.set(Math.PI, Math.PI / 2, 0);
  return { group, landmarks: corners(w, d, h) };
}

export function lamp(): Made {
  const group = new Group();
  part(group, new CylinderGeometry(0.17, 0.185, 0.05, 64), '#5a5a55', 0, 0.025, 0);
  part(group, new CylinderGeometry(0.14, 0.155, 0.11, 64), '#6d6a61', 0, 0.105, 0);
  const glass = [
    [0.12, 0],
    [0.15, 0.05],
    [0.158, 0.12],
    [0.145, 0.2],
    [0.11, 0.27],
    [0.1, 0.29],
  ].map(([x, y]) => new Vector2(x, y));
  part(group, new LatheGeometry(glass, 64), '#cfc8b2', 0, 0.16, 0);
  part(group, new CylinderGeometry(0.115, 0.115, 0.03, 64), '#5a5a55', 0, 0.465, 0);
  part(group, new ConeGeometry(0.16, 0.13, 64), '#6d6a61', 0, 0.545, 0);
  part(group, new CylinderGeometry(0.035, 0.05, 0.06, 48), '#5a5a55', 0, 0.615, 0);
  const ring = part(group, new TorusGeometry(0.085, 0.011, 12, 48), '#4b4640', 0, 0.725, 0);
  ring.rotation.y = 0.5;
  for (const a of [0.4, 2.5, 4.6])
    part(
      group,
      new CylinderGeometry(0.008, 0.008, 0.31, 10),
      '#4b4640',
      0.168 * Math.cos(a),
      0.31,
      0.168 * Math.sin(a),
    );
  for (const y of [0.168, 0.452])
    part(group, new TorusGeometry(0.166, 0.011, 12, 64), '#4b4640', 0, y, 0).rotation.x = Math.PI / 2;
  return {
    group,
    landmarks: [
      { name: 'top', at: vec(0, 0.821, 0) },
      { name: 'bottom', at: vec(0, 0, 0.185) },
    ],
  };
}

/**
 * A thing turned on the lathe: its outline as radius and height from the ground up; `curved` where the points
 * lie on one curve.
 */
function turned(
  group: Group,
  outline: readonly (readonly [number, number])[],
  colour: string,
  curved = false,
): void {
  const points = outline.map(([x, y]) => new Vector2(x, y));
  part(
    group,
    new LatheGeometry(curved ? new SplineCurve(points).getPoints(90) : points, 96),
    colour,
    0,
    0,
    0,
  );
}

const ends = (top: number, bottomAt: Vector3): Made['landmarks'] => [
  { name: 'top', at: vec(0, top, 0) },
  { name: 'bottom', at: bottomAt },
];

/** A milk churn: shoulders, neck, lid and two handles. */
export function churn(): Made {
  const group = new Group();
  turned(
    group,
    [
      [0, 0],
      [0.19, 0],
      [0.195, 0.02],
      [0.195, 0.44],
      [0.185, 0.48],
      [0.12, 0.58],
      [0.11, 0.6],
      [0.11, 0.66],
      [0.125, 0.67],
      [0.125, 0.7],
      [0.1, 0.725],
      [0, 0.73],
    ],
    '#8d9296',
  );
  for (const y of [0.04, 0.42])
    part(group, new TorusGeometry(0.197, 0.011, 12, 72), '#767b7f', 0, y, 0).rotation.x = Math.PI / 2;
  for (const s of [1, -1]) {
    const handle = part(
      group,
      new TorusGeometry(0.06, 0.011, 10, 24, Math.PI),
      '#767b7f',
      s * 0.155,
      0.53,
      0,
    );
    handle.rotation.z = s > 0 ? -Math.PI / 2 - 0.5 : Math.PI / 2 + 0.5;
  }
  return { group, landmarks: ends(0.73, vec(0, 0, 0.19)) };
}

/** A barrel with its hoops. */
export function barrel(): Made {
  const group = new Group();
  const radius = (t: number): number => 0.25 + 0.075 * (1 - (2 * t - 1) ** 2);
  turned(
    group,
    [
      [0, 0.03],
      [0.23, 0.03],
      [0.24, 0],
      ...Array.from({ length: 17 }, (_, i) => [radius(i / 16), 0.8 * (i / 16)] as const),
      [0.235, 0.8],
      [0.23, 0.775],
      [0, 0.775],
    ],
    WOOD,
  );
  for (const t of [0.06, 0.24, 0.76, 0.94])
    part(
      group,
      new CylinderGeometry(radius(t + 0.03) + 0.005, radius(t - 0.03) + 0.005, 0.05, 72, 1, true),
      DARK,
      0,
      0.8 * t,
      0,
    );
  return { group, landmarks: ends(0.8, vec(0, 0, 0.25)) };
}

/** A hat box with its lid and strap. */
export function hatBox(): Made {
  const group = new Group();
  part(group, new CylinderGeometry(0.22, 0.22, 0.24, 72), '#9c8a7a', 0, 0.12, 0);
  part(group, new CylinderGeometry(0.228, 0.228, 0.07, 72), '#a89684', 0, 0.245, 0);
  part(group, new BoxGeometry(0.05, 0.295, 0.465), '#6b5a4a', 0, 0.1425, 0);
  const handle = part(group, new TorusGeometry(0.07, 0.01, 10, 32, Math.PI), '#6b5a4a', 0, 0.288, 0);
  handle.rotation.y = Math.PI / 2;
  return { group, landmarks: ends(0.28, vec(0, 0, 0.22)) };
}

/** A bucket, a little tilted handle and all. */
export function bucket(): Made {
  const group = new Group();
  turned(
    group,
    [
      [0, 0.02],
      [0.125, 0.02],
      [0.13, 0],
      [0.14, 0.0],
      [0.185, 0.3],
      [0.195, 0.305],
      [0.195, 0.32],
      [0.178, 0.32],
      [0.128, 0.03],
      [0, 0.03],
    ],
    '#858a8c',
  );
  const handle = part(group, new TorusGeometry(0.185, 0.007, 10, 48, Math.PI), DARK, 0, 0.3, 0);
  handle.rotation.x = 0.9;
  return { group, landmarks: ends(0.32, vec(0, 0, 0.14)) };
}

/** A signal lamp: a box with a round eye, a chimney and a handle. */
export function signalLamp(): Made {
  const group = new Group();
  part(group, new RoundedBoxGeometry(0.24, 0.3, 0.22, 3, 0.012), '#5b615f', 0, 0.17, 0);
  part(group, new BoxGeometry(0.28, 0.03, 0.26), DARK, 0, 0.015, 0);
  const hood = part(group, new ConeGeometry(0.19, 0.09, 4), DARK, 0, 0.365, 0);
  hood.rotation.y = Math.PI / 4;
  part(group, new CylinderGeometry(0.045, 0.055, 0.07, 40), IRON, 0, 0.43, 0);
  part(group, new CylinderGeometry(0.06, 0.06, 0.02, 40), DARK, 0, 0.47, 0);
  const rim = part(group, new CylinderGeometry(0.08, 0.08, 0.05, 56), DARK, 0, 0.17, 0.125);
  rim.rotation.x = Math.PI / 2;
  const glass = part(group, new CylinderGeometry(0.066, 0.066, 0.055, 56), '#c9c09f', 0, 0.17, 0.127);
  glass.rotation.x = Math.PI / 2;
  part(group, new TorusGeometry(0.09, 0.009, 10, 40, Math.PI), DARK, 0, 0.44, -0.02);
  return { group, landmarks: corners(0.24, 0.22, 0.32, 0.02) };
}

/** Two crates, one askew on the other. */
export function crates(): Made {
  const group = new Group();
  const crate = (w: number, h: number, d: number, x: number, y: number, z: number, turn: number): void => {
    const one = new Group();
    part(one, new BoxGeometry(w - 0.02, h - 0.02, d - 0.02), '#a08a6c', 0, h / 2, 0);
    for (const [sx, sz] of [
      [1, 1],
      [1, -1],
      [-1, 1],
      [-1, -1],
    ] as const)
      part(one, new BoxGeometry(0.06, h, 0.06), WOOD, (sx * (w - 0.05)) / 2, h / 2, (sz * (d - 0.05)) / 2);
    for (const level of [0.035, h - 0.035]) {
      for (const s of [1, -1]) {
        part(one, new BoxGeometry(w, 0.07, 0.025), WOOD, 0, level, (s * d) / 2);
        part(one, new BoxGeometry(0.025, 0.07, d), WOOD, (s * w) / 2, level, 0);
      }
    }
    one.position.set(x, y, z);
    one.rotation.y = turn;
    group.add(one);
  };
  crate(0.8, 0.5, 0.6, 0, 0, 0, 0);
  crate(0.5, 0.36, 0.42, -0.06, 0.5, -0.02, 0.45);
  return { group, landmarks: corners(0.8, 0.6, 0.5) };
}

/** A kettle: a round body, a spout and a hoop. */
export function kettle(): Made {
  const group = new Group();
  turned(
    group,
    [
      [0, 0],
      [0.13, 0],
      [0.14, 0.003],
    ],
    '#77706a',
  );
  turned(
    group,
    [
      [0.14, 0.003],
      [0.154, 0.022],
      [0.16, 0.06],
      [0.147, 0.118],
      [0.115, 0.168],
      [0.078, 0.196],
    ],
    '#77706a',
    true,
  );
  turned(
    group,
    [
      [0.078, 0.196],
      [0.082, 0.199],
      [0.082, 0.204],
      [0.076, 0.206],
    ],
    '#6b645e',
  );
  turned(
    group,
    [
      [0.076, 0.206],
      [0.06, 0.215],
      [0.03, 0.223],
      [0.014, 0.23],
    ],
    '#77706a',
    true,
  );
  turned(
    group,
    [
      [0.014, 0.23],
      [0.013, 0.238],
      [0.021, 0.25],
      [0.018, 0.259],
      [0, 0.262],
    ],
    '#77706a',
    true,
  );
  const spout = part(group, new CylinderGeometry(0.016, 0.034, 0.17, 56), '#77706a', 0.185, 0.14, 0);
  spout.rotation.z = -0.85;
  const hoop = part(group, new TorusGeometry(0.115, 0.009, 10, 40, Math.PI), DARK, 0, 0.175, 0);
  hoop.scale.set(1, 1.35, 1);
  return { group, landmarks: ends(0.262, vec(0, 0, 0.14)) };
}

/** A platform bench with slats. */
export function bench(): Made {
  const group = new Group();
  for (const z of [-0.16, -0.05, 0.06, 0.17])
    part(group, new BoxGeometry(1.5, 0.035, 0.095), WOOD, 0, 0.44, z);
  for (const y of [0.62, 0.76, 0.9])
    part(group, new BoxGeometry(1.5, 0.095, 0.03), WOOD, 0, y, -0.21 - (y - 0.62) * 0.16).rotation.x = -0.15;
  for (const x of [-0.62, 0.62]) {
    part(group, new BoxGeometry(0.06, 0.43, 0.06), DARK, x, 0.215, 0.17);
    part(group, new BoxGeometry(0.06, 0.95, 0.06), DARK, x, 0.475, -0.225).rotation.x = -0.06;
    part(group, new BoxGeometry(0.05, 0.05, 0.46), DARK, x, 0.4, -0.02);
    part(group, new BoxGeometry(0.05, 0.04, 0.4), DARK, x, 0.64, 0.0);
    part(group, new BoxGeometry(0.04, 0.24, 0.04), DARK, x, 0.53, 0.17);
  }
  return { group, landmarks: [...corners(1.5, 0.44, 0.46).filter(({ name }) => name.endsWith('top'))] };
}

/** A luggage barrow with two wheels, loaded with a trunk. */
export function barrow(): Made {
  const group = new Group();
  part(group, new BoxGeometry(1.3, 0.06, 0.62), WOOD, 0, 0.42, 0);
  for (const s of [1, -1]) {
    const wheel = part(group, new TorusGeometry(0.27, 0.03, 14, 56), DARK, 0.2, 0.3, s * 0.36);
    part(group, new CylinderGeometry(0.05, 0.05, 0.06, 24), IRON, 0.2, 0.3, s * 0.36).rotation.x =
      Math.PI / 2;
    for (let k = 0; k < 4; k += 1) {
      const spoke = part(group, new CylinderGeometry(0.012, 0.012, 0.54, 10), WOOD, 0.2, 0.3, s * 0.36);
      spoke.rotation.z = (k * Math.PI) / 4;
    }
    wheel.rotation.y = 0;
    part(group, new BoxGeometry(0.06, 0.42, 0.06), WOOD, -0.55, 0.21, s * 0.26);
    part(group, new BoxGeometry(0.75, 0.05, 0.05), WOOD, -0.95, 0.5, s * 0.26).rotation.z = -0.2;
  }
  const load = trunk([0.8, 0.4, 0.5]);
  load.group.position.set(0.1, 0.45, 0);
  group.add(load.group);
  return {
    group,
    landmarks: load.landmarks.map(({ name, at }) => ({ name, at: at.clone().add(vec(0.1, 0.45, 0)) })),
  };
}

/** A soft travelling bag lying on a case. */
export function baggage(): Made {
  const group = new Group();
  part(group, new RoundedBoxGeometry(0.7, 0.22, 0.46, 4, 0.03), '#7b6a58', 0, 0.11, 0);
  for (const x of [-0.2, 0.2]) part(group, new BoxGeometry(0.035, 0.226, 0.466), '#57493c', x, 0.112, 0);
  const roll = part(group, new CapsuleGeometry(0.13, 0.3, 12, 40), '#6d7468', -0.03, 0.35, 0);
  roll.rotation.set(0, 0.35, Math.PI / 2);
  for (const t of [-0.11, 0.12]) {
    const strap = part(
      group,
      new TorusGeometry(0.133, 0.009, 10, 48),
      '#57493c',
      -0.03 + t * Math.cos(0.35),
      0.35,
      -t * Math.sin(0.35),
    );
    strap.rotation.y = Math.PI / 2 + 0.35;
  }
  return { group, landmarks: corners(0.7, 0.46, 0.22) };
}

export const THINGS = {
  trunk,
  lamp,
  churn,
  barrel,
  hatBox,
  bucket,
  signalLamp,
  crates,
  kettle,
  bench,
  barrow,
  baggage,
} as const;
export type ThingKey = keyof typeof THINGS;
