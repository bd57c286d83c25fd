import { otherSide } from '../subjects/subjects.ts';
import { estimateRatio, type Estimate } from './estimate.ts';
import type { TracedPart } from './traced-part.ts';

export interface Measure {
  readonly part: string;
  readonly of: 'length' | 'width';
}

/** Two measures that are alike in every trace. */
export interface EqualMeasures {
  readonly a: Measure;
  readonly b: Measure;
  readonly ratio: Estimate;
}

/** In fewer traces it may be chance. */
const FROM = 3;
/** They are alike where their ratio is this near to one, and differs by no more from trace to trace. */
const NEAR = 0.04;
const STEADY = 0.06;

/**
 * Which lengths and widths of different parts are alike in the traces: the steadiest first. A part and the
 * same on the other side are not held together.
 */
export function equalMeasures(traces: readonly ReadonlyMap<string, TracedPart>[]): EqualMeasures[] {
  const names = [...new Set(traces.flatMap((parts) => [...parts.keys()]))];
  const measures = names.flatMap((part): Measure[] => [
    { part, of: 'length' },
    { part, of: 'width' },
  ]);
  const found: EqualMeasures[] = [];
  measures.forEach((a, i) => {
    for (const b of measures.slice(i + 1)) {
      if (a.part === b.part || a.part === otherSide(b.part)) continue;
      const ratio = estimateRatio(
        traces.flatMap((parts) => {
          const [p, q] = [parts.get(a.part)?.[a.of] ?? 0, parts.get(b.part)?.[b.of] ?? 0];
          return p > 0 && q > 0 ? [p / q] : [];
        }),
      );
      if (!ratio?.interval || ratio.of < FROM || ratio.of < traces.length / 2) continue;
      const [low, high] = ratio.interval;
      if (low > 1 || high < 1 || Math.abs(Math.log(ratio.mean)) > NEAR) continue;
      if ((ratio.spread ?? 1) <= STEADY) found.push({ a, b, ratio });
    }
  });
  return found.sort((p, q) => (p.ratio.spread ?? 1) - (q.ratio.spread ?? 1));
}
