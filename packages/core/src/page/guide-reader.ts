import type { Box } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import { straight } from '../guides/guide-line.ts';
import { acrossRoom, drawnGuide, type DrawnGuide } from '../guides/kinds.ts';
import { pageBox, pageOf } from './contents.ts';
import { axisPlaces, formPlaces, type Place } from './places.ts';
import {
  isAnchored,
  type AcrossGuide,
  type Anchor,
  type AnchoredGuide,
  type Guide,
  type Id,
  type MirrorAxis,
  type Thing,
} from './things.ts';

/** Says of the guides of a page where they lie, as the page stood when it was made. All in millimetres. */
export interface GuideReader {
  /** The lines and marks of a guide or an axis; none of one whose places are one. */
  readonly drawn: (guide: Guide | MirrorAxis) => DrawnGuide;
  /** The places that a guide is laid by, where they have gone with what they hang on. */
  readonly through: (guide: AnchoredGuide) => Point[];
  /** The places of a thing that a guide can hang on; none of one that has none. */
  readonly places: (thing: Thing) => Place[];
  /** Where an anchor lies. */
  readonly where: (anchor: Anchor, of?: Id) => Point;
}

/** On paper that has not come yet an axis runs nowhere. */
const NO_ROOM: Box = { minX: 0, minY: 0, maxX: 0, maxY: 0 };
const NOTHING: DrawnGuide = { lines: [], marks: [] };

/** The place of a line across the page at which it is met: its other coordinate stays. */
const along = ({ kind, at }: AcrossGuide, p: Point): Point =>
  kind === 'plumb' ? { x: at, y: p.y } : { x: p.x, y: at };
/** The one place of a line across the page that something can hang on: where it was met. */
export const ALONG = 'along';

/**
 * Reads a page's guides, as if some things lay as they are given in `moved`. Guides may hang on each other;
 * what goes round in a circle, as two devices can make it, hangs on nothing there, whichever of them is asked
 * first.
 */
export function guideReader(things: ReadonlyMap<Id, Thing>, moved?: ReadonlyMap<Id, Thing>): GuideReader {
  const paper = pageOf(things);
  const thingOf = (id: Id | undefined): Thing | undefined =>
    id === undefined ? undefined : (moved?.get(id) ?? things.get(id));
  const room = paper ? pageBox(paper) : NO_ROOM;
  const found = new Map<AnchoredGuide, DrawnGuide>();

  const anchored = (id: Id | undefined): AnchoredGuide | null => {
    const thing = thingOf(id);
    return thing?.type === 'guide' && isAnchored(thing) ? thing : null;
  };

  /** Whether a guide hangs, near or far, on another. */
  const hangs = (guide: AnchoredGuide, on: Id): boolean => {
    const met = new Set<Id>();
    const open = [guide];
    for (let next = open.pop(); next; next = open.pop()) {
      if (next.id === on) return true;
      if (met.has(next.id)) continue;
      met.add(next.id);
      for (const anchor of next.through) {
        const other = anchored(anchor.on);
        if (other) open.push(other);
      }
    }
    return false;
  };

  const places = (thing: Thing): Place[] => {
    if (thing.type === 'form') return formPlaces(thing);
    if (thing.type === 'axis') return axisPlaces(thing);
    if (thing.type === 'landmark') return thing.state === 'set' ? [{ key: 'at', at: thing.at }] : [];
    if (thing.type !== 'guide' || !isAnchored(thing)) return [];
    return drawn(thing).marks.map(({ at }, i) => ({ key: `mark ${i}`, at }));
  };

  const where = ({ at, on, place }: Anchor, of?: Id): Point => {
    const thing = thingOf(on);
    if (!thing) return at;
    if (thing.type === 'guide' && !isAnchored(thing)) return place === ALONG ? along(thing, at) : at;
    if (thing.type === 'guide' && of !== undefined && hangs(thing, of)) return at;
    return places(thing).find(({ key }) => key === place)?.at ?? at;
  };

  const through = (guide: AnchoredGuide): Point[] => guide.through.map((anchor) => where(anchor, guide.id));

  const read = (guide: AnchoredGuide): DrawnGuide => {
    const { kind, count, turn } = guide;
    return drawnGuide(kind, through(guide), { count, turn, room });
  };

  function drawn(guide: Guide | MirrorAxis): DrawnGuide {
    if (guide.type === 'axis') return { lines: [acrossRoom(guide.from, guide.to, room)], marks: [] };
    if (!isAnchored(guide)) {
      const { minX, minY, maxX, maxY } = room;
      const ends: [Point, Point] =
        guide.kind === 'plumb'
          ? [along(guide, { x: 0, y: minY }), along(guide, { x: 0, y: maxY })]
          : [along(guide, { x: minX, y: 0 }), along(guide, { x: maxX, y: 0 })];
      return paper ? { lines: [straight(...ends)], marks: [] } : NOTHING;
    }
    const known = found.get(guide) ?? read(guide);
    found.set(guide, known);
    return known;
  }

  return { drawn, through, places, where };
}

/** The guides that hang, near or far, on any of some things: what must be drawn anew where those go. */
export function guidesOn(guides: Iterable<Guide>, on: ReadonlySet<Id>): AnchoredGuide[] {
  const all = [...guides].filter(isAnchored);
  const met = new Set(on);
  const found: AnchoredGuide[] = [];
  for (let more = true; more;) {
    const next = all.filter(
      ({ id, through }) =>
        !met.has(id) && through.some((anchor) => anchor.on !== undefined && met.has(anchor.on)),
    );
    for (const { id } of next) met.add(id);
    found.push(...next);
    more = next.length > 0;
  }
  return found;
}
