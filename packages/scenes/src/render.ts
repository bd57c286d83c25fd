import {
  ACESFilmicToneMapping, Box3, CircleGeometry, Color, CylinderGeometry, DirectionalLight, Fog, Group, HemisphereLight, Mesh, MeshStandardMaterial,
  PCFShadowMap, PerspectiveCamera, Scene as World, Vector3, WebGLRenderer,
} from 'three';
import { RoundedBoxGeometry } from 'three/examples/jsm/geometries/RoundedBoxGeometry.js';
import { vec, type Field } from './field.ts';
import { figure } from './figure.ts';
import { goat } from './goat.ts';
import { meshField } from './mesh.ts';
import { POSES } from './poses.ts';
import { SCENES, type Scene } from './scenes.ts';
import { halt, lamp, material, trunk, type Made } from './solids.ts';

interface Shown extends Made {
  /** The body's field, where it has one: tells which landmarks are covered. */
  readonly field: Field | null;
}

/** A landmark inside a body counts as seen while no more than this much flesh lies before it, metres. */
const FLESH = 0.16;

function upright(mesh: Mesh, from: Vector3, to: Vector3): Mesh {
  mesh.position.copy(from).lerp(to, 0.5);
  mesh.quaternion.setFromUnitVectors(vec(0, 1, 0), to.clone().sub(from).normalize());
  mesh.castShadow = true;
  mesh.receiveShadow = true;
  return mesh;
}

function build({ thing }: Scene): Shown {
  if (thing.kind === 'trunk') return { ...trunk(), field: null };
  if (thing.kind === 'lamp') return { ...lamp(), field: null };
  if (thing.kind === 'halt') return { ...halt(), field: null };
  const body = thing.kind === 'figure' ? figure(POSES[thing.pose]) : goat();
  const box = thing.kind === 'goat' ? new Box3(vec(-0.95, -0.02, -0.35), vec(0.65, 1.4, 0.4)) : new Box3(vec(-1.1, -0.03, -0.9), vec(1.1, 2.3, 1.1));
  const mesh = new Mesh(meshField(body.field, box, 0.012), material(thing.kind === 'goat' ? '#b8a88f' : '#b39c86', 0.9));
  mesh.castShadow = true;
  mesh.receiveShadow = true;
  const group = new Group();
  group.add(mesh);
  const at = (name: string): Vector3 => body.landmarks.find((l) => l.name === name)!.at;
  if (thing.kind === 'figure' && thing.props === 'broom') {
    const [upper, lower] = [at('right wrist').clone().add(vec(0.07, 0, 0.06)), at('left wrist').clone().add(vec(0.02, -0.06, 0.06))];
    const down = lower.clone().sub(upper).normalize();
    const foot = lower.clone().addScaledVector(down, (lower.y - 0.12) / -down.y);
    group.add(upright(new Mesh(new CylinderGeometry(0.014, 0.014, upper.distanceTo(foot) + 0.25, 16), material('#8a7350')), upper.clone().addScaledVector(down, -0.25), foot));
    group.add(upright(new Mesh(new CylinderGeometry(0.035, 0.1, 0.24, 24), material('#a58d5c')), foot.clone().addScaledVector(down, -0.1), foot.clone().addScaledVector(down, 0.12)));
  }
  if (thing.kind === 'figure' && thing.props === 'case') {
    const hand = at('left wrist').clone().add(vec(0.01, -0.1, 0.02));
    const bag = new Mesh(new RoundedBoxGeometry(0.17, 0.38, 0.56, 3, 0.03), material('#6f5f4e'));
    bag.position.set(hand.x + 0.02, hand.y - 0.23, hand.z);
    bag.castShadow = true;
    bag.receiveShadow = true;
    group.add(bag);
  }
  return { group, landmarks: body.landmarks, field: body.field };
}

function isHidden(field: Field | null, eye: Vector3, at: Vector3): boolean {
  if (!field) return false;
  const way = at.clone().sub(eye);
  const far = way.length();
  way.normalize();
  for (let t = far * 0.5; t < far - FLESH; ) {
    const d = field(eye.clone().addScaledVector(way, t));
    if (d < 0.002) return true;
    t += Math.max(d * 0.8, 0.004);
  }
  return false;
}

/** Renders a scene and tells its truth in pixels of the picture. */
export function renderScene(key: string): { picture: string; truth: unknown } {
  const scene = SCENES.find((s) => s.key === key);
  if (!scene) throw new RangeError(`There is no scene called ${key}.`);
  const [width, height] = scene.size;
  const renderer = new WebGLRenderer({ antialias: true, preserveDrawingBuffer: true });
  renderer.setPixelRatio(2);
  renderer.setSize(width, height);
  renderer.shadowMap.enabled = true;
  renderer.shadowMap.type = PCFShadowMap;
  renderer.toneMapping = ACESFilmicToneMapping;
  renderer.toneMappingExposure = 1.05;
  const world = new World();
  world.background = new Color(scene.wall);
  const shown = build(scene);
  world.add(shown.group);
  const extent = new Box3().setFromObject(shown.group).getSize(vec(0, 0, 0)).length();
  world.fog = new Fog(scene.wall, extent * 3.2, extent * 7);
  const ground = new Mesh(new CircleGeometry(extent * 14, 96), new MeshStandardMaterial({ color: scene.ground, roughness: 1 }));
  ground.rotation.x = -Math.PI / 2;
  ground.position.y = scene.thing.kind === 'halt' ? -0.35 : 0;
  ground.receiveShadow = true;
  world.add(ground);
  world.add(new HemisphereLight('#dfe6ea', '#8a7f70', 0.55));
  const sun = new DirectionalLight('#fff1dc', 3.6);
  sun.position.set(...scene.light);
  sun.castShadow = true;
  sun.shadow.mapSize.set(2048, 2048);
  sun.shadow.radius = 5;
  sun.shadow.normalBias = 0.004 * extent;
  const reach = extent * 0.9;
  Object.assign(sun.shadow.camera, { left: -reach, right: reach, top: reach, bottom: -reach, near: 0.1, far: 40 });
  world.add(sun);
  const { fov, from, at } = scene.camera;
  const camera = new PerspectiveCamera(fov, width / height, 0.1, 200);
  camera.position.set(...from);
  camera.lookAt(...at);
  camera.updateMatrixWorld(true);
  renderer.render(world, camera);

  const project = (p: Vector3): { x: number; y: number } => {
    const q = p.clone().project(camera);
    return { x: Math.round(((q.x + 1) / 2) * width * 100) / 100, y: Math.round(((1 - q.y) / 2) * height * 100) / 100 };
  };
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  shown.group.updateMatrixWorld(true);
  shown.group.traverse((o) => {
    if (!(o instanceof Mesh)) return;
    const position = o.geometry.getAttribute('position');
    for (let i = 0; i < position.count; i += 1) {
      const { x, y } = project(vec(position.getX(i), position.getY(i), position.getZ(i)).applyMatrix4(o.matrixWorld));
      [minX, minY, maxX, maxY] = [Math.min(minX, x), Math.min(minY, y), Math.max(maxX, x), Math.max(maxY, y)];
    }
  });
  const eye = vec(...from);
  const small = document.createElement('canvas');
  small.width = width;
  small.height = height;
  const context = small.getContext('2d')!;
  context.imageSmoothingQuality = 'high';
  context.drawImage(renderer.domElement, 0, 0, width, height);
  const picture = small.toDataURL('image/webp', 0.9);
  renderer.dispose();
  renderer.forceContextLoss();
  return {
    picture,
    truth: {
      landmarks: shown.landmarks.map(({ name, at: place }) => ({ name, at: project(place), hidden: isHidden(shown.field, eye, place) })),
      camera: { fov, from, at },
      height: Math.round(Math.max(maxX - minX, maxY - minY) * 100) / 100,
    },
  };
}

Object.assign(window, { renderScene });
