import { transformPoint } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import type { Id } from '../page/things.ts';
import { otherSide } from '../subjects/subjects.ts';
import type { LoadMark, ReferenceMark, RuleMark, SightMark } from './mark.ts';
import { inFrame, preparedFrame, type Preparation, type Size } from './preparation.ts';

/** A landmark as it is known, in whichever frame the holder says. */
export interface KnownLandmark {
  readonly name: string;
  readonly at: Point;
  readonly hidden: boolean;
  /** How surely it is placed: standard deviation, pixels; absent where a made picture knows it. */
  readonly spread?: number;
  /** The desk found it, and nobody has said that it is right. */
  readonly found?: true;
}

/**
 * How surely a hand places a landmark on a picture, as a share of its longer side: a prior until it is
 * measured.
 */
const PLACED = 0.003;

/**
 * Landmarks of a reference: those the student placed go before those that a made picture knows.
 * Original-picture pixels.
 */
export function landmarksOf(
  marks: readonly ReferenceMark[],
  truth: readonly KnownLandmark[],
  original: Size,
): KnownLandmark[] {
  const spread = PLACED * Math.max(original.width, original.height);
  const own = marks
    .filter((m) => m.kind === 'landmark')
    .map(({ name, at, hidden, spread: found }) =>
      found === undefined
        ? { name, at, hidden, spread }
        : { name, at, hidden, spread: found, found: true as const },
    );
  const named = new Set(own.map((l) => l.name));
  return [...own, ...truth.filter((l) => !named.has(l.name))];
}

/**
 * Landmarks as they are seen on a prepared picture: carried along with it, those outside its frame
 * counted as hidden; turned over, the sitter's left and right are swapped.
 */
export function seenLandmarks(
  landmarks: readonly KnownLandmark[],
  original: Size,
  preparation: Preparation,
): KnownLandmark[] {
  const frame = preparedFrame(original, preparation);
  return landmarks.map(({ name, at, hidden, ...rest }) => {
    const place = transformPoint(frame.toPrepared, at);
    return {
      ...rest,
      name: preparation.flip ? otherSide(name) : name,
      at: place,
      hidden: hidden || !inFrame(frame, place),
    };
  });
}

/** Outlines on the original as they are seen on a prepared picture; they may run beyond its frame. */
export function seenOutlines(
  outlines: readonly (readonly Point[])[],
  original: Size,
  preparation: Preparation,
): Point[][] {
  const { toPrepared } = preparedFrame(original, preparation);
  return outlines.map((outline) => outline.map((p) => transformPoint(toPrepared, p)));
}

/** Sights on the original as they lie on a prepared picture: what they measure there is measured anew. */
export function seenSights(
  marks: readonly ReferenceMark[],
  original: Size,
  preparation: Preparation,
): SightMark[] {
  const { toPrepared } = preparedFrame(original, preparation);
  const pair = ([a, b]: readonly [Point, Point]): [Point, Point] => [
    transformPoint(toPrepared, a),
    transformPoint(toPrepared, b),
  ];
  return marks.flatMap((mark): SightMark[] => {
    if (mark.kind !== 'sight') return [];
    return mark.unit
      ? [{ ...mark, unit: pair(mark.unit), span: pair(mark.span) }]
      : [{ ...mark, unit: null, span: pair(mark.span) }];
  });
}

/** What a figure carries as it is seen on a prepared picture: turned over, left and right are swapped. */
export const seenLoads = (marks: readonly ReferenceMark[], { flip }: Pick<Preparation, 'flip'>): LoadMark[] =>
  marks.flatMap((mark) =>
    mark.kind === 'load' ? [{ ...mark, on: flip ? otherSide(mark.on) : mark.on }] : [],
  );

/** A rule as it holds on the picture on which it was noticed: turned over, left and right are swapped. */
export const seenRule = (rule: RuleMark, { flip }: Pick<Preparation, 'flip'>): RuleMark =>
  flip ? { ...rule, on: rule.on.map(otherSide) } : rule;

/**
 * A rule as it is meant in a picture: on the one where it was noticed by the very places that were touched,
 * also where that is turned over; on others by the sitter's left and right.
 */
export const ruleIn = (
  { rule, reference }: { readonly rule: RuleMark; readonly reference: Id },
  { id, preparation }: { readonly id: Id; readonly preparation: Pick<Preparation, 'flip'> },
): RuleMark => (reference === id ? seenRule(rule, preparation) : rule);
