import type { Point } from '../geometry/point.ts';
import type { GuideLine } from '../guides/guide-line.ts';
import { snap, type SnapTargets } from '../guides/snap.ts';
import { isShown } from './contents.ts';
import { ALONG, type GuideReader } from './guide-reader.ts';
import { isAnchored, type Anchor, type Id, type Thing } from './things.ts';

/** A place by which a guide can hang on something. */
type TargetPlace = Required<Anchor>;
/** A line of a guide; `on` where what is laid on it can go along with it. */
type TargetLine = GuideLine & { readonly on: Id | null };
export type GuideTargets = SnapTargets<TargetPlace, TargetLine>;

/**
 * Everything on a page that places are drawn to: places of forms and guides, landmarks, and the lines of
 * guides. What lies on a hidden sheet draws nothing.
 * @param without what is being moved, and so draws nothing to itself
 * @param forms whether forms draw places to them too
 */
export function guideTargets(
  things: ReadonlyMap<Id, Thing>,
  reader: GuideReader,
  { without = new Set(), forms = true }: { without?: ReadonlySet<Id>; forms?: boolean } = {},
): GuideTargets {
  const places: TargetPlace[] = [];
  const lines: TargetLine[] = [];
  for (const thing of things.values()) {
    if (!('sheet' in thing) || thing.type === 'stroke' || (thing.type === 'form' && !forms)) continue;
    if (without.has(thing.id) || !isShown(things, thing)) continue;
    for (const { key, at } of reader.places(thing)) places.push({ at, on: thing.id, place: key });
    if (thing.type !== 'guide' && thing.type !== 'axis') continue;
    const on = thing.type === 'guide' && !isAnchored(thing) ? thing.id : null;
    for (const line of reader.drawn(thing).lines) lines.push({ ...line, on });
  }
  return { places, lines };
}

/**
 * A place for a guide: one of something, which it then goes along with, where that lies within reach; on a
 * line within reach; else where it is.
 * @param reach millimetres; none where it is null
 */
export function anchorAt(targets: GuideTargets, p: Point, reach: number | null): Anchor {
  const found = reach === null ? null : snap(targets, p, reach);
  if (!found) return { at: p };
  if (found.place) return found.place;
  return found.line.on === null ? { at: found.at } : { at: found.at, on: found.line.on, place: ALONG };
}
