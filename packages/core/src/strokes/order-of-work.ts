/** A stroke of a drawing with what it is drawn of. */
export interface WorkedStroke {
  /** Millimetres. */
  readonly length: number;
  /** How long the pen was down, milliseconds. */
  readonly ms: number;
  /** The share of its length that belongs to each part; may add up to less than one. */
  readonly parts: ReadonlyMap<string, number>;
}

export interface OrderOfWork {
  /** When every part had its first line: a share of the time that the pen was down, 0 to 1. */
  readonly stood: number;
  /** The part that had its first line last. */
  readonly last: string;
  /** Parts that were worked on beyond their first line while others had none, most time first. */
  readonly before: readonly string[];
  /** How the time was shared out among the parts, the most first; shares of all of it. */
  readonly time: readonly { readonly part: string; readonly share: number }[];
  /** How many strokes were drawn when the whole stood. */
  readonly strokes: number;
  /** The parts in the order of their first lines, each with how many strokes were drawn then. */
  readonly firstLines: readonly { readonly part: string; readonly strokes: number }[];
}

/** A part has its first line when so much of its extent is drawn. */
const LAID = 0.6;
/** A part was worked on where it took this share of all time beyond its first line. */
const WORKED = 0.1;
/** And this many times as much as its first line had taken, so that no two edges of one limb count. */
const BEYOND = 1.5;
/** Where more than this share of the lines has no times, nothing is said of their order. */
const MOST_UNTIMED = 0.1;
/** With fewer parts there is no whole to stand. */
const FEWEST = 3;

/** How a part came to be. */
interface Laying {
  readonly part: string;
  /** After how many strokes it had its first line. */
  readonly strokes: number;
  /** How long that took, milliseconds. */
  readonly ms: number;
}

function layingOf(part: string, extent: number, strokes: readonly WorkedStroke[]): Laying[] {
  let [length, ms] = [0, 0];
  for (const [i, stroke] of strokes.entries()) {
    const share = stroke.parts.get(part) ?? 0;
    length += share * stroke.length;
    ms += share * stroke.ms;
    if (length >= LAID * extent) return [{ part, strokes: i + 1, ms }];
  }
  return [];
}

/** The share of all length of which nobody knows how long it took. */
function untimedShare(strokes: readonly WorkedStroke[]): number {
  let [untimed, all] = [0, 0];
  for (const { length, ms } of strokes) {
    all += length;
    if (!(ms > 0)) untimed += length;
  }
  return all > 0 ? untimed / all : 0;
}

const timeOn = (part: string, strokes: readonly WorkedStroke[]): number =>
  strokes.reduce((sum, { ms, parts }) => sum + ms * (parts.get(part) ?? 0), 0);

/**
 * In which order a drawing came to be: when the whole stood, what was worked on before, where the time went.
 * The clock is the time that the pen was down.
 * @param strokes in the order in which they were drawn
 * @param extents of each part in the drawing, millimetres: how long its first line would be
 * @returns null where times are not known or fewer than three parts are drawn
 */
export function orderOfWork(
  strokes: readonly WorkedStroke[],
  extents: ReadonlyMap<string, number>,
): OrderOfWork | null {
  const total = strokes.reduce((sum, { ms }) => sum + ms, 0);
  if (!(total > 0) || untimedShare(strokes) > MOST_UNTIMED) return null;
  const laid = [...extents].flatMap(([part, extent]) => (extent > 0 ? layingOf(part, extent, strokes) : []));
  if (laid.length < FEWEST) return null;
  const last = laid.reduce((a, b) => (b.strokes > a.strokes ? b : a));
  const first = strokes.slice(0, last.strokes);
  const beyond = laid
    .map(({ part, ms }) => ({ part, ms, more: timeOn(part, first) - ms }))
    .filter(({ part, ms, more }) => part !== last.part && more >= WORKED * total && more >= BEYOND * ms)
    .sort((a, b) => b.more - a.more);
  return {
    stood: first.reduce((sum, { ms }) => sum + ms, 0) / total,
    last: last.part,
    before: beyond.map(({ part }) => part),
    time: laid
      .map(({ part }) => ({ part, share: timeOn(part, strokes) / total }))
      .sort((a, b) => b.share - a.share),
    strokes: last.strokes,
    firstLines: laid
      .map(({ part, strokes: after }) => ({ part, strokes: after }))
      .sort((a, b) => a.strokes - b.strokes),
  };
}
