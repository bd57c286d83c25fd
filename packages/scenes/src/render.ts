import {
  ACESFilmicToneMapping,
  Box3,
  BoxGeometry,
  CircleGeometry,
  Color,
  CylinderGeometry,
  DirectionalLight,
  Fog,
  Group,
  HemisphereLight,
  Mesh,
  MeshBasicMaterial,
  MeshStandardMaterial,
  PCFShadowMap,
  PerspectiveCamera,
  Scene as World,
  ShaderMaterial,
  SphereGeometry,
  Vector3,
  WebGLRenderer,
} from 'three';
import { RoundedBoxGeometry } from 'three/examples/jsm/geometries/RoundedBoxGeometry.js';
import { polygonArea, thinned, toRadians, type Point } from '@deft/core/geometry';
import { emptyMask, outlinesOf } from '@deft/core/mask';
import { seeded } from '@deft/core/random';
import type { Body } from './body.ts';
import { BUILDINGS } from './buildings.ts';
import { nearest, vec, type Field } from './field.ts';
import { figure } from './figure.ts';
import { framed } from './framing.ts';
import { frontsOf } from './fronts.ts';
import { goat } from './goat.ts';
import { head } from './head.ts';
import { meshField } from './mesh.ts';
import { POSES } from './poses.ts';
import { SCENES, SERVICE_SCENES, type Prop, type Scene, type Thing } from './scenes.ts';
import { material, THINGS, type Made } from './solids.ts';

interface Shown extends Made {
  /** The field of the body with all it wears, where it has one: tells which landmarks are covered. */
  readonly field: Field | null;
  /** A landmark inside the body counts as seen while no more than this much flesh lies before it, metres. */
  readonly flesh: number;
  /** Degrees from +z towards +x where its front looks. */
  readonly facing: number;
}

function solid(
  group: Group,
  geometry: ConstructorParameters<typeof Mesh>[0],
  colour: string,
  at: Vector3,
): Mesh {
  const mesh = new Mesh(geometry, material(colour));
  mesh.position.copy(at);
  mesh.castShadow = true;
  mesh.receiveShadow = true;
  group.add(mesh);
  return mesh;
}

function rod(group: Group, from: Vector3, to: Vector3, thick: number, thin: number, colour: string): void {
  const mesh = solid(
    group,
    new CylinderGeometry(thin, thick, from.distanceTo(to), 24),
    colour,
    from.clone().lerp(to, 0.5),
  );
  mesh.quaternion.setFromUnitVectors(vec(0, 1, 0), to.clone().sub(from).normalize());
}

/** What a person holds, sits on or leans against. */
const PROPS: Readonly<Record<Prop, (group: Group, at: (name: string) => Vector3) => void>> = {
  broom: (group, at) => {
    const [upper, lower] = [
      at('right wrist')
        .clone()
        .add(vec(0.07, 0, 0.06)),
      at('left wrist')
        .clone()
        .add(vec(0.02, -0.06, 0.06)),
    ];
    const down = lower.clone().sub(upper).normalize();
    const foot = lower.clone().addScaledVector(down, (lower.y - 0.12) / -down.y);
    rod(group, foot, upper.clone().addScaledVector(down, -0.25), 0.014, 0.014, '#8a7350');
    rod(
      group,
      foot.clone().addScaledVector(down, 0.12),
      foot.clone().addScaledVector(down, -0.1),
      0.1,
      0.035,
      '#a58d5c',
    );
  },
  case: (group, at) => {
    const hand = at('left wrist')
      .clone()
      .add(vec(0.01, -0.1, 0.02));
    solid(
      group,
      new RoundedBoxGeometry(0.17, 0.38, 0.56, 3, 0.03),
      '#6f5f4e',
      vec(hand.x + 0.02, hand.y - 0.23, hand.z),
    );
  },
  crate: (group, at) => {
    const hands = at('left wrist').clone().lerp(at('right wrist'), 0.5);
    solid(group, new BoxGeometry(0.52, 0.34, 0.38), '#8a7358', hands.clone().add(vec(0, 0.26, 0.03)));
    for (const y of [0.13, 0.39])
      solid(group, new BoxGeometry(0.535, 0.06, 0.395), '#7a6549', hands.clone().add(vec(0, y, 0.03)));
  },
  load: (group, at) => {
    const hands = at('left wrist').clone().lerp(at('right wrist'), 0.5);
    const wide = at('left wrist').distanceTo(at('right wrist'));
    const h = Math.max(0.22, hands.y + 0.02);
    solid(
      group,
      new RoundedBoxGeometry(Math.max(0.3, wide - 0.09), h, 0.36, 3, 0.015),
      '#7f6d58',
      vec(hands.x, h / 2, hands.z + 0.08),
    );
  },
  seat: (group, at) => {
    const hips = at('left hip').clone().lerp(at('right hip'), 0.5);
    const h = hips.y - 0.085;
    solid(
      group,
      new RoundedBoxGeometry(0.85, h, 0.46, 3, 0.015),
      '#7f6d58',
      vec(hips.x, h / 2, hips.z - 0.02),
    );
    for (const x of [-0.3, 0.3])
      solid(group, new BoxGeometry(0.05, h + 0.01, 0.474), '#57493c', vec(hips.x + x, h / 2, hips.z - 0.02));
  },
  step: (group, at) => {
    const foot = at('left ankle');
    const h = Math.max(0.05, foot.y - 0.085);
    solid(group, new BoxGeometry(0.9, h, 0.6), '#857d72', vec(foot.x - 0.1, h / 2, foot.z + 0.16));
  },
  rail: (group, at) => {
    const hands = at('left wrist').clone().lerp(at('right wrist'), 0.5);
    const y = hands.y - 0.035;
    solid(group, new BoxGeometry(1.9, 0.06, 0.09), '#6a5a49', vec(hands.x, y, hands.z - 0.03));
    for (const x of [-0.8, 0, 0.8])
      solid(group, new BoxGeometry(0.07, y, 0.07), '#6a5a49', vec(hands.x + x, y / 2, hands.z - 0.03));
    solid(group, new BoxGeometry(1.9, 0.05, 0.05), '#6a5a49', vec(hands.x, y * 0.55, hands.z - 0.03));
  },
};

const meshed = (field: Field, box: Box3, cell: number, colour: string): Mesh => {
  const mesh = new Mesh(meshField(field, box, cell), material(colour, 0.9));
  mesh.castShadow = true;
  mesh.receiveShadow = true;
  return mesh;
};

/** Height of the eye of someone who stands and looks, metres. */
const EYE = 1.5;

const FACING: Readonly<Record<Thing['kind'], number>> = {
  figure: 0,
  goat: -90,
  head: 0,
  thing: 0,
  building: 0,
};
const FLESH: Readonly<Record<Thing['kind'], number>> = {
  figure: 0.16,
  goat: 0.16,
  head: 0.02,
  thing: 0,
  building: 0,
};

function build(thing: Thing): Shown {
  const more = { facing: FACING[thing.kind], flesh: FLESH[thing.kind] };
  if (thing.kind === 'building') return { ...BUILDINGS[thing.what](), field: null, ...more };
  if (thing.kind === 'thing') {
    const made = THINGS[thing.what]();
    if (!thing.turn) return { ...made, field: null, ...more };
    // Set on its end: turned about the line towards us, and put on the ground again.
    const group = new Group();
    made.group.rotation.z = toRadians(thing.turn);
    group.add(made.group);
    group.updateMatrixWorld(true);
    const low = new Box3().setFromObject(group).min.y;
    made.group.position.y = -low;
    const turn = (p: Vector3): Vector3 =>
      p
        .clone()
        .applyAxisAngle(vec(0, 0, 1), toRadians(thing.turn ?? 0))
        .add(vec(0, -low, 0));
    return {
      group,
      landmarks: renamed(made.landmarks.map(({ name, at }) => ({ name, at: turn(at) }))),
      field: null,
      ...more,
    };
  }
  const body: Body =
    thing.kind === 'figure'
      ? figure(typeof thing.pose === 'string' ? POSES[thing.pose] : thing.pose, thing.build)
      : thing.kind === 'goat'
        ? goat(thing.as)
        : head(thing.as);
  const group = new Group();
  group.add(meshed(body.field, body.box, body.cell, body.colour));
  for (const { field, colour, box = body.box, cell = body.cell } of body.worn)
    group.add(meshed(field, box, cell, colour));
  const at = (name: string): Vector3 => body.landmarks.find((l) => l.name === name)?.at ?? vec(0, 0, 0);
  const held = new Group();
  if (thing.kind === 'figure') for (const prop of thing.props ?? []) PROPS[prop](held, at);
  held.traverse((o) => (o.userData['held'] = true));
  group.add(held);
  return {
    group,
    landmarks: body.landmarks,
    field: nearest(body.field, ...body.worn.map(({ field }) => field)),
    ...more,
  };
}

/** Corners of a box that was turned, named again by where they are: +x +z is near. */
function renamed(corners: Made['landmarks']): Made['landmarks'] {
  const mid = corners.reduce((sum, { at }) => sum.add(at), vec(0, 0, 0)).divideScalar(corners.length);
  const side = ({ x, z }: Vector3): string =>
    x > mid.x ? (z > mid.z ? 'near' : 'right') : z > mid.z ? 'left' : 'far';
  const named = corners.map(({ at }) => ({
    name: `${side(at)} corner, ${at.y > mid.y ? 'top' : 'bottom'}`,
    at,
  }));
  return named.filter(
    ({ name }, i) => name !== 'far corner, bottom' && named.findIndex((n) => n.name === name) === i,
  );
}

function isHidden({ field, flesh }: Shown, eye: Vector3, at: Vector3): boolean {
  if (!field) return false;
  const way = at.clone().sub(eye);
  const far = way.length();
  way.normalize();
  for (let t = far * 0.5; t < far - flesh;) {
    const d = field(eye.clone().addScaledVector(way, t));
    if (d < Math.min(0.002, flesh / 20)) return true;
    t += Math.max(d * 0.8, 0.0015);
  }
  return false;
}

/** @param whole also what stands round the thing */
function verticesOf(group: Group, whole: boolean): Vector3[] {
  const found: Vector3[] = [];
  group.updateMatrixWorld(true);
  group.traverse((o) => {
    if (!(o instanceof Mesh) || (!whole && o.userData['around'])) return;
    const position = o.geometry.getAttribute('position');
    for (let i = 0; i < position.count; i += 1)
      found.push(vec(position.getX(i), position.getY(i), position.getZ(i)).applyMatrix4(o.matrixWorld));
  });
  return found;
}

/** Boxes and balls of many colours that stand about behind a thing. */
function clutterOf(seed: number, middle: Vector3, extent: number, azimuth: number): Group {
  const group = new Group();
  const random = seeded(seed);
  const away = vec(-Math.sin(toRadians(azimuth)), 0, -Math.cos(toRadians(azimuth)));
  const across = vec(away.z, 0, -away.x);
  for (let i = 0; i < 36; i += 1) {
    const size = extent * (0.06 + 0.28 * random());
    const at = middle
      .clone()
      .addScaledVector(away, extent * (0.6 + 1.6 * random()))
      .addScaledVector(across, extent * (random() - 0.5) * 3)
      .setY(size / 2 + extent * 1.1 * random() * random());
    const colour = new Color().setHSL(random(), 0.15 + 0.5 * random(), 0.2 + 0.6 * random());
    const mesh = solid(
      group,
      random() < 0.7
        ? new BoxGeometry(size, size * (0.4 + 2 * random()), size)
        : new SphereGeometry(size / 2, 24, 16),
      `#${colour.getHexString()}`,
      at,
    );
    mesh.rotation.y = random() * Math.PI;
    mesh.userData['around'] = true;
  }
  return group;
}

function sceneOf(asked: string | Scene): Scene {
  const scene =
    typeof asked === 'string' ? [...SCENES, ...SERVICE_SCENES].find((s) => s.key === asked) : asked;
  if (!scene) throw new RangeError(`There is no scene called ${String(asked)}.`);
  return scene;
}

/**
 * Renders a scene's thing alone by its forms, not by light: its colour says which way a surface looks and
 * which part it is of, so that an edge in the picture is an edge of the thing. Round it all is black.
 * @param side of the picture, the longer one, pixels
 * @returns a PNG as a data address
 */
export function renderForms(asked: string | Scene, side: number): string {
  const scene = sceneOf(asked);
  const by = side / Math.max(...scene.size);
  const [width, height] = scene.size.map((n) => Math.round(n * by)) as [number, number];
  const renderer = new WebGLRenderer({ antialias: true, preserveDrawingBuffer: true });
  renderer.setSize(width, height);
  const world = new World();
  world.background = new Color(0, 0, 0);
  const shown = build(scene.thing);
  let parts = 0;
  shown.group.traverse((o) => {
    if (!(o instanceof Mesh)) return;
    o.visible = !o.userData['around'];
    parts += 1;
    o.material = new ShaderMaterial({
      uniforms: { part: { value: new Color().setHSL((parts * 0.618) % 1, 0.6, 0.6) } },
      vertexShader: `varying vec3 way;
        void main() {
          way = normalMatrix * normal;
          gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
        }`,
      fragmentShader: `varying vec3 way;
        uniform vec3 part;
        void main() {
          gl_FragColor = vec4(mix(normalize(way) * 0.4 + 0.6, part, 0.35), 1.0);
        }`,
    });
  });
  world.add(shown.group);
  const { camera } = stand(scene, verticesOf(shown.group, false), shown.facing, width / height);
  renderer.render(world, camera);
  const picture = renderer.domElement.toDataURL('image/png');
  renderer.dispose();
  renderer.forceContextLoss();
  return picture;
}

/** Corners of a silhouette lie within this many pixels of the rendered edge. */
const CLOSE = 1.2;
const tenth = (value: number): number => Math.round(10 * value) / 10;
/** Pieces smaller than this share of the largest are specks of the rendering. */
const SPECK = 0.0005;

/**
 * The silhouettes of a scene's thing, each as closed outlines in pixels of the picture: all of it, and
 * where it is
 * a person who holds something, what is to be seen of the person alone, and the person as if nothing was
 * held.
 */
export function silhouettesOf(asked: string | Scene): Point[][][] {
  const scene = sceneOf(asked);
  const [width, height] = scene.size;
  const renderer = new WebGLRenderer({ antialias: true, preserveDrawingBuffer: true });
  renderer.setSize(width, height);
  const world = new World();
  world.background = new Color(0, 0, 0);
  const shown = build(scene.thing);
  world.add(shown.group);
  const { camera } = stand(scene, verticesOf(shown.group, false), shown.facing, width / height);
  const white = new MeshBasicMaterial({ color: '#ffffff' });
  const black = new MeshBasicMaterial({ color: '#000000' });
  let holds = false;
  const outlined = (held: typeof white | null): Point[][] => {
    shown.group.traverse((o) => {
      if (!(o instanceof Mesh)) return;
      const isHeld = o.userData['held'] === true;
      holds ||= isHeld;
      o.visible = !o.userData['around'] && !(isHeld && held === null);
      o.material = isHeld && held ? held : white;
    });
    renderer.render(world, camera);
    const mask = maskOf(renderer.domElement, width, height);
    const outlines = outlinesOf(mask);
    const largest = Math.max(0, ...outlines.map(polygonArea));
    return outlines
      .filter((outline) => polygonArea(outline) > SPECK * largest)
      .map((outline) => thinned(outline, CLOSE).map(({ x, y }) => ({ x: tenth(x), y: tenth(y) })))
      .filter((outline) => outline.length > 2);
  };
  const whole = outlined(white);
  const silhouettes = holds ? [whole, outlined(black), outlined(null)] : [whole];
  renderer.dispose();
  renderer.forceContextLoss();
  return silhouettes;
}

/** Where a rendered picture is more white than black. */
function maskOf(picture: HTMLCanvasElement, width: number, height: number) {
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  const context = canvas.getContext('2d');
  if (!context) throw new Error('There is no canvas to draw on.');
  context.drawImage(picture, 0, 0, width, height);
  const { data } = context.getImageData(0, 0, width, height);
  const mask = emptyMask(width, height);
  for (let i = 0; i < mask.bits.length; i += 1) mask.bits[i] = (data[4 * i] as number) > 127 ? 1 : 0;
  return mask;
}

/** Renders a scene, one of ours by its key or another, and tells its truth in pixels of the picture. */
export function renderScene(asked: string | Scene, quality: number): { picture: string; truth: unknown } {
  const scene = sceneOf(asked);
  const [width, height] = scene.size;
  const renderer = new WebGLRenderer({ antialias: true, preserveDrawingBuffer: true });
  renderer.setPixelRatio(2);
  renderer.setSize(width, height);
  renderer.shadowMap.enabled = true;
  renderer.shadowMap.type = PCFShadowMap;
  renderer.toneMapping = ACESFilmicToneMapping;
  renderer.toneMappingExposure = 1.08;
  const world = new World();
  world.background = new Color(scene.wall);
  const shown = build(scene.thing);
  world.add(shown.group);
  const vertices = verticesOf(shown.group, false);
  const room = new Box3().setFromPoints(vertices);
  const extent = room.getSize(vec(0, 0, 0)).length();
  const middle = room.getCenter(vec(0, 0, 0));
  const { camera, from, at, azimuth } = stand(scene, vertices, shown.facing, width / height);
  world.fog = new Fog(scene.wall, from.distanceTo(at) + extent * 1.2, from.distanceTo(at) + extent * 6);
  const floor =
    scene.thing.kind === 'head'
      ? null
      : scene.thing.kind === 'building'
        ? Math.min(...verticesOf(shown.group, true).map((v) => v.y))
        : 0;
  if (floor !== null) {
    const ground = new Mesh(
      new CircleGeometry(extent * 16, 96),
      new MeshStandardMaterial({ color: scene.ground, roughness: 1 }),
    );
    ground.rotation.x = -Math.PI / 2;
    ground.position.set(middle.x, floor, middle.z);
    ground.receiveShadow = true;
    world.add(ground);
  }
  if (scene.clutter !== undefined) world.add(clutterOf(scene.clutter, middle, extent, azimuth));
  world.add(new HemisphereLight('#e4eaee', '#9a8f80', 0.95));
  const light = (turn: number, up: number): Vector3 =>
    vec(
      Math.sin(toRadians(azimuth + turn)) * Math.cos(toRadians(up)),
      Math.sin(toRadians(up)),
      Math.cos(toRadians(azimuth + turn)) * Math.cos(toRadians(up)),
    );
  const sun = new DirectionalLight('#fff1dc', 3.2);
  sun.position.copy(middle).addScaledVector(light(...scene.light), extent * 2);
  sun.target.position.copy(middle);
  world.add(sun.target);
  sun.castShadow = true;
  sun.shadow.mapSize.set(2048, 2048);
  sun.shadow.radius = 5;
  sun.shadow.normalBias = 0.004 * extent;
  sun.shadow.bias = -0.0004;
  const reach = extent * 0.75;
  Object.assign(sun.shadow.camera, {
    left: -reach,
    right: reach,
    top: reach,
    bottom: -reach,
    near: 0.05 * extent,
    far: 5 * extent,
  });
  world.add(sun);
  // A little light from the other side, so that the shade keeps its forms.
  const fill = new DirectionalLight('#c9d6e2', 0.35);
  fill.position.copy(middle).addScaledVector(light(scene.light[0] > 0 ? -70 : 70, 15), extent * 2);
  fill.target = sun.target;
  world.add(fill);
  renderer.render(world, camera);

  const project = (p: Vector3): { x: number; y: number } => {
    const q = p.clone().project(camera);
    return {
      x: Math.round(((q.x + 1) / 2) * width * 100) / 100,
      y: Math.round(((1 - q.y) / 2) * height * 100) / 100,
    };
  };
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const vertex of vertices) {
    const { x, y } = project(vertex);
    [minX, minY, maxX, maxY] = [Math.min(minX, x), Math.min(minY, y), Math.max(maxX, x), Math.max(maxY, y)];
  }
  const small = document.createElement('canvas');
  small.width = width;
  small.height = height;
  const context = small.getContext('2d');
  if (!context) throw new Error('There is no canvas to draw on.');
  context.imageSmoothingQuality = 'high';
  context.drawImage(renderer.domElement, 0, 0, width, height);
  const picture = small.toDataURL('image/webp', quality);
  renderer.dispose();
  renderer.forceContextLoss();
  const inside = ({ x, y }: { x: number; y: number }): boolean => x > 0 && y > 0 && x < width && y < height;
  const rounded = (v: Vector3): number[] => v.toArray().map((c) => Math.round(c * 1e4) / 1e4);
  const longer = Math.round(Math.max(maxX - minX, maxY - minY) * 100) / 100;
  const fronts = frontsOf({ landmarks: shown.landmarks, eye: from, project, height: longer });
  return {
    picture,
    truth: {
      landmarks: shown.landmarks
        .map(({ name, at: place }) => ({ name, at: project(place), hidden: isHidden(shown, from, place) }))
        .filter((l) => inside(l.at)),
      camera: { fov: camera.fov, from: rounded(from), at: rounded(at) },
      height: longer,
      ...(fronts.length > 0 ? { fronts } : {}),
    },
  };
}

/** The scene's camera, and from where it looks: degrees from +z towards +x. */
function stand(
  { camera: asked, thing }: Scene,
  vertices: readonly Vector3[],
  facing: number,
  aspect: number,
): { camera: PerspectiveCamera; from: Vector3; at: Vector3; azimuth: number } {
  if ('yaw' in asked) {
    const azimuth = facing + asked.yaw;
    // Of a head the shoulders may run out of the picture.
    const points = thing.kind === 'head' ? vertices.filter((v) => v.y > -0.185) : vertices;
    const lowest = thing.kind === 'building' ? EYE : thing.kind === 'head' ? -Infinity : 0.12;
    return { ...framed(points, azimuth, asked.pitch, asked.fov, aspect, lowest), azimuth };
  }
  const camera = new PerspectiveCamera(asked.fov, aspect, 0.1, 200);
  const [from, at] = [vec(...asked.from), vec(...asked.at)];
  camera.position.copy(from);
  camera.lookAt(at);
  camera.updateMatrixWorld(true);
  return { camera, from, at, azimuth: (Math.atan2(from.x - at.x, from.z - at.z) * 180) / Math.PI };
}

Object.assign(window, { renderScene, renderForms, silhouettesOf });
