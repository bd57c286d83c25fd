import { BoxGeometry, BufferGeometry, ConeGeometry, CylinderGeometry, ExtrudeGeometry, Group, LatheGeometry, Mesh, MeshStandardMaterial, Shape, TorusGeometry, Vector2, type Vector3 } from 'three';
import { RoundedBoxGeometry } from 'three/examples/jsm/geometries/RoundedBoxGeometry.js';
import { vec } from './field.ts';

/** A made thing: what is drawn, its named points, and its points for the silhouette's box. */
export interface Made {
  readonly group: Group;
  readonly landmarks: readonly { readonly name: string; readonly at: Vector3 }[];
}

export const material = (colour: string, roughness = 0.85): MeshStandardMaterial => new MeshStandardMaterial({ color: colour, roughness, metalness: 0 });

function part(group: Group, geometry: BufferGeometry, colour: string, x: number, y: number, z: number): Mesh {
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
    { name: 'near corner, top', at: at(1, 1, top) }, { name: 'near corner, bottom', at: at(1, 1, bottom) },
    { name: 'left corner, top', at: at(-1, 1, top) }, { name: 'left corner, bottom', at: at(-1, 1, bottom) },
    { name: 'right corner, top', at: at(1, -1, top) }, { name: 'right corner, bottom', at: at(1, -1, bottom) }, { name: 'far corner, top', at: at(-1, -1, top) },
  ];
}

export function trunk(): Made {
  const group = new Group();
  const [w, h, d] = [1.0, 0.46, 0.54];
  part(group, new RoundedBoxGeometry(w, h - 0.14, d, 3, 0.015), '#8f7a62', 0, (h - 0.14) / 2, 0);
  part(group, new RoundedBoxGeometry(w + 0.02, 0.13, d + 0.02, 3, 0.02), '#9a856b', 0, h - 0.065, 0);
  for (const x of [-0.36, 0.36]) {
    part(group, new BoxGeometry(0.06, h + 0.006, d + 0.034), '#5d5347', x, h / 2, 0);
  }
  part(group, new BoxGeometry(0.11, 0.11, 0.03), '#4b4640', 0, h - 0.14, d / 2 + 0.012);
  const handle = part(group, new TorusGeometry(0.075, 0.014, 10, 24, Math.PI), '#4b4640', w / 2 + 0.012, h * 0.5, 0);
  handle.rotation.set(Math.PI, Math.PI / 2, 0);
  return { group, landmarks: corners(w, d, h) };
}

export function lamp(): Made {
  const group = new Group();
  part(group, new CylinderGeometry(0.17, 0.185, 0.05, 64), '#5a5a55', 0, 0.025, 0);
  part(group, new CylinderGeometry(0.14, 0.155, 0.11, 64), '#6d6a61', 0, 0.105, 0);
  const glass = [[0.12, 0], [0.15, 0.05], [0.158, 0.12], [0.145, 0.2], [0.11, 0.27], [0.1, 0.29]].map(([x, y]) => new Vector2(x, y));
  part(group, new LatheGeometry(glass, 64), '#cfc8b2', 0, 0.16, 0);
  part(group, new CylinderGeometry(0.115, 0.115, 0.03, 64), '#5a5a55', 0, 0.465, 0);
  part(group, new ConeGeometry(0.16, 0.13, 64), '#6d6a61', 0, 0.545, 0);
  part(group, new CylinderGeometry(0.035, 0.05, 0.06, 48), '#5a5a55', 0, 0.615, 0);
  const ring = part(group, new TorusGeometry(0.085, 0.011, 12, 48), '#4b4640', 0, 0.725, 0);
  ring.rotation.y = 0.5;
  for (const a of [0.4, 2.5, 4.6]) part(group, new CylinderGeometry(0.008, 0.008, 0.31, 10), '#4b4640', 0.168 * Math.cos(a), 0.31, 0.168 * Math.sin(a));
  for (const y of [0.168, 0.452]) part(group, new TorusGeometry(0.166, 0.011, 12, 64), '#4b4640', 0, y, 0).rotation.x = Math.PI / 2;
  return {
    group,
    landmarks: [
      { name: 'top', at: vec(0, 0.821, 0) }, { name: 'bottom', at: vec(0, 0, 0.185) },
    ],
  };
}

export function halt(): Made {
  const group = new Group();
  const [w, h, d, ridge] = [5.2, 2.7, 3.4, 4.1];
  part(group, new BoxGeometry(w + 3, 0.35, d + 3.4), '#9b948a', 0, -0.175, 0.3);
  part(group, new BoxGeometry(w, h, d), '#cbbfa8', 0, h / 2, 0);
  const gable = new Shape([new Vector2(-d / 2, 0), new Vector2(d / 2, 0), new Vector2(0, ridge - h)]);
  const end = part(group, new ExtrudeGeometry(gable, { depth: w, bevelEnabled: false }), '#c2b59d', -w / 2, h, 0);
  end.rotation.y = Math.PI / 2;
  end.position.set(-w / 2, h, 0);
  const rise = ridge - h;
  const slope = Math.hypot(d / 2, rise);
  for (const side of [1, -1]) {
    const roof = part(group, new BoxGeometry(w + 0.7, 0.13, slope + 0.5), '#6b5b52', 0, h + rise / 2 + 0.03, (side * d) / 4);
    roof.rotation.x = side * Math.atan2(rise, d / 2);
    roof.position.z += side * 0.12;
    roof.position.y -= 0.04;
  }
  part(group, new BoxGeometry(0.5, 1.3, 0.5), '#a3968a', -1.3, ridge - 0.15, -0.5);
  part(group, new BoxGeometry(1.0, 2.05, 0.08), '#6a5a49', 0.2, 1.025, d / 2 + 0.01);
  for (const x of [-1.6, 1.75]) {
    part(group, new BoxGeometry(0.95, 1.1, 0.06), '#e6dfcf', x, 1.6, d / 2 + 0.01);
    part(group, new BoxGeometry(0.8, 0.95, 0.08), '#5b6468', x, 1.6, d / 2 + 0.015);
  }
  part(group, new BoxGeometry(0.06, 0.9, 0.9), '#5b6468', w / 2 + 0.01, 1.6, 0);
  part(group, new BoxGeometry(1.6, 0.08, 0.45), '#7a6a57', 1.7, 0.5, d / 2 + 0.5);
  for (const x of [1.05, 2.35]) part(group, new BoxGeometry(0.09, 0.5, 0.4), '#7a6a57', x, 0.25, d / 2 + 0.5);
  return {
    group,
    landmarks: [
      ...corners(w, d, h).filter(({ name }) => name !== 'far corner, top'),
      { name: 'ridge, near end', at: vec(w / 2 + 0.35, ridge + 0.08, 0) }, { name: 'ridge, far end', at: vec(-w / 2 - 0.35, ridge + 0.08, 0) },
      { name: 'door, foot', at: vec(0.7, 0, d / 2) }, { name: 'door, head', at: vec(0.7, 2.05, d / 2) },
    ],
  };
}
