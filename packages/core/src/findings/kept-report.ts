import type { CheckReport } from './check.ts';
import type { KindSentence, NamedKind } from './named-things.ts';
import { findingSentence, perhapsSentence } from './sentences.ts';

/** What a check said, in words: as it is kept, and can be read when it would be computed otherwise. */
export interface ReportInWords {
  /** The version of the computation that said it. */
  readonly computation: number;
  readonly headline: string;
  /** Per cent of the figure's height; null where nothing could be told. */
  readonly miss: number | null;
  readonly says: readonly {
    readonly sentence: string;
    readonly sure: 'clearly' | 'perhaps';
    /** Absent for places, tilts and proportions. */
    readonly kind?: NamedKind;
  }[];
}

/**
 * A report in words: what is clearly off and what is perhaps, in the report's own order, and then what else
 * is named, kind by kind.
 * @param headline the one thing to do about the drawing
 */
export function inWords(
  report: CheckReport,
  headline: string,
  kinds: readonly KindSentence[],
): ReportInWords {
  const { version, findings, perhaps, sides, averageMiss } = report;
  return {
    computation: version,
    headline,
    miss: averageMiss?.value ?? null,
    says: [
      ...findings.map((f) => ({ sentence: findingSentence(f, sides), sure: 'clearly' as const })),
      ...perhaps.map((f) => ({ sentence: perhapsSentence(f, sides), sure: 'perhaps' as const })),
      ...kinds,
    ],
  };
}
