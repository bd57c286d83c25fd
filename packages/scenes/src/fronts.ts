import type { Point } from '@deft/core/geometry';
import { areJoined, BODY_PARTS, type BodyPart, type Front } from '@deft/core/subjects';
import type { Vector3 } from 'three';

/** A body as it stands in a scene: metres, and where it is seen, pixels. */
interface Seen {
  readonly landmarks: readonly { readonly name: string; readonly at: Vector3 }[];
  readonly eye: Vector3;
  readonly project: (place: Vector3) => Point;
  /** Of the body in the picture, pixels. */
  readonly height: number;
}

const STEPS = 24;
/** Two parts cover each other where they come nearer than this, in their half widths together. */
const NEAR = 0.5;
/** And one is in front where it is nearer to the eye by so much, likewise. */
const DEEPER = 0.8;

/** A part's line in space in even steps; null where an end of it is not known. */
function lineOf(part: BodyPart, at: ReadonlyMap<string, Vector3>): Vector3[] | null {
  const end = (names: readonly string[]): Vector3 | null => {
    const places = names.map((name) => at.get(name));
    if (places.some((place) => !place)) return null;
    return (places as Vector3[])
      .reduce((sum, place) => sum.clone().add(place))
      .clone()
      .divideScalar(names.length);
  };
  const [from, to] = [end(part.from), end(part.to)];
  if (!from || !to) return null;
  return Array.from({ length: STEPS + 1 }, (_, i) => from.clone().lerp(to, i / STEPS));
}

/**
 * Which parts of a figure cover which in a picture, from where they stand in space; empty of what is no
 * figure.
 */
export function frontsOf({ landmarks, eye, project, height }: Seen): Front[] {
  const at = new Map(landmarks.map(({ name, at: place }) => [name, place]));
  const ys = landmarks.map(({ at: { y } }) => y);
  const parts = BODY_PARTS.flatMap((part) => {
    const line = lineOf(part, at);
    return line ? [{ part, line, seen: line.map(project) }] : [];
  });
  if (parts.length < BODY_PARTS.length) return [];
  const metres = Math.max(...ys) - Math.min(...ys);
  return parts.flatMap((a, i) =>
    parts.slice(i + 1).flatMap((b): Front[] => {
      if (areJoined(a.part.name, b.part.name)) return [];
      let [least, first, second] = [Infinity, 0, 0];
      for (let p = 0; p <= STEPS; p += 1)
        for (let q = 0; q <= STEPS; q += 1) {
          const [s, t] = [a.seen[p] as Point, b.seen[q] as Point];
          const far = Math.hypot(s.x - t.x, s.y - t.y);
          if (far < least) [least, first, second] = [far, p, q];
        }
      const halves = a.part.half + b.part.half;
      if (least > NEAR * halves * height) return [];
      const nearer = eye.distanceTo(b.line[second] as Vector3) - eye.distanceTo(a.line[first] as Vector3);
      if (Math.abs(nearer) < DEEPER * halves * metres) return [];
      return [nearer > 0 ? [a.part.name, b.part.name] : [b.part.name, a.part.name]];
    }),
  );
}
