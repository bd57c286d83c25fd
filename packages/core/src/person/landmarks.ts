import { boxOf, longerSide } from '../geometry/box.ts';
import { add, distance, middle, scale, subtract, type Point } from '../geometry/point.ts';
import { inFrame, type Size } from '../reference/preparation.ts';
import { likelyTheirs, silhouetteOf } from './person-mask.ts';
import { otherPoint, POINT, type PersonReading } from './reading.ts';

/** A landmark that the desk proposes. Picture pixels. */
export interface ProposedLandmark {
  readonly name: string;
  readonly at: Point;
  /** How surely it is placed: standard deviation, pixels. */
  readonly spread: number;
  /** Known where it would be, but covered. */
  readonly hidden: boolean;
}

/** A person as the desk proposes them. Picture pixels. */
export interface ProposedPerson {
  readonly landmarks: readonly ProposedLandmark[];
  /** Closed outlines; what lies within an odd number of them is theirs. */
  readonly silhouette: readonly (readonly Point[])[];
  /** Longer side of the silhouette's box. */
  readonly height: number;
  /** Whether left and right could as well be the other way round: the person may be seen from behind. */
  readonly sidesUnsure: boolean;
}

/** Below this the reader itself does not speak of a person. */
const LEAST_PERSON = 0.7;
/** Both readings must agree to this share of the height, or what they say is not believed. */
const AGREES = 0.045;
/** Two readings that agree so much better with their sides swapped saw front and back. */
const SWAPPED = 0.5;
/** At least so many joints lie in the picture, and of these such a share on the person's own mask. */
const FEWEST = 6;
const ON_MASK = 0.7;
/** Less surely than this, share of the height, a place is not proposed. */
const SUREST = 0.06;
/** What counts as seen, and as in the picture. */
const SEEN = 0.5;

/** Standard deviations of places by kind, shares of the height: calibrated on made figures. */
const FLOOR: Readonly<Record<string, number>> = {
  shoulder: 0.018,
  elbow: 0.018,
  wrist: 0.016,
  hip: 0.016,
  knee: 0.016,
  ankle: 0.018,
  crown: 0.02,
  chin: 0.016,
  'pit of the neck': 0.02,
  'lowest foot': 0.025,
};
/** How much of what two readings disagree by is doubt. */
const DISAGREEMENT = 0.7;
/**
 * How much less sure a place is that lies beside the mask, or is covered: of 51 covered ones of made figures
 * a third lay farther off than was said before.
 */
const [BESIDE, COVERED] = [2, 2];

const SIDES = ['left', 'right'] as const;
const JOINTS = ['shoulder', 'elbow', 'wrist', 'hip', 'knee', 'ankle'] as const;
type Side = (typeof SIDES)[number];
type Joint = (typeof JOINTS)[number];

const pointOf = (side: Side, joint: string): number =>
  POINT[`${side}${joint.charAt(0).toUpperCase()}${joint.slice(1)}` as keyof typeof POINT];
const BODY = SIDES.flatMap((side) => JOINTS.map((joint) => pointOf(side, joint)));

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Infinity;

/** One point of both readings together. */
interface Joined {
  readonly at: Point;
  /** How far the readings are apart, pixels. */
  readonly apart: number;
  readonly visible: number;
  readonly present: number;
}

function joined(plain: PersonReading, flipped: PersonReading, swapped: boolean): Joined[] {
  return plain.points.map((a, i) => {
    const b = flipped.points[swapped ? otherPoint(i) : i] ?? a;
    return {
      at: middle(a.at, b.at),
      apart: distance(a.at, b.at),
      visible: (a.visible + b.visible) / 2,
      present: (a.present + b.present) / 2,
    };
  });
}

/**
 * What is proposed of a person who was read as they stand and turned over: their landmarks with how surely,
 * and their silhouette. Null where the readings do not speak of one person: the flags are low, the two
 * disagree, or the joints lie beside the mask.
 */
export function proposedPerson(
  plain: PersonReading,
  flipped: PersonReading,
  picture: Size,
): ProposedPerson | null {
  if (!(Math.min(plain.person, flipped.person) >= LEAST_PERSON)) return null;
  const silhouette = silhouetteOf(plain);
  const box = boxOf(silhouette.flat());
  const height = box ? longerSide(box) : 0;
  if (!(height > 0)) return null;
  const apart = (points: readonly Joined[]): number => median(BODY.map((i) => (points[i] as Joined).apart));
  const [straight, crossed] = [joined(plain, flipped, false), joined(plain, flipped, true)];
  const sidesUnsure = apart(crossed) < SWAPPED * apart(straight);
  const points = sidesUnsure ? crossed : straight;
  if (!(apart(points) <= AGREES * height)) return null;
  const shown = BODY.filter((i) => inFrame(picture, (points[i] as Joined).at));
  const held = shown.filter((i) => likelyTheirs(plain, (points[i] as Joined).at) >= SEEN).length;
  if (shown.length < FEWEST || held < ON_MASK * shown.length) return null;
  const proposals = [...jointsOf(points, plain, height), ...derived(points, plain, height)];
  return {
    landmarks: proposals.filter(({ at, spread }) => inFrame(picture, at) && spread <= SUREST * height),
    silhouette,
    height,
    sidesUnsure,
  };
}

function proposal(
  name: string,
  kind: string,
  { at, apart, visible }: Joined,
  mask: PersonReading,
  height: number,
): ProposedLandmark {
  const floor = (FLOOR[kind] as number) * height;
  const beside = likelyTheirs(mask, at) < SEEN ? BESIDE : 1;
  const hidden = visible < SEEN;
  return {
    name,
    at,
    spread: beside * (hidden ? COVERED : 1) * Math.hypot(floor, DISAGREEMENT * apart),
    hidden,
  };
}

/** Shoulders to ankles, as they were read. */
function jointsOf(points: readonly Joined[], mask: PersonReading, height: number): ProposedLandmark[] {
  return SIDES.flatMap((side) =>
    JOINTS.flatMap((joint: Joint) => {
      const point = points[pointOf(side, joint)] as Joined;
      return point.present >= SEEN ? [proposal(`${side} ${joint}`, joint, point, mask, height)] : [];
    }),
  );
}

const meanOf = (points: readonly Joined[], ...of: readonly number[]): Joined => {
  const chosen = of.map((i) => points[i] as Joined);
  const mean = (value: (p: Joined) => number): number =>
    chosen.reduce((sum, p) => sum + value(p), 0) / chosen.length;
  return {
    at: { x: mean((p) => p.at.x), y: mean((p) => p.at.y) },
    apart: mean((p) => p.apart),
    visible: mean((p) => p.visible),
    present: mean((p) => p.present),
  };
};

/** From the middle of the eyes to that of the mouth is a third of a head: up to the crown, and down. */
const [CROWN_UP, CHIN_DOWN] = [1.5, 0.55];
/** The pit of the neck above the middle of the shoulders, as a share of the trunk. */
const PIT_UP = 0.05;
/** The crown is looked for on the mask no further than this beyond where it is expected. */
const BEYOND = 0.4;

/** By how much, as a share of the height, one foot must be lower than the other. */
const LOWER = 0.05;

/** What the reader does not know of: crown, chin, the pit of the neck and the lowest foot. */
function derived(points: readonly Joined[], mask: PersonReading, height: number): ProposedLandmark[] {
  const eyes = meanOf(points, POINT.leftEye, POINT.rightEye);
  const mouth = meanOf(points, POINT.leftMouth, POINT.rightMouth);
  const shoulders = meanOf(points, POINT.leftShoulder, POINT.rightShoulder);
  const hips = meanOf(points, POINT.leftHip, POINT.rightHip);
  const up = subtract(eyes.at, mouth.at);
  const head: ProposedLandmark[] =
    eyes.present >= SEEN && mouth.present >= SEEN
      ? [
          proposal('crown', 'crown', { ...eyes, at: crownOf(eyes.at, up, mask) }, mask, height),
          proposal('chin', 'chin', { ...mouth, at: add(mouth.at, scale(up, -CHIN_DOWN)) }, mask, height),
        ]
      : [];
  const pit = add(shoulders.at, scale(subtract(shoulders.at, hips.at), PIT_UP));
  const lowest = lowestFoot(points, height);
  return [
    ...head,
    ...(shoulders.present >= SEEN
      ? [
          {
            ...proposal('pit of the neck', 'pit of the neck', { ...shoulders, at: pit }, mask, height),
            hidden: false,
          },
        ]
      : []),
    ...(lowest ? [proposal('lowest foot', 'lowest foot', lowest, mask, height)] : []),
  ];
}

/** The toe or heel of whichever foot is clearly the lower one in the picture; null where both may be. */
function lowestFoot(points: readonly Joined[], height: number): Joined | null {
  const lowestOf = (...of: readonly number[]): Joined =>
    of.map((i) => points[i] as Joined).reduce((a, b) => (b.at.y > a.at.y ? b : a));
  const [left, right] = [lowestOf(POINT.leftToe, POINT.leftHeel), lowestOf(POINT.rightToe, POINT.rightHeel)];
  const [lower, upper] = left.at.y > right.at.y ? [left, right] : [right, left];
  if (lower.present < SEEN || !(lower.at.y - upper.at.y > LOWER * height)) return null;
  return lower;
}

/** Up from the eyes to where the mask ends, about where a crown is to be expected. */
function crownOf(eyes: Point, up: Point, mask: PersonReading): Point {
  const at = (by: number): Point => add(eyes, scale(up, by));
  let by = CROWN_UP * (1 - BEYOND);
  while (by < CROWN_UP * (1 + BEYOND) && likelyTheirs(mask, at(by)) >= SEEN) by += 0.02;
  return at(by);
}
