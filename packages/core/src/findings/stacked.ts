import { boxOf } from '../geometry/box.ts';
import { middle, type Point } from '../geometry/point.ts';
import { isInside, polygonArea } from '../geometry/polygon.ts';
import type { Front } from '../subjects/body-parts.ts';
import type { Overlap } from './overlaps.ts';

/** A form as it is stacked: what it stands for, and its outline. */
export interface Stacked {
  readonly name: string;
  readonly outline: readonly Point[];
}

/** Room that two forms share is counted in so many places each way. */
const PLACES = 24;
/** Forms that share less than this of the smaller one only touch. */
const LEAST_SHARED = 0.03;

/** The area that two outlines share, over the smaller one's, to within about the count of places. */
function sharedShare(a: readonly Point[], b: readonly Point[]): number {
  const [own, other] = polygonArea(a) <= polygonArea(b) ? [a, b] : [b, a];
  const box = boxOf(own);
  if (!box) return 0;
  let [inOwn, inBoth] = [0, 0];
  for (let i = 0; i < PLACES; i += 1)
    for (let k = 0; k < PLACES; k += 1) {
      const p = {
        x: box.minX + ((i + 0.5) / PLACES) * (box.maxX - box.minX),
        y: box.minY + ((k + 0.5) / PLACES) * (box.maxY - box.minY),
      };
      if (!isInside(own, p)) continue;
      inOwn += 1;
      if (isInside(other, p)) inBoth += 1;
    }
  return inOwn > 0 ? inBoth / inOwn : 0;
}

/** Which of some forms cover which. @param stacked the lowest first */
export function frontsAmong(stacked: readonly Stacked[]): Front[] {
  return stacked.flatMap((low, i) =>
    stacked
      .slice(i + 1)
      .flatMap((high): Front[] =>
        low.name !== high.name && sharedShare(low.outline, high.outline) > LEAST_SHARED
          ? [[high.name, low.name]]
          : [],
      ),
  );
}

const centreOf = ({ outline }: Stacked): Point => {
  const box = boxOf(outline);
  return box ? middle({ x: box.minX, y: box.minY }, { x: box.maxX, y: box.maxY }) : { x: 0, y: 0 };
};

/**
 * Which of the forms that cover each other in both are stacked otherwise in the drawing than in the picture.
 * @param drawn laid on the picture, its pixels; the lowest first
 * @param fronts of the picture
 */
export function stackedOtherwise(drawn: readonly Stacked[], fronts: readonly Front[]): Overlap[] {
  const own = frontsAmong(drawn);
  const at = new Map(drawn.map((form) => [form.name, centreOf(form)]));
  return fronts.flatMap(([front, behind]): Overlap[] => {
    const kept = own.some(([p, q]) => p === front && q === behind);
    const reversed = own.some(([p, q]) => p === behind && q === front);
    const [a, b] = [at.get(front), at.get(behind)];
    return a && b && kept !== reversed
      ? [{ front, behind, reversed, sure: 'clearly', at: middle(a, b) }]
      : [];
  });
}
