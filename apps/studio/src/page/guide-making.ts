import { distance, isInside, segmentDistance, subtract, thinned, type Point } from '@deft/core/geometry';
import { ANCHORED_KINDS, type AnchoredKind, nearestOn } from '@deft/core/guides';
import {
  crossOf,
  formOutline,
  type Anchor,
  type AnchoredGuide,
  type Form,
  type Guide,
  type GuideReader,
  type MirrorAxis,
} from '@deft/core/page';

/** What a gesture makes of an anchored guide, besides its id and sheet. */
export type MadeGuide = Pick<AnchoredGuide, 'kind' | 'through' | 'turn'>;

/** How one gesture was aimed, page millimetres. */
export interface Gesture {
  readonly path: readonly Point[];
  /** Where it begins and ends, drawn to what lies there. */
  readonly from: Anchor;
  readonly to: Anchor;
  /** The closed form that it begins in; null for none. */
  readonly form: Form | null;
  /** The distance or unit that was taken before, for what needs one. */
  readonly taken: readonly [Anchor, Anchor] | null;
}

const dot = (a: Point, b: Point): number => a.x * b.x + a.y * b.y;
const clamped = (value: number): number => Math.min(1, Math.max(-1, value));

/** How far a centre line is turned when its bulge is pulled to a place: −1 to 1, 0 for one without width. */
export function turnTo([from, to, side]: readonly [Point, Point, Point], p: Point): number {
  const centre = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  const reach = subtract(side, centre);
  const square = dot(reach, reach);
  return square > 0 ? clamped(dot(subtract(p, centre), reach) / square) : 0;
}

/**
 * A centre line over a form: across the way it is drawn, so that the line bulges to where one pulled. Without
 * a form it runs from place to place, and may bulge as far as it is long to either side.
 */
function centreLine({ from, to, path, form }: Gesture): MadeGuide {
  const cross = form && crossOf(form);
  const end = path.at(-1) as Point;
  if (!cross) {
    const side = {
      x: (from.at.x + to.at.x) / 2 + (to.at.y - from.at.y) / 2,
      y: (from.at.y + to.at.y) / 2 - (to.at.x - from.at.x) / 2,
    };
    return { kind: 'centre', through: [from, to, { at: side }], turn: 0 };
  }
  const way = subtract(end, path[0] as Point);
  const along = ([a, b]: (typeof cross)[number]): number =>
    Math.abs(dot(way, subtract(b.at, a.at))) / (distance(a.at, b.at) || 1);
  const [pulled, ends] = along(cross[0]) > along(cross[1]) ? cross : [cross[1], cross[0]];
  const side = distance(pulled[0].at, end) < distance(pulled[1].at, end) ? pulled[0] : pulled[1];
  const anchors = [...ends, side].map(({ key, at }) => ({ at, on: form.id, place: key }));
  return { kind: 'centre', through: anchors, turn: turnTo([ends[0].at, ends[1].at, side.at], end) };
}

/** The place of a path that lies farthest from its chord. */
function farthest(path: readonly Point[], from: Point, to: Point): Point {
  const line = (p: Point): number => segmentDistance(p, from, to);
  return path.reduce(
    (best, p) => (line(p) > line(best) ? p : best),
    path[Math.floor(path.length / 2)] as Point,
  );
}

/** How far a drawn envelope may be from its corners, as a share of its size; coarser until they are few. */
const ROUGH = 0.05;
const [FEWEST, MOST] = ANCHORED_KINDS.envelope;
/** Beyond so many an envelope is no simple one. */
const SIMPLE = 8;

/**
 * The corners of an envelope that was drawn round in one go, without its last where it closes on the first;
 * null where it has fewer than three.
 */
function envelopeCorners(path: readonly Point[]): Point[] | null {
  const size = Math.max(...path.map((p) => distance(p, path[0] as Point)));
  for (let rough = ROUGH; rough < 1; rough *= 1.4) {
    const corners = thinned(path, rough * size);
    const closes = distance(corners[0] as Point, corners.at(-1) as Point) < size / 4;
    const own = closes ? corners.slice(0, -1) : corners;
    if (own.length <= Math.min(SIMPLE, MOST)) return own.length < FEWEST ? null : own;
  }
  return null;
}

/** What a gesture makes with a kind of guide in hand; null where it makes nothing. */
export function guideFromGesture(kind: AnchoredKind, gesture: Gesture): MadeGuide | null {
  const { path, from, to, taken } = gesture;
  switch (kind) {
    case 'axis':
    case 'divided':
    case 'stepped':
    case 'tilted':
      return { kind, through: [from, to] };
    case 'centre':
      return centreLine(gesture);
    case 'carried':
    case 'sighted':
      return taken && { kind, through: [...taken, from, to] };
    case 'arc':
      return { kind, through: [from, { at: farthest(path, from.at, to.at) }, to] };
    case 'envelope': {
      const corners = envelopeCorners(path);
      return corners && { kind, through: corners.map((at) => ({ at })) };
    }
    case 'through':
      return { kind, through: [to] };
  }
}

/** The smallest closed form that holds a place; null where none does. */
export function formRound(forms: readonly Form[], p: Point): Form | null {
  const size = (form: Form): number => {
    const cross = crossOf(form);
    return cross ? distance(cross[0][0].at, cross[0][1].at) * distance(cross[1][0].at, cross[1][1].at) : 0;
  };
  const round = forms.filter((form) => crossOf(form) && isInside(formOutline(form), p));
  return round.sort((a, b) => size(a) - size(b))[0] ?? null;
}

/** The guide whose lines or marks lie nearest to a place, within reach; null for none. Millimetres. */
export function guideAt<G extends Guide | MirrorAxis>(
  guides: readonly G[],
  reader: GuideReader,
  p: Point,
  reach: number,
): G | null {
  const far = (guide: G): number => {
    const { lines, marks } = reader.drawn(guide);
    return Math.min(
      ...lines.map((line) => distance(nearestOn(line, p), p)),
      ...marks.map(({ at }) => distance(at, p)),
    );
  };
  const near = guides.map((guide) => ({ guide, off: far(guide) })).filter(({ off }) => off <= reach);
  return near.sort((a, b) => a.off - b.off)[0]?.guide ?? null;
}

/** Where a guide can be taken hold of: its places, and of a centre line how far it is turned. */
export function guideHandles(
  guide: AnchoredGuide,
  reader: GuideReader,
): { key: number | 'turn'; at: Point }[] {
  const places = reader.through(guide).map((at, key) => ({ key, at }));
  if (guide.kind !== 'centre') return places;
  const bulge = reader.drawn(guide).marks[2];
  return [...places.slice(0, 2), ...(bulge ? [{ key: 'turn' as const, at: bulge.at }] : [])];
}
