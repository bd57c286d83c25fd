import { transformPoint } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { otherSide } from '../subjects/subjects.ts';
import type { ReferenceMark } from './mark.ts';
import { inFrame, preparedFrame, type Preparation, type Size } from './preparation.ts';

/** A landmark as it is known, in whichever frame the holder says. */
export interface KnownLandmark {
  readonly name: string;
  readonly at: Point;
  readonly hidden: boolean;
}

/** Landmarks of a reference: those the student placed go before those that a made picture knows. Original-picture pixels. */
export function landmarksOf(marks: readonly ReferenceMark[], truth: readonly KnownLandmark[]): KnownLandmark[] {
  const own = marks.filter((m) => m.kind === 'landmark').map(({ name, at, hidden }) => ({ name, at, hidden }));
  const named = new Set(own.map((l) => l.name));
  return [...own, ...truth.filter((l) => !named.has(l.name))];
}

/**
 * Landmarks as they are seen on a prepared picture: carried along with it, those outside its frame
 * counted as hidden; turned over, the sitter's left and right are swapped.
 */
export function seenLandmarks(landmarks: readonly KnownLandmark[], original: Size, preparation: Preparation): KnownLandmark[] {
  const frame = preparedFrame(original, preparation);
  return landmarks.map(({ name, at, hidden }) => {
    const place = transformPoint(frame.toPrepared, at);
    return { name: preparation.flip ? otherSide(name) : name, at: place, hidden: hidden || !inFrame(frame, place) };
  });
}
