import { createContext, useContext } from 'react';
import type { Id } from '@deft/core/page';
import type { Recipe } from '@deft/core/recipe';
import type { Attempt, Board, InMind, Study } from '@deft/contract';
import type { PageKeeper } from '../data/page-keeper';

/** A recipe that is drawn step by step: `at` counts its parts from 0. */
export interface Steps {
  readonly recipe: Recipe;
  readonly at: number;
}

/** A set that is traced together: one part on all of its pictures, then the next. */
export interface Together {
  readonly set: Id;
  /** The part that is traced now; empty for the first one. */
  readonly step: string;
}

/** The study whose pass is on the screen. */
export interface OpenedStudy {
  readonly study: Study;
  /** The attempt that is shown; null before there is one. */
  readonly attempt: Attempt | null;
  /** The page that the pass lies on; null where it lies on none, or until it is open. */
  readonly keeper: PageKeeper | null;
  /** The trace's page while one builds: its names are taken over, and it may be shown. */
  readonly trace: PageKeeper | null;
  /** Whether the trace stands over the reference while one builds. */
  readonly traceShown: boolean;
  readonly setTraceShown: (shown: boolean) => void;
  /** Whether it is to, and has nothing to show. */
  readonly nothingTraced: boolean;
  /** Another trace or attempt that lies faintly over the one that is open. */
  readonly over: Id | null;
  readonly setOver: (other: Id | null) => void;
  /** Opens another trace of the study. */
  readonly showTrace: (trace: Id) => void;
  /** Marks a trace as a kind of its subject. */
  readonly markTrace: (trace: Id, kind: string) => void;
  /** Begins a further trace, on a page of its own. */
  readonly traceAgain: () => void;
  /** A board that lies beside the page in the reference's stead. */
  readonly board: Board | null;
  readonly setBoard: (board: Board | null) => void;
  /** A recipe that lies beside the page in the reference's stead. */
  readonly recipeBeside: Recipe | null;
  readonly setRecipeBeside: (recipe: Recipe | null) => void;
  /** A recipe that is drawn step by step, and at which of its parts one is. */
  readonly steps: Steps | null;
  readonly setSteps: (steps: Steps | null) => void;
  /** The set that it is traced together with, picture after picture; null where it is traced alone. */
  readonly together: Together | null;
  /** Goes on drawing the attempt that is shown. */
  readonly goOnDrawing: () => void;
  /** Shows another attempt; null for the last there is. */
  readonly showAttempt: (attempt: Id | null) => void;
  /** Shows the untimed copy of the drawing that is shown, which its bell has closed. */
  readonly showCopy: () => void;
  /** Begins a new attempt, on a page of its own, with something to watch in it. */
  readonly beginAnew: (inMind: InMind | null, source?: 'sight' | 'knowledge') => void;
}

export const StudyContext = createContext<OpenedStudy | null>(null);

/** The study that one is in. Throws outside of one. */
export function useStudy(): OpenedStudy {
  const opened = useContext(StudyContext);
  if (!opened) throw new Error('This part belongs into a study.');
  return opened;
}
