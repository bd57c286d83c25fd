import { invert, scaleOf, transformPoint } from '../geometry/affine.ts';
import { distance, middle, segmentDistance, type Point } from '../geometry/point.ts';
import type { FoundInInk, InkReference } from '../ink/find-landmarks.ts';
import { bonesOfLines } from '../ink/line-bones.ts';
import type { DrawnLine } from '../page/drawn-lines.ts';
import type { Id } from '../page/things.ts';
import type { Subject } from '../subjects/subject.ts';
import { hangingOn } from '../subjects/subjects.ts';
import { ovalOn, type CheckReport } from './check.ts';
import type { Finding } from './finding.ts';
import { placesBy, type Item } from './item.ts';

/** What to take hold of to mend a finding, and where it should come to lie. */
export interface Mend {
  /** Strokes and forms of the part that is off. */
  readonly ids: readonly Id[];
  /** The part as it should be: lines, page millimetres. */
  readonly ghost: readonly (readonly Point[])[];
}

/** A line belongs to a part where so much of its length does. */
const MOSTLY = 0.5;
/** So far from the line between its landmarks an edge may be drawn, parts of the reference's height. */
const WIDTH = 0.04;

/** Names of everything that goes along when a finding is mended, its own name first. */
function partOf({ about }: Finding, subject: Subject): ReadonlySet<string> {
  if (about === null) return new Set();
  const axis = subject.axes.find(({ name }) => name === about);
  const far = axis && axis.kind !== 'limb' && axis.kind !== 'chain' ? axis.ends : (axis?.ends.slice(1) ?? []);
  const direct = [about, ...far, ...(axis?.carries ?? [])];
  return new Set(direct.flatMap((name) => [name, ...hangingOn(subject, name)]));
}

/** The bones of the ink's model that a part is drawn of: those that it names, or that end at one it names. */
const isBoneOf = (bone: string, part: ReadonlySet<string>, subject: Subject): boolean =>
  part.has(bone) ||
  subject.axes.some(({ name, kind, ends }) => name === bone && kind === 'limb' && part.has(ends[1]));

type Segment = readonly [Point, Point];

/** Lines from landmark to landmark that a hand draws first and that begin or end at a part. */
const sticksOf = (
  part: ReadonlySet<string>,
  { sticks }: Subject,
  at: ReadonlyMap<string, Point>,
): Segment[] =>
  sticks.flatMap((names) =>
    names.slice(1).flatMap((to, i): Segment[] => {
      const from = names[i] as string;
      const [a, b] = [at.get(from), at.get(to)];
      return a && b && (part.has(from) || part.has(to)) ? [[a, b]] : [];
    }),
  );

/** The share of a line's length that lies no further than so from one of some segments. */
function shareAlong(line: readonly Point[], segments: readonly Segment[], width: number): number {
  let [near, whole] = [0, 0];
  line.slice(1).forEach((q, i) => {
    const p = line[i] as Point;
    const length = distance(p, q);
    whole += length;
    if (segments.some(([a, b]) => segmentDistance(middle(p, q), a, b) < width)) near += length;
  });
  return whole > 0 ? near / whole : 0;
}

/** Lines between the landmarks of a part as the reference has them, its near ends included. */
function linesOf(part: ReadonlySet<string>, subject: Subject, reference: readonly Item[]): Point[][] {
  const at = placesBy(reference);
  if (subject.sticks.length > 0) return sticksOf(part, subject, at).map((segment) => [...segment]);
  return subject.axes.flatMap(({ name, kind, ends }) => {
    const [a, b] = ends.map((end) => at.get(end));
    if (!isBoneOf(name, part, subject) || kind === 'chain' || !a || !b) return [];
    return [kind === 'part' ? ovalOn(a, b) : [a, b]];
  });
}

/**
 * What to take hold of to mend a finding, and where it should lie.
 * @param finding of `report`; one about the whole figure or without a name has nothing to take hold of
 * @param on.lines of the drawing, page millimetres
 * @param on.seen where its landmarks are seen; without, only forms are taken hold of
 */
export function mendOf(
  finding: Finding,
  on: {
    readonly report: CheckReport;
    readonly subject: Subject;
    readonly lines: readonly DrawnLine[];
    readonly items: readonly Item[];
    readonly reference: InkReference;
    readonly seen: FoundInInk | null;
  },
): Mend {
  const { report, subject, lines, items, reference, seen } = on;
  const part = partOf(finding, subject);
  const toPage = report.toReference && invert(report.toReference);
  const own = finding.mark.kind === 'outline' ? [[...finding.mark.reference]] : [];
  const right = finding.thing === 'form' ? own : linesOf(part, subject, items);
  const ghost = toPage
    ? right.map((line) => line.map((p) => transformPoint(toPage, p))).filter((line) => line.length > 1)
    : [];
  const forms = finding.thing === 'form' ? finding.drawn : [];
  const shares = seen ? sharesOf(part, { subject, lines, reference, seen }) : [];
  const strokes = lines.flatMap(({ of }, i) => ((shares[i] ?? 0) > MOSTLY ? [of] : []));
  return { ids: [...new Set([...forms, ...strokes])], ghost };
}

/** The share of each line's length that is drawn of a part. */
function sharesOf(
  part: ReadonlySet<string>,
  drawing: {
    readonly subject: Subject;
    readonly lines: readonly DrawnLine[];
    readonly reference: InkReference;
    readonly seen: FoundInInk;
  },
): number[] {
  const { subject, reference, seen } = drawing;
  const lines = drawing.lines.map(({ points }) => points);
  if (subject.sticks.length > 0) {
    const at = new Map(seen.landmarks.map(({ name, at: place }) => [name, place]));
    const sticks = sticksOf(part, subject, at);
    const width = WIDTH * reference.height * scaleOf(seen.toDrawing);
    return lines.map((line) => shareAlong(line, sticks, width));
  }
  return bonesOfLines(lines, reference, seen).map((shares) => {
    let share = 0;
    for (const [bone, own] of shares) if (isBoneOf(bone, part, subject)) share += own;
    return share;
  });
}
