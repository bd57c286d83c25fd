import {
  BoxGeometry,
  ConeGeometry,
  CylinderGeometry,
  ExtrudeGeometry,
  Group,
  Shape,
  Vector2,
  type Mesh,
  type Vector3,
} from 'three';
import { vec } from './field.ts';
import { part, type Made } from './solids.ts';

const WALL = '#cbbfa8';
const ROOF = '#6b5b52';
const GLASS = '#5b6468';
const FRAME = '#e6dfcf';
const TIMBER = '#6a5a49';

/** Corners of a house as one sees them with the near edge towards +x +z. */
function walls(w: number, d: number, top: number): Made['landmarks'] {
  const at = (sx: number, sz: number, y: number): Vector3 => vec((sx * w) / 2, y, (sz * d) / 2);
  return [
    { name: 'near corner, top', at: at(1, 1, top) },
    { name: 'near corner, bottom', at: at(1, 1, 0) },
    { name: 'left corner, top', at: at(-1, 1, top) },
    { name: 'left corner, bottom', at: at(-1, 1, 0) },
    { name: 'right corner, top', at: at(1, -1, top) },
    { name: 'right corner, bottom', at: at(1, -1, 0) },
  ];
}

function gableRoof(group: Group, w: number, h: number, d: number, ridge: number, out = 0.35): void {
  const gable = new Shape([new Vector2(-d / 2, 0), new Vector2(d / 2, 0), new Vector2(0, ridge - h)]);
  const end = part(
    group,
    new ExtrudeGeometry(gable, { depth: w, bevelEnabled: false }),
    '#c2b59d',
    -w / 2,
    h,
    0,
  );
  end.rotation.y = Math.PI / 2;
  const rise = ridge - h;
  const slope = Math.hypot(d / 2, rise);
  for (const side of [1, -1]) {
    const roof = part(
      group,
      new BoxGeometry(w + 2 * out, 0.13, slope + 0.5),
      ROOF,
      0,
      h + rise / 2 - 0.01,
      (side * d) / 4 + side * 0.12,
    );
    roof.rotation.x = side * Math.atan2(rise, d / 2);
  }
}

function windowAt(group: Group, x: number, y: number, z: number, w = 0.8, h = 0.95): void {
  part(group, new BoxGeometry(w + 0.15, h + 0.15, 0.06), FRAME, x, y, z);
  part(group, new BoxGeometry(w, h, 0.08), GLASS, x, y, z + 0.005);
  part(group, new BoxGeometry(0.05, h, 0.1), FRAME, x, y, z + 0.005);
  part(group, new BoxGeometry(w, 0.05, 0.1), FRAME, x, y + h * 0.12, z + 0.005);
}

/** What stands round a thing and may run out of the picture. */
function around(...parts: readonly Mesh[]): void {
  for (const mesh of parts) mesh.userData['around'] = true;
}

const ridgeEnds = (w: number, ridge: number, out = 0.35): Made['landmarks'] => [
  { name: 'ridge, near end', at: vec(w / 2 + out, ridge + 0.08, 0) },
  { name: 'ridge, far end', at: vec(-w / 2 - out, ridge + 0.08, 0) },
];

/** The halt itself: a gabled house on its platform. */
export function halt(): Made {
  const group = new Group();
  const [w, h, d, ridge] = [5.2, 2.7, 3.4, 4.1];
  around(part(group, new BoxGeometry(w + 3, 0.35, d + 3.4), '#9b948a', 0, -0.175, 0.3));
  part(group, new BoxGeometry(w, h, d), WALL, 0, h / 2, 0);
  gableRoof(group, w, h, d, ridge);
  part(group, new BoxGeometry(0.5, 1.3, 0.5), '#a3968a', -1.3, ridge - 0.15, -0.5);
  part(group, new BoxGeometry(1.0, 2.05, 0.08), TIMBER, 0.2, 1.025, d / 2 + 0.01);
  for (const x of [-1.6, 1.75]) windowAt(group, x, 1.6, d / 2 + 0.01);
  part(group, new BoxGeometry(0.06, 0.9, 0.9), GLASS, w / 2 + 0.01, 1.6, 0);
  part(group, new BoxGeometry(1.6, 0.08, 0.45), '#7a6a57', 1.7, 0.5, d / 2 + 0.5);
  for (const x of [1.05, 2.35]) part(group, new BoxGeometry(0.09, 0.5, 0.4), '#7a6a57', x, 0.25, d / 2 + 0.5);
  return {
    group,
    landmarks: [
      ...walls(w, d, h),
      ...ridgeEnds(w, ridge),
      { name: 'door, foot', at: vec(0.7, 0, d / 2) },
      { name: 'door, head', at: vec(0.7, 2.05, d / 2) },
    ],
  };
}

/** A signal box: a glazed cabin on a tall base, with a stair. */
export function signalBox(): Made {
  const group = new Group();
  const [w, d, floor, h, ridge] = [3.2, 2.6, 2.5, 4.7, 5.6];
  part(group, new BoxGeometry(w, floor, d), '#a5927c', 0, floor / 2, 0);
  part(group, new BoxGeometry(w + 0.25, 0.16, d + 0.25), TIMBER, 0, floor, 0);
  part(group, new BoxGeometry(w, 0.7, d), '#8f9a8d', 0, floor + 0.42, 0);
  part(group, new BoxGeometry(w - 0.1, h - floor - 0.7, d - 0.1), GLASS, 0, (floor + 0.7 + h) / 2, 0);
  for (const x of [-1.56, -0.78, 0, 0.78, 1.56])
    for (const z of [d / 2 - 0.04, -d / 2 + 0.04])
      part(group, new BoxGeometry(0.09, h - floor - 0.6, 0.09), FRAME, x, (floor + 0.7 + h) / 2, z);
  for (const z of [-0.63, 0, 0.63])
    for (const x of [w / 2 - 0.04, -w / 2 + 0.04])
      part(group, new BoxGeometry(0.09, h - floor - 0.6, 0.09), FRAME, x, (floor + 0.7 + h) / 2, z);
  part(group, new BoxGeometry(w, 0.14, d), FRAME, 0, h - 0.05, 0);
  gableRoof(group, w, h, d, ridge, 0.4);
  const steps = 11;
  for (let i = 0; i < steps; i += 1)
    part(
      group,
      new BoxGeometry(0.28, 0.06, 0.8),
      TIMBER,
      -w / 2 - 0.2 - (steps - i) * 0.24,
      ((i + 1) * floor) / (steps + 1),
      d / 2 - 0.4,
    );
  for (const z of [d / 2, d / 2 - 0.8]) {
    const string = part(
      group,
      new BoxGeometry(Math.hypot(steps * 0.24 + 0.4, floor), 0.18, 0.06),
      TIMBER,
      -w / 2 - 0.1 - (steps * 0.24) / 2,
      floor / 2,
      z,
    );
    string.rotation.z = Math.atan2(floor, steps * 0.24 + 0.4);
  }
  part(group, new BoxGeometry(0.85, 1.95, 0.06), TIMBER, 0.6, 0.975, d / 2 + 0.01);
  return {
    group,
    landmarks: [
      ...walls(w, d, h),
      ...ridgeEnds(w, ridge, 0.4),
      { name: 'door, foot', at: vec(1.02, 0, d / 2) },
      { name: 'door, head', at: vec(1.02, 1.95, d / 2) },
    ],
  };
}

/** An open shelter on posts, with a bench along its back. */
export function shelter(): Made {
  const group = new Group();
  const [w, h, d] = [5.4, 2.5, 2.2];
  around(part(group, new BoxGeometry(w + 2, 0.3, d + 2), '#9b948a', 0, -0.15, 0));
  part(group, new BoxGeometry(w, h, 0.12), '#b9ab93', 0, h / 2, -d / 2);
  for (const s of [1, -1])
    part(group, new BoxGeometry(0.12, h, d * 0.55), '#b9ab93', (s * w) / 2, h / 2, -d * 0.22);
  for (let i = 0; i < 5; i += 1)
    part(group, new BoxGeometry(0.14, h + 0.25, 0.14), TIMBER, -w / 2 + (i * w) / 4, (h + 0.25) / 2, d / 2);
  part(group, new BoxGeometry(w + 0.8, 0.16, d + 1.1), ROOF, 0, h + 0.27, 0.12).rotation.x = -0.1;
  part(group, new BoxGeometry(w - 0.6, 0.07, 0.45), '#7a6a57', 0, 0.48, -d / 2 + 0.35);
  for (const x of [-1.8, 0, 1.8])
    part(group, new BoxGeometry(0.09, 0.46, 0.4), '#7a6a57', x, 0.23, -d / 2 + 0.35);
  return { group, landmarks: walls(w, d, h + 0.2) };
}

/** A water tower: a tank on crossed legs. */
export function waterTower(): Made {
  const group = new Group();
  const [half, h] = [1.1, 3.6];
  for (const [sx, sz] of [
    [1, 1],
    [1, -1],
    [-1, 1],
    [-1, -1],
  ] as const) {
    const leg = part(group, new BoxGeometry(0.2, h, 0.2), TIMBER, sx * half, h / 2, sz * half);
    leg.rotation.set(-sz * 0.03, 0, sx * 0.03);
  }
  for (const y of [1.2, 2.4]) {
    for (const s of [1, -1]) {
      part(group, new BoxGeometry(2 * half, 0.13, 0.1), TIMBER, 0, y, s * half);
      part(group, new BoxGeometry(0.1, 0.13, 2 * half), TIMBER, s * half, y, 0);
    }
  }
  part(group, new BoxGeometry(2.9, 0.18, 2.9), TIMBER, 0, h + 0.05, 0);
  part(group, new CylinderGeometry(1.35, 1.35, 1.7, 72), '#8a7b6a', 0, h + 1, 0);
  for (const y of [h + 0.3, h + 1, h + 1.7])
    part(group, new CylinderGeometry(1.375, 1.375, 0.08, 72), '#4b4640', 0, y, 0);
  part(group, new ConeGeometry(1.5, 0.8, 72), ROOF, 0, h + 2.25, 0);
  const pipe = part(group, new CylinderGeometry(0.1, 0.1, 1.6, 24), '#4b4640', 0, h + 0.1, 1.9);
  pipe.rotation.x = 1.15;
  return {
    group,
    landmarks: [
      { name: 'near corner, bottom', at: vec(half, 0, half) },
      { name: 'left corner, bottom', at: vec(-half, 0, half) },
      { name: 'right corner, bottom', at: vec(half, 0, -half) },
      { name: 'near corner, top', at: vec(half, h, half) },
      { name: 'left corner, top', at: vec(-half, h, half) },
      { name: 'right corner, top', at: vec(half, h, -half) },
      { name: 'ridge, near end', at: vec(0, h + 2.65, 0) },
    ],
  };
}

/** A footbridge over the line. */
export function footbridge(): Made {
  const group = new Group();
  const [span, h, deep] = [6.4, 3.3, 1.4];
  part(group, new BoxGeometry(span, 0.22, deep), '#8b8378', 0, h, 0);
  for (const s of [1, -1]) {
    part(group, new BoxGeometry(span, 0.09, 0.09), TIMBER, 0, h + 1.05, (s * deep) / 2);
    for (let i = 0; i <= 12; i += 1)
      part(
        group,
        new BoxGeometry(0.06, 1, 0.06),
        TIMBER,
        -span / 2 + (i * span) / 12,
        h + 0.55,
        (s * deep) / 2,
      );
    part(group, new BoxGeometry(0.9, h, deep + 0.3), '#a89c8c', s * (span / 2 - 0.2), h / 2, 0);
    const steps = 13;
    for (let i = 0; i < steps; i += 1)
      part(
        group,
        new BoxGeometry(0.32, ((i + 1) * h) / (steps + 1), deep),
        '#9a8f80',
        s * (span / 2 + 0.3 + (steps - i) * 0.28),
        ((i + 1) * h) / (steps + 1) / 2,
        0,
      );
  }
  for (const x of [-0.72, 0.72]) around(part(group, new BoxGeometry(0.1, 0.14, 60), '#5d5a55', x, 0.12, 0));
  for (let i = -50; i <= 50; i += 1)
    around(part(group, new BoxGeometry(2.3, 0.1, 0.26), '#6f6252', 0, 0.05, i * 0.6));
  return {
    group,
    landmarks: [
      { name: 'near corner, top', at: vec(span / 2, h + 0.11, deep / 2) },
      { name: 'left corner, top', at: vec(-span / 2, h + 0.11, deep / 2) },
      { name: 'right corner, top', at: vec(span / 2, h + 0.11, -deep / 2) },
    ],
  };
}

/** A row of houses along the line, seen down its length: one direction runs away. */
export function row(): Made {
  const group = new Group();
  const sizes = [
    [3.4, 2.8, 3.6],
    [4.2, 3.3, 4.6],
    [3.2, 2.6, 3.3],
    [4.6, 3.6, 4.9],
    [3.4, 2.7, 3.7],
  ] as const;
  let z = 0;
  for (const [i, [long, h, ridge]] of sizes.entries()) {
    const house = new Group();
    part(house, new BoxGeometry(long, h, 3.6), i % 2 ? '#bfb199' : WALL, 0, h / 2, 0);
    gableRoof(house, long, h, 3.6, ridge, 0.2);
    part(house, new BoxGeometry(0.9, 2, 0.08), TIMBER, -long / 4, 1, 1.81);
    windowAt(house, long / 5, 1.55, 1.81);
    house.rotation.y = Math.PI / 2;
    house.position.set(-4.2, 0, z - long / 2);
    group.add(house);
    z -= long + 1.1;
  }
  part(group, new BoxGeometry(2.6, 0.3, 26), '#9b948a', -1.05, 0.0, -11.5);
  for (const x of [1.2, 2.64])
    around(part(group, new BoxGeometry(0.1, 0.14, 60), '#5d5a55', x, -0.03, -11.5));
  for (let i = 0; i < 90; i += 1)
    around(part(group, new BoxGeometry(2.3, 0.1, 0.26), '#6f6252', 1.92, -0.1, 17 - i * 0.65));
  for (let i = 0; i < 5; i += 1)
    part(group, new CylinderGeometry(0.05, 0.07, 3.2, 16), '#4b4640', -0.1, 1.6, -1 - i * 4.6);
  return {
    group,
    landmarks: [
      { name: 'door, foot', at: vec(-2.39, 0, -0.85) },
      { name: 'door, head', at: vec(-2.39, 2, -0.85) },
      { name: 'near corner, bottom', at: vec(-2.4, 0, 0) },
      { name: 'near corner, top', at: vec(-2.4, 2.8, 0) },
    ],
  };
}

export const BUILDINGS = { halt, signalBox, shelter, waterTower, footbridge, row } as const;
export type BuildingKey = keyof typeof BUILDINGS;
