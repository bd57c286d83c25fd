import { toDegrees } from '../geometry/angle.ts';
import type { LineModel } from './line-model.ts';
import type { Refined } from './refine.ts';
import { bonesAt, type Skeleton } from './skeleton.ts';

/** What speaks for and against a reading of a drawing. */
export interface Evidence {
  /** Share of the ink that the reading accounts for. */
  readonly explained: number;
  /** Share of the reading's lines that the ink covers. */
  readonly covered: number;
  /** How far all bones together depart from the reference, with heavy tails. */
  readonly strain: number;
  /** Distance of the ink from the lines, parts of the height. */
  readonly scatter: number;
  /** Mean departure of a bone in turn (degrees) and length (60 for a factor of e), without the worst limb. */
  readonly bent: number;
  /** How large the body is beside what the drawing's height lets expect. */
  readonly size: number;
}

/** Bones that say little of the pose: they are short, or only help. */
const QUIET: readonly string[] = ['collar', 'foot', 'head width'];
/** Where a bone's departure is cut off: degrees, and the log of a factor, of which one counts as 60°. */
const MOST_TURN = 60;
const MOST_GROWN = 0.7;

/** As many bones a limb has. */
const LIMB_BONES = 2;

/** Mean departure of the drawn bones from the reference as it is laid, the two that depart most left out. */
function bentOf(
  { jx, jy, turn }: Refined,
  skeleton: Skeleton,
  drawn: readonly number[],
  flipped: boolean,
): number {
  const now = bonesAt(skeleton, jx, jy);
  const flip = flipped ? -1 : 1;
  const rest = bonesAt(
    skeleton,
    Float64Array.from(skeleton.at, ({ x }) => flip * x),
    Float64Array.from(skeleton.at, ({ y }) => y),
  );
  const departures = skeleton.bones.flatMap(({ name }, k) => {
    if ((drawn[k] as number) < LEAST_DRAWN || QUIET.includes(name)) return [];
    const [x0, y0] = [rest.x[k] as number, rest.y[k] as number];
    const [mx, my] = [turn[0] * x0 - turn[1] * y0, turn[1] * x0 + turn[0] * y0];
    const [vx, vy] = [now.x[k] as number, now.y[k] as number];
    const turned = Math.abs(toDegrees(Math.atan2(vy * mx - vx * my, vx * mx + vy * my)));
    const factor = Math.hypot(vx, vy) / Math.max(1e-6, Math.hypot(mx, my));
    const grown = Math.abs(Math.log(Math.max(0.1, factor)));
    return [Math.min(turned, MOST_TURN) + MOST_TURN * Math.min(grown, MOST_GROWN)];
  });
  // One limb may be drawn far away: its two bones say nothing of the rest.
  const usual = [...departures].sort((a, b) => a - b).slice(0, Math.max(1, departures.length - LIMB_BONES));
  return usual.reduce((sum, d) => sum + d, 0) / Math.max(1, usual.length);
}

/** What speaks for and against a reading. @param drawn how far each bone is drawn, by `bonesDrawn` */
export function evidenceOf(
  result: Refined,
  model: LineModel,
  skeleton: Skeleton,
  drawn: readonly number[],
  flipped: boolean,
): Evidence {
  let [covered, weight] = [0, 0];
  for (let j = 0; j < model.count; j += 1) {
    covered += (model.weight[j] as number) * (result.support[j] as number);
    weight += model.weight[j] as number;
  }
  return {
    explained: result.explained,
    covered: covered / weight,
    strain: result.strain,
    scatter: result.scatter,
    bent: bentOf(result, skeleton, drawn, flipped),
    size: Math.hypot(...result.turn),
  };
}

/** Where most of a body is not drawn, what is usual is not told by what there is. */
const LEAST_USUAL = 0.4;

/** For each bone how far its lines are covered beside those of the others: 1 is usual, 0 not drawn. */
export function bonesDrawn(result: Refined, model: LineModel, skeleton: Skeleton): number[] {
  const covered = new Float64Array(skeleton.bones.length);
  const weight = new Float64Array(skeleton.bones.length);
  for (let j = 0; j < model.count; j += 1) {
    const bone = model.bone[j] as number;
    covered[bone] = (covered[bone] as number) + (model.weight[j] as number) * (result.support[j] as number);
    weight[bone] = (weight[bone] as number) + (model.weight[j] as number);
  }
  const shares = skeleton.bones.map((_, k) =>
    (weight[k] as number) > 0 ? (covered[k] as number) / (weight[k] as number) : -1,
  );
  const sorted = shares.filter((s) => s >= 0).sort((a, b) => a - b);
  const usual = Math.max(LEAST_USUAL, sorted[sorted.length >> 1] ?? 0);
  return shares.map((s) => (s < 0 ? 1 : Math.min(1.2, s / usual)));
}

/** The bones that a landmark stands at the end of: without them it is not drawn. */
const ENDS: Readonly<Record<string, readonly string[]>> = {
  elbow: ['upper arm', 'forearm'],
  wrist: ['forearm'],
  knee: ['thigh', 'shin'],
  ankle: ['shin'],
};
/** Below this share of what is usual a bone is not drawn. */
export const LEAST_DRAWN = 0.4;

function drawnAt(name: string, skeleton: Skeleton, drawn: readonly number[]): number {
  if (skeleton.lines) {
    // Of a net whatever is drawn along one of the bones that meet there shows it.
    const joint = skeleton.names.indexOf(name);
    const meeting = skeleton.bones.flatMap(({ from, to }, k) =>
      from.joints.includes(joint) || to.joints.includes(joint) ? [drawn[k] as number] : [],
    );
    return Math.max(0, ...meeting);
  }
  const share = (bone: string): number => {
    const k = skeleton.bones.findIndex((b) => b.name === bone);
    return k < 0 ? 1 : (drawn[k] as number);
  };
  if (name === 'lowest foot') {
    const foot = skeleton.bones.find((b) => b.name === 'foot');
    const ankle = foot && skeleton.names[foot.from.joints[0] as number];
    return ankle ? drawnAt(ankle, skeleton, drawn) : 1;
  }
  if (name === 'crown' || name === 'chin') return share('head');
  const [side, what = ''] = name.split(' ');
  const ends = ENDS[what];
  return ends ? Math.max(...ends.map((bone) => share(`${side} ${bone}`))) : 1;
}

/** Names of the landmarks that the drawing leaves out. */
export function notDrawn(skeleton: Skeleton, drawn: readonly number[]): string[] {
  return skeleton.names.filter((name) => drawnAt(name, skeleton, drawn) < LEAST_DRAWN);
}

/** From this belief on a reading is answered, and from that on without looking at rivals. */
export const LEAST_BELIEF = -1.5;
export const SURE_BELIEF = 4;
/** From this on where no rivals are known. */
export const ALONE_BELIEF = 0;
/** And from this on where the student has set a landmark, and so said that it is this figure. */
export const TOLD_BELIEF = -2.5;

/**
 * Where less than these shares of a figure's lines are drawn, or of the ink are accounted for, nothing is
 * told: a single line lies on any body, and any body lies in a scribble.
 */
const [LEAST_COVERED, LEAST_EXPLAINED] = [0.4, 0.45];
/** Whether so much of a figure is drawn, and so little beside it, that it may be told at all. */
export const mayBeTold = ({ covered, explained }: Evidence): boolean =>
  covered >= LEAST_COVERED && explained >= LEAST_EXPLAINED;

/** Of the size what is smaller than the drawing's height lets expect, and what is larger, as logs. */
type Weights = Readonly<Record<Exclude<keyof Evidence, 'size'> | 'smaller' | 'larger' | 'all', number>>;
/**
 * Logistic regression on 371 made drawings of their own seeds, half of them of another pose or of nothing, an
 * eighth with a limb far away.
 */
const OF_FIGURES: Weights = {
  explained: 16.1,
  covered: 6.3,
  strain: -2.71,
  bent: -0.605,
  smaller: -9.5,
  larger: -9.5,
  scatter: 696,
  all: -14.7,
};
/**
 * The same on 860 made drawings of the demo's heads, animals, boxes, buildings and things, 300 of them of
 * another picture, on seeds of their own; moved so that of these one in fifty is answered. Often a part of a
 * picture is drawn: the whole is larger then, which says little against it.
 */
const OF_NETS: Weights = {
  explained: 16.5,
  covered: 2.85,
  strain: -1.44,
  bent: -0.4,
  smaller: -3.3,
  larger: -0.28,
  scatter: 0,
  all: -8.39,
};

/** How much speaks for a reading, as log odds against another pose or picture, or no such thing at all. */
export function beliefIn(
  { explained, covered, strain, bent, size, scatter }: Evidence,
  of: 'figure' | 'net',
): number {
  const weights = of === 'figure' ? OF_FIGURES : OF_NETS;
  const grown = Math.log(Math.max(0.2, size));
  return (
    weights.explained * explained +
    weights.covered * covered +
    weights.strain * Math.log(1 + strain) +
    weights.bent * bent +
    weights.smaller * Math.max(0, -grown) +
    weights.larger * Math.max(0, grown) +
    weights.scatter * scatter +
    weights.all
  );
}
