import { thingsOfType } from './contents.ts';
import { guideReader } from './guide-reader.ts';
import type { Change } from './operation.ts';
import { patched } from './thing-fields.ts';
import { isAnchored, type AnchoredGuide, type Id, type Thing } from './things.ts';

/**
 * A change with what it means for the guides: where it takes away a place that one hangs on, the guide stays
 * where it lay and hangs on it no more. The change itself where no guide is concerned.
 * @param things as they stand before it
 */
export function settledGuides(things: ReadonlyMap<Id, Thing>, change: Change): Change {
  const removed = new Set(change.remove ?? []);
  const set = new Map((change.set ?? []).map(({ id, to }) => [id, to]));
  if (removed.size === 0 && set.size === 0) return change;
  const concerned = thingsOfType(things, 'guide').filter(
    (guide): guide is AnchoredGuide =>
      isAnchored(guide) &&
      !removed.has(guide.id) &&
      !set.has(guide.id) &&
      guide.through.some(({ on }) => on !== undefined && (removed.has(on) || set.has(on))),
  );
  if (concerned.length === 0) return change;
  const before = guideReader(things);
  const after = guideReader(
    new Map(
      [...things].flatMap(([id, thing]): [Id, Thing][] => {
        const to = set.get(id);
        return removed.has(id) ? [] : [[id, to ? patched(thing, to) : thing]];
      }),
    ),
  );
  const lost = (on: Id, place: string | undefined): boolean => {
    const thing = things.get(on);
    if (removed.has(on) || !thing) return removed.has(on);
    if (thing.type === 'guide' && !isAnchored(thing)) return false;
    const to = set.get(on);
    return to !== undefined && !after.places(patched(thing, to)).some(({ key }) => key === place);
  };
  const settled = concerned.flatMap((guide) => {
    const places = before.through(guide);
    const through = guide.through.map((anchor, i) =>
      anchor.on !== undefined && lost(anchor.on, anchor.place) ? { at: places[i] ?? anchor.at } : anchor,
    );
    return through.some((anchor, i) => anchor !== guide.through[i])
      ? [{ id: guide.id, to: { through } }]
      : [];
  });
  return settled.length === 0 ? change : { ...change, set: [...(change.set ?? []), ...settled] };
}
