import type { SubjectKey, ViewKey } from './keys.ts';
import type { BuildingKey } from './buildings.ts';
import type { Build, FigurePose } from './figure.ts';
import type { GoatKind } from './goat.ts';
import type { HeadKind } from './head.ts';
import type { PoseKey } from './poses.ts';
import type { ThingKey } from './solids.ts';
import { STAFF } from './staff.ts';
import { GAITS } from './gaits.ts';

type Triple = readonly [number, number, number];

export type Prop = 'broom' | 'case' | 'crate' | 'seat' | 'step' | 'rail' | 'load';

export type Thing =
  | {
      readonly kind: 'figure';
      readonly pose: PoseKey | FigurePose;
      readonly build?: Build;
      readonly props?: readonly Prop[];
    }
  | { readonly kind: 'goat'; readonly as: GoatKind }
  | { readonly kind: 'head'; readonly as: HeadKind }
  | { readonly kind: 'thing'; readonly what: ThingKey; readonly turn?: number }
  | { readonly kind: 'building'; readonly what: BuildingKey };

/**
 * From where a thing is looked at: degrees to the right of its front, degrees above level, and how wide the
 * lens is.
 */
export interface Standpoint {
  readonly yaw: number;
  readonly pitch: number;
  readonly fov: number;
}

/** A script for one made picture. Metres and degrees. */
export interface Scene {
  readonly key: string;
  readonly title: string;
  readonly set: string;
  readonly subject: SubjectKey;
  readonly view: ViewKey;
  readonly tags: readonly string[];
  readonly thing: Thing;
  readonly size: readonly [number, number];
  /** A camera of its own, or a standpoint from which the thing fills the picture. */
  readonly camera: { readonly fov: number; readonly from: Triple; readonly at: Triple } | Standpoint;
  /** Degrees to the right of the camera, and above level, from where the light comes. */
  readonly light: readonly [number, number];
  readonly ground: string;
  readonly wall: string;
  /** Things of many colours that stand about behind, placed by this seed. */
  readonly clutter?: number;
}

export const SETS = [
  {
    key: 'platform',
    title: 'Platform figures',
    note: 'Weight on one leg, shoulders against hips. Bags pull one side down.',
    traits: [
      'Which leg carries the weight',
      'Shoulder line against hip line',
      'The pit of the neck stands over the carrying foot',
      'The limb that tells the story',
    ],
  },
  {
    key: 'halts',
    title: 'Halt buildings',
    note: 'Two directions run away, one stands. The door gives the size.',
    traits: [
      'Where the eye level cuts the wall',
      'The door is two metres high',
      'Roof edges run to the same points as the walls',
      'Which face is in the shade',
    ],
  },
  {
    key: 'things',
    title: 'Trunks and lamps',
    note: 'Everything on the platform is a box or a round. Find the top face first.',
    traits: [
      'How open the ellipse is at the top and at the foot',
      'The middle line through every round',
      'Top, side and shade side: three values',
    ],
  },
  {
    key: 'goats',
    title: 'Goats of the Upper Line',
    note: 'A barrel on four posts; the neck starts lower than one thinks.',
    traits: [
      'The back is not straight: withers, dip, croup',
      'The elbow lies close to the chest',
      'The hind leg bends back at the hock',
      'Eyes far to the side',
    ],
  },
  {
    key: 'heads',
    title: 'Heads of the staff',
    note: 'An egg on a slanting post. The ear sits behind the middle, between brow and nose.',
    traits: [
      'The tilt of the line of the eyes',
      'Eyes lie half way between crown and chin',
      'The side plane of the head begins at the brow’s corner',
      'The neck leans forward',
    ],
  },
] as const;

/** What is seen of a thing from a standpoint. */
export function viewOf({ yaw, pitch }: Standpoint): ViewKey {
  if (pitch > 28) return 'above';
  if (pitch < -14) return 'below';
  const turned = Math.abs(((yaw + 540) % 360) - 180);
  if (turned < 18) return 'front';
  if (turned < 65) return 'three-quarter';
  return turned < 118 ? 'side' : 'back';
}

const PLACES = {
  platform: { subject: 'figure', size: [960, 1200], ground: '#918c81', wall: '#ccd2d1', fov: 23 },
  halts: { subject: 'building', size: [1280, 960], ground: '#a39d90', wall: '#d2d6d3', fov: 38 },
  things: { subject: 'box', size: [1100, 1000], ground: '#948f85', wall: '#cbcfcc', fov: 27 },
  goats: { subject: 'animal', size: [1200, 1080], ground: '#93907f', wall: '#cdd2cc', fov: 24 },
  heads: { subject: 'head', size: [960, 1200], ground: '#8b8780', wall: '#c6cbc9', fov: 20 },
} as const;
type PlaceKey = keyof typeof PLACES;

interface Look {
  readonly yaw: number;
  readonly pitch: number;
  readonly light: readonly [number, number];
  readonly fov?: number;
}

function scene(
  set: PlaceKey,
  key: string,
  title: string,
  thing: Thing,
  tags: readonly string[],
  { yaw, pitch, light, fov }: Look,
  more: Partial<Scene> = {},
): Scene {
  const { fov: usual, ...place } = PLACES[set];
  const camera = { yaw, pitch, fov: fov ?? usual };
  return { key, title, set, thing, tags, ...place, view: viewOf(camera), light, camera, ...more };
}

const person = (pose: PoseKey, build?: Build, props?: readonly Prop[]): Thing => ({
  kind: 'figure',
  pose,
  ...(build ? { build } : {}),
  ...(props ? { props } : {}),
});
const round = { subject: 'thing' } as const;

const DEMO: readonly Scene[] = [
  scene('platform', 'man-waving', 'Man waving', person('waving'), ['waving', 'standing'], {
    yaw: 4,
    pitch: 3,
    light: [-65, 40],
  }),
  scene(
    'platform',
    'woman-waiting',
    'Woman waiting',
    person('waiting', { shoulders: 0.9, hips: 1.06 }, ['case']),
    ['standing', 'case'],
    { yaw: -14, pitch: 4, light: [62, 38] },
  ),
  scene(
    'platform',
    'porter-sweeping',
    'Porter sweeping',
    person('sweeping', { hat: true }, ['broom']),
    ['work', 'broom'],
    { yaw: 10, pitch: 5, light: [-70, 38] },
  ),
  scene(
    'platform',
    'late-for-the-train',
    'Late for the train',
    person('running'),
    ['running', 'action'],
    { yaw: -8, pitch: 1, light: [-58, 46] },
    { view: 'side' },
  ),
  scene(
    'platform',
    'showing-the-way',
    'Showing the way',
    person('pointing', { stout: 1.12 }),
    ['pointing', 'standing'],
    { yaw: -32, pitch: 4, light: [48, 42] },
  ),
  scene('platform', 'lifting-a-trunk', 'Lifting a trunk', person('lifting', {}, ['load']), ['work', 'bent'], {
    yaw: 52,
    pitch: 7,
    light: [-40, 46],
  }),
  scene(
    'platform',
    'on-the-trunk',
    'Resting on the trunk',
    person('sitting', { shoulders: 0.94 }, ['seat']),
    ['sitting'],
    { yaw: 34, pitch: 5, light: [-62, 40] },
  ),
  scene(
    'platform',
    'looking-at-the-watch',
    'Looking at the watch',
    person('watch', { shoulders: 0.9, hips: 1.05, hat: true }),
    ['standing', 'cap'],
    {
      yaw: -24,
      pitch: 2,
      light: [66, 34],
    },
  ),
  scene(
    'platform',
    'crate-overhead',
    'Crate overhead',
    person('crate', { stout: 1.08, shoulders: 1.06 }, ['crate']),
    ['work', 'carrying'],
    {
      yaw: 20,
      pitch: -4,
      light: [-50, 44],
    },
  ),
  scene(
    'platform',
    'calling-the-halt',
    'Calling the halt',
    person('calling', { hat: true }),
    ['calling', 'work'],
    { yaw: -48, pitch: 2, light: [40, 36] },
  ),
  scene('platform', 'tying-a-lace', 'Tying a lace', person('kneeling'), ['kneeling', 'bent'], {
    yaw: 64,
    pitch: 8,
    light: [-36, 48],
  }),
  scene(
    'platform',
    'up-the-step',
    'Up the step',
    person('stepping', { hips: 1.04, shoulders: 0.92 }, ['step']),
    ['stepping', 'action'],
    { yaw: 72, pitch: 3, light: [-58, 42] },
  ),
  scene(
    'platform',
    'walking-away',
    'Walking away',
    person('walking', { hat: true }, ['case']),
    ['walking', 'action'],
    { yaw: 158, pitch: 4, light: [-50, 40] },
  ),
  scene(
    'platform',
    'a-good-stretch',
    'A good stretch',
    person('stretching', { stout: 0.95 }),
    ['stretching'],
    { yaw: 168, pitch: 2, light: [58, 40] },
  ),
  scene(
    'platform',
    'from-the-footbridge',
    'Seen from the footbridge',
    person('akimbo', { hat: true, stout: 1.1 }),
    ['standing', 'from above'],
    { yaw: 28, pitch: 42, light: [-60, 50] },
    { size: [1080, 1080] },
  ),

  scene(
    'halts',
    'halt-at-the-upper-bridge',
    'Halt at the upper bridge',
    { kind: 'building', what: 'halt' },
    ['two-point', 'house'],
    { yaw: 42, pitch: 2, light: [-58, 40] },
  ),
  scene(
    'halts',
    'halt-from-the-front',
    'The halt from the front',
    { kind: 'building', what: 'halt' },
    ['one-point', 'house'],
    { yaw: 0, pitch: 2, light: [-42, 44] },
  ),
  scene(
    'halts',
    'halt-from-the-slope',
    'The halt from the slope',
    { kind: 'building', what: 'halt' },
    ['three-point', 'house', 'from above'],
    {
      yaw: -38,
      pitch: 30,
      light: [50, 42],
      fov: 44,
    },
  ),
  scene(
    'halts',
    'signal-box',
    'Signal box',
    { kind: 'building', what: 'signalBox' },
    ['two-point', 'stair'],
    { yaw: -36, pitch: 1, light: [54, 38] },
    { size: [1080, 1080] },
  ),
  scene(
    'halts',
    'signal-box-from-below',
    'Signal box from the rails',
    { kind: 'building', what: 'signalBox' },
    ['three-point', 'from below'],
    { yaw: 40, pitch: -18, light: [-48, 46], fov: 52 },
    { size: [960, 1200] },
  ),
  scene(
    'halts',
    'open-shelter',
    'Open shelter',
    { kind: 'building', what: 'shelter' },
    ['two-point', 'posts'],
    { yaw: -30, pitch: 4, light: [46, 40] },
  ),
  scene(
    'halts',
    'shelter-head-on',
    'Shelter head on',
    { kind: 'building', what: 'shelter' },
    ['one-point', 'posts'],
    { yaw: 0, pitch: 3, light: [-36, 40] },
  ),
  scene(
    'halts',
    'water-tower',
    'Water tower',
    { kind: 'building', what: 'waterTower' },
    ['two-point', 'round'],
    { yaw: 33, pitch: 1, light: [-58, 38] },
    { size: [960, 1200] },
  ),
  scene(
    'halts',
    'water-tower-looking-up',
    'Water tower, looking up',
    { kind: 'building', what: 'waterTower' },
    ['three-point', 'from below', 'round'],
    { yaw: -28, pitch: -22, light: [44, 48], fov: 50 },
    { size: [960, 1200] },
  ),
  scene(
    'halts',
    'footbridge',
    'Footbridge',
    { kind: 'building', what: 'footbridge' },
    ['two-point', 'stair'],
    { yaw: 34, pitch: 4, light: [-50, 40] },
  ),
  scene(
    'halts',
    'under-the-footbridge',
    'Along the line, under the footbridge',
    { kind: 'building', what: 'footbridge' },
    ['one-point', 'rails'],
    {
      yaw: 0,
      pitch: 2,
      light: [40, 36],
      fov: 46,
    },
  ),
  scene(
    'halts',
    'down-the-platform',
    'Down the platform',
    { kind: 'building', what: 'row' },
    ['one-point', 'street'],
    { yaw: 3, pitch: 1, light: [52, 36] },
    { camera: { fov: 46, from: [0.4, 1.65, 7.5], at: [-0.4, 1.5, -8] }, view: 'front' },
  ),
  scene(
    'halts',
    'houses-from-the-hill',
    'Houses from the hill',
    { kind: 'building', what: 'row' },
    ['three-point', 'street', 'from above'],
    {
      yaw: 38,
      pitch: 32,
      light: [-46, 40],
      fov: 40,
    },
  ),

  scene('things', 'tin-trunk', 'Tin trunk', { kind: 'thing', what: 'trunk' }, ['box'], {
    yaw: 41,
    pitch: 24,
    light: [-60, 46],
  }),
  scene(
    'things',
    'platform-lamp',
    'Platform lamp',
    { kind: 'thing', what: 'lamp' },
    ['round', 'lamp'],
    { yaw: 12, pitch: 17, light: [52, 44] },
    { ...round, size: [960, 1200] },
  ),
  scene(
    'things',
    'tall-trunk',
    'Trunk on its end',
    { kind: 'thing', what: 'trunk', turn: 90 },
    ['box'],
    { yaw: -34, pitch: 16, light: [48, 42] },
    { size: [960, 1200] },
  ),
  scene(
    'things',
    'milk-churn',
    'Milk churn',
    { kind: 'thing', what: 'churn' },
    ['round'],
    { yaw: 25, pitch: 20, light: [-58, 44] },
    { ...round, size: [960, 1200] },
  ),
  scene(
    'things',
    'barrel',
    'Barrel',
    { kind: 'thing', what: 'barrel' },
    ['round'],
    { yaw: 0, pitch: 26, light: [56, 42] },
    { ...round, size: [1000, 1100] },
  ),
  scene(
    'things',
    'hat-box',
    'Hat box',
    { kind: 'thing', what: 'hatBox' },
    ['round'],
    { yaw: 30, pitch: 34, light: [-52, 46] },
    round,
  ),
  scene(
    'things',
    'bucket',
    'Bucket',
    { kind: 'thing', what: 'bucket' },
    ['round'],
    { yaw: -22, pitch: 32, light: [50, 46] },
    round,
  ),
  scene(
    'things',
    'signal-lamp',
    'Signal lamp',
    { kind: 'thing', what: 'signalLamp' },
    ['box', 'lamp'],
    { yaw: 34, pitch: 15, light: [-56, 44] },
    { size: [960, 1200] },
  ),
  scene('things', 'two-crates', 'Two crates', { kind: 'thing', what: 'crates' }, ['box'], {
    yaw: -36,
    pitch: 22,
    light: [50, 42],
  }),
  scene(
    'things',
    'kettle',
    'Kettle',
    { kind: 'thing', what: 'kettle' },
    ['round'],
    { yaw: 26, pitch: 22, light: [-60, 44] },
    round,
  ),
  scene(
    'things',
    'kettle-spout-on',
    'Kettle, spout towards us',
    { kind: 'thing', what: 'kettle' },
    ['round', 'foreshortened'],
    { yaw: 84, pitch: 14, light: [46, 40] },
    round,
  ),
  scene(
    'things',
    'platform-bench',
    'Platform bench',
    { kind: 'thing', what: 'bench' },
    ['box', 'slats'],
    { yaw: 36, pitch: 14, light: [-48, 42] },
    { size: [1200, 960] },
  ),
  scene(
    'things',
    'luggage-barrow',
    'Luggage barrow',
    { kind: 'thing', what: 'barrow' },
    ['box', 'wheels'],
    { yaw: 40, pitch: 16, light: [-54, 42] },
    { size: [1200, 960] },
  ),
  scene('things', 'bag-and-case', 'Bag and case', { kind: 'thing', what: 'baggage' }, ['box', 'soft'], {
    yaw: -38,
    pitch: 24,
    light: [54, 44],
  }),

  scene('goats', 'goat-on-the-line', 'Goat on the line', { kind: 'goat', as: {} }, ['standing'], {
    yaw: 72,
    pitch: 5,
    light: [-40, 44],
  }),
  scene('goats', 'goat-grazing', 'Grazing', { kind: 'goat', as: GAITS.grazing }, ['grazing'], {
    yaw: 84,
    pitch: 8,
    light: [44, 44],
  }),
  scene(
    'goats',
    'goat-head-on',
    'Head on',
    { kind: 'goat', as: GAITS.standing },
    ['standing', 'foreshortened'],
    { yaw: 8, pitch: 5, light: [-52, 42] },
    { size: [960, 1200] },
  ),
  scene(
    'goats',
    'goat-from-behind',
    'From behind',
    { kind: 'goat', as: GAITS.walking },
    ['walking', 'foreshortened'],
    { yaw: 158, pitch: 7, light: [50, 42] },
    { size: [960, 1200] },
  ),
  scene('goats', 'goat-walking', 'Walking', { kind: 'goat', as: GAITS.walking }, ['walking'], {
    yaw: 94,
    pitch: 4,
    light: [-44, 44],
  }),
  scene(
    'goats',
    'goat-looking-round',
    'Looking round',
    { kind: 'goat', as: GAITS.turned },
    ['standing', 'turned'],
    { yaw: 104, pitch: 5, light: [48, 42] },
  ),
  scene(
    'goats',
    'goat-coming',
    'Coming along the line',
    { kind: 'goat', as: GAITS.trotting },
    ['walking', 'foreshortened'],
    { yaw: 36, pitch: 5, light: [-56, 42] },
  ),
  scene('goats', 'goat-from-the-bank', 'From the bank', { kind: 'goat', as: GAITS.low }, ['from above'], {
    yaw: 62,
    pitch: 36,
    light: [46, 48],
  }),
  scene(
    'goats',
    'kid-standing',
    'Kid',
    { kind: 'goat', as: { young: true, horns: 0, beard: false, colour: '#c6b89f' } },
    ['kid', 'standing'],
    {
      yaw: 66,
      pitch: 8,
      light: [-46, 44],
    },
  ),
  scene(
    'goats',
    'kid-stepping',
    'Kid, stepping out',
    { kind: 'goat', as: { ...GAITS.trotting, young: true, horns: 0.35, beard: false, colour: '#a08f78' } },
    ['kid', 'walking'],
    {
      yaw: 100,
      pitch: 6,
      light: [50, 42],
    },
  ),
  scene(
    'goats',
    'goat-against-the-light',
    'Against the light',
    { kind: 'goat', as: { ...GAITS.standing, colour: '#8f8272' } },
    ['standing', 'against the light'],
    {
      yaw: 78,
      pitch: 3,
      light: [150, 38],
    },
  ),
  scene('goats', 'goat-head-low', 'Head low', { kind: 'goat', as: GAITS.low }, ['standing'], {
    yaw: 52,
    pitch: 4,
    light: [-38, 44],
  }),

  scene(
    'heads',
    'station-master',
    'Station master',
    { kind: 'head', as: STAFF.master },
    ['cap', 'moustache'],
    { yaw: 32, pitch: 3, light: [-52, 40] },
  ),
  scene(
    'heads',
    'station-master-front',
    'Station master, from the front',
    { kind: 'head', as: STAFF.master },
    ['cap', 'moustache'],
    { yaw: 2, pitch: 2, light: [48, 42] },
  ),
  scene('heads', 'porter', 'Porter', { kind: 'head', as: STAFF.porter }, ['short hair'], {
    yaw: -36,
    pitch: 4,
    light: [54, 38],
  }),
  scene(
    'heads',
    'porter-side',
    'Porter, from the side',
    { kind: 'head', as: STAFF.porter },
    ['short hair', 'profile'],
    { yaw: 90, pitch: 1, light: [-36, 40] },
  ),
  scene('heads', 'signalwoman', 'Signalwoman', { kind: 'head', as: STAFF.signalwoman }, ['bun'], {
    yaw: 40,
    pitch: 2,
    light: [-50, 42],
  }),
  scene(
    'heads',
    'signalwoman-side',
    'Signalwoman, from the side',
    { kind: 'head', as: STAFF.signalwoman },
    ['bun', 'profile'],
    { yaw: -88, pitch: 2, light: [40, 40] },
  ),
  scene('heads', 'cook', 'Cook', { kind: 'head', as: STAFF.cook }, ['scarf'], {
    yaw: -24,
    pitch: 6,
    light: [58, 40],
  }),
  scene(
    'heads',
    'cook-from-below',
    'Cook, looking down at us',
    { kind: 'head', as: STAFF.cook },
    ['scarf', 'from below'],
    { yaw: 26, pitch: -22, light: [-48, 48] },
  ),
  scene('heads', 'driver', 'Driver', { kind: 'head', as: STAFF.driver }, ['beard', 'thinning hair'], {
    yaw: 36,
    pitch: 3,
    light: [50, 40],
  }),
  scene(
    'heads',
    'driver-from-above',
    'Driver, from the footbridge',
    { kind: 'head', as: STAFF.driver },
    ['beard', 'from above'],
    { yaw: -30, pitch: 36, light: [-56, 50] },
  ),
  scene('heads', 'clerk', 'Clerk', { kind: 'head', as: STAFF.clerk }, ['bob'], {
    yaw: 12,
    pitch: 3,
    light: [-60, 36],
  }),
  scene(
    'heads',
    'clerk-from-behind',
    'Clerk, turned away',
    { kind: 'head', as: STAFF.clerk },
    ['bob', 'turned away'],
    { yaw: 138, pitch: 3, light: [-52, 40] },
  ),
  scene('heads', 'inspector', 'Inspector', { kind: 'head', as: STAFF.inspector }, ['hat'], {
    yaw: -48,
    pitch: 2,
    light: [46, 40],
  }),
];

/** Pictures of the service's own catalogue: the same world, other people, places and light. */
const SERVICE: readonly Scene[] = [
  ...(
    [
      ['pointing', 'Pointing up the valley', {}, [], ['pointing']],
      ['walking', 'Hiker', { stout: 0.95 }, ['case'], ['walking', 'hiker']],
      ['akimbo', 'Guard', { hat: true, shoulders: 1.05 }, [], ['standing', 'guard']],
      ['crate', 'Unloading', {}, ['crate'], ['work', 'carrying']],
      ['stepping', 'Boarding', { shoulders: 0.9 }, ['step'], ['stepping', 'boarding']],
      ['sitting', 'Waiting room', { stout: 1.1 }, ['seat'], ['sitting', 'waiting']],
      ['leaning', 'Over the railing', {}, ['rail'], ['leaning']],
      ['stretching', 'After the night train', { hips: 1.05, shoulders: 0.92 }, [], ['stretching']],
    ] as const
  ).flatMap(([pose, title, build, props, tags], i) => [
    scene(
      'platform',
      `service-figure-${pose}-a`,
      title,
      person(pose, build, props),
      ['figure', 'person', ...tags],
      {
        yaw: [-55, 62, -20, 40, -70, -38, 74, 12][i] as number,
        pitch: [4, 2, 6, -2, 5, 12, 4, 3][i] as number,
        light: [
          [52, 40],
          [-50, 38],
          [60, 42],
          [-44, 46],
          [48, 40],
          [-56, 44],
          [40, 40],
          [-62, 38],
        ][i] as [number, number],
      },
    ),
    scene(
      'platform',
      `service-figure-${pose}-b`,
      `${title}, from behind`,
      person(pose, build, props),
      ['figure', 'person', 'back', ...tags],
      {
        yaw: [150, -140, 164, -152, 142, -160, 145, -168][i] as number,
        pitch: [5, 3, 4, 8, 2, 6, 5, 10][i] as number,
        light: [
          [-52, 40],
          [50, 38],
          [-60, 42],
          [44, 46],
          [-48, 40],
          [56, 44],
          [-40, 40],
          [62, 38],
        ][i] as [number, number],
      },
    ),
    scene(
      'platform',
      `service-figure-${pose}-c`,
      `${title}, from above`,
      person(pose, build, props),
      ['figure', 'person', 'foreshortened', ...tags],
      {
        yaw: [24, -30, 48, -16, 36, 60, -44, -26][i] as number,
        pitch: 36,
        light: [
          [-48, 50],
          [52, 52],
          [-60, 48],
          [44, 50],
          [-40, 52],
          [58, 48],
          [-52, 50],
          [46, 50],
        ][i] as [number, number],
      },
    ),
  ]),
  ...(['churn', 'barrel', 'crates', 'bench', 'barrow', 'kettle', 'lamp', 'baggage'] as const).map((what, i) =>
    scene(
      'things',
      `service-${what}`,
      [
        'Old churn',
        'Cider barrel',
        'Crates by the shed',
        'Bench by the window',
        'Barrow at rest',
        'Kettle in the hut',
        'Lamp on the shelf',
        'Left luggage',
      ][i] as string,
      { kind: 'thing', what },
      ['still life', 'object', what],
      {
        yaw: [-30, 35, 48, -42, -50, -160, -20, 58][i] as number,
        pitch: [10, 36, 12, 26, 30, 30, -8, 14][i] as number,
        light: [i % 2 ? -55 : 55, 42],
      },
      what === 'churn' || what === 'barrel' || what === 'kettle' || what === 'lamp' ? round : {},
    ),
  ),
  ...(['halt', 'signalBox', 'shelter', 'waterTower', 'footbridge'] as const).flatMap((what, i) => [
    scene(
      'halts',
      `service-${what}-a`,
      ['Stone halt', 'Cabin with stairs', 'Rain shelter', 'Tank on legs', 'Iron bridge'][i] as string,
      { kind: 'building', what },
      ['building', 'architecture', 'two-point'],
      { yaw: [-44, 48, 36, 52, -40][i] as number, pitch: 3, light: [i % 2 ? 50 : -50, 36], fov: 30 },
    ),
    scene(
      'halts',
      `service-${what}-b`,
      [
        'Stone halt, bird’s view',
        'Cabin from the hill',
        'Rain shelter from above',
        'Tank from the ridge',
        'Iron bridge from the hill',
      ][i] as string,
      { kind: 'building', what },
      ['building', 'architecture', 'three-point', 'bird’s view'],
      { yaw: [30, -52, -42, -36, 48][i] as number, pitch: 38, light: [i % 2 ? -46 : 46, 48], fov: 44 },
    ),
  ]),
  ...(['walking', 'grazing', 'turned', 'low', 'trotting'] as const).flatMap((gait, i) => [
    scene(
      'goats',
      `service-goat-${gait}-a`,
      ['Nanny walking', 'Nanny at the bank', 'Nanny, looking back', 'Nanny, head down', 'Nanny trotting'][
        i
      ] as string,
      { kind: 'goat', as: { ...GAITS[gait], colour: '#8c7b66' } },
      ['goat', 'animal', gait],
      {
        yaw: [-78, -62, -96, -48, -84][i] as number,
        pitch: [5, 14, 4, 8, 3][i] as number,
        light: [i % 2 ? 48 : -48, 42],
      },
    ),
    scene(
      'goats',
      `service-goat-${gait}-b`,
      ['Kid walking', 'Kid nibbling', 'Kid, looking back', 'Kid, head down', 'Kid hopping'][i] as string,
      { kind: 'goat', as: { ...GAITS[gait], young: true, horns: 0, beard: false, colour: '#cbbca2' } },
      ['goat', 'kid', 'animal', gait],
      {
        yaw: [42, 118, 70, -120, 30][i] as number,
        pitch: [10, 20, 6, 12, 8][i] as number,
        light: [i % 2 ? -48 : 48, 44],
      },
    ),
  ]),
  ...(['porter', 'signalwoman', 'cook', 'driver', 'inspector'] as const).flatMap((who, i) => [
    scene(
      'heads',
      `service-head-${who}-a`,
      ['Young man', 'Woman with a bun', 'Woman with a scarf', 'Bearded man', 'Man with a hat'][i] as string,
      { kind: 'head', as: { ...STAFF[who], wide: [1.06, 0.95, 1.04, 0.97, 1.05][i] as number } },
      ['head', 'portrait'],
      {
        yaw: [18, -42, 38, -20, 50][i] as number,
        pitch: [-8, 8, 2, 12, -4][i] as number,
        light: [i % 2 ? 56 : -56, 40],
      },
    ),
    scene(
      'heads',
      `service-head-${who}-b`,
      [
        'Young man, looking up',
        'Woman with a bun, turned away',
        'Woman with a scarf, side',
        'Bearded man, side',
        'Man with a hat, from below',
      ][i] as string,
      { kind: 'head', as: { ...STAFF[who], wide: [1.06, 0.95, 1.04, 0.97, 1.05][i] as number } },
      ['head', 'portrait'],
      {
        yaw: [-34, 132, -92, 86, -28][i] as number,
        pitch: [-24, 4, 0, 3, -26][i] as number,
        light: [i % 2 ? -50 : 50, 44],
      },
    ),
  ]),
].map((s): Scene => ({ ...s, size: [Math.round((s.size[0] * 2) / 3), Math.round((s.size[1] * 2) / 3)] }));

export const SCENES: readonly Scene[] = DEMO;
export const SERVICE_SCENES: readonly Scene[] = SERVICE;
