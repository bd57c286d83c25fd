import { createContext, useContext, type Dispatch } from 'react';
import type { Reference } from '@deft/contract';
import type { Region, Sheet } from '@deft/core/page';
import type { PictureMark } from '@deft/core/reference';
import type { PageKeeper } from '../../data/page-keeper';
import type { Surface } from '../surface';
import type { Pass } from './pass';
import type { ShellAct, ShellState } from './shell-state';

/** A page on the screen: what is shown, how, and what can be done with it. */
export interface Shell {
  readonly pass: Pass;
  readonly keeper: PageKeeper;
  /** Null until it stands. */
  readonly surface: Surface | null;
  /** Null for a page without a reference. */
  readonly reference: Reference | null;
  /** The part of the page that is shown as if it were the whole. */
  readonly region: Region;
  /** What was put on the reference while its pose was held, and the sight that is at hand. */
  readonly marks: readonly PictureMark[];
  readonly state: ShellState;
  readonly dispatch: Dispatch<ShellAct>;
  /** Things of the page, without its strokes. */
  readonly things: PageKeeper['things'];
  readonly sheets: readonly Sheet[];
  /** The sheet to draw on. */
  readonly current: Sheet | null;
  readonly mirrored: boolean;
  readonly pageOnly: boolean;
  readonly onPageOnly: (only: boolean) => void;
}

export const ShellContext = createContext<Shell | null>(null);

/** The page's screen that one is in. Throws outside of one. */
export function useShell(): Shell {
  const shell = useContext(ShellContext);
  if (!shell) throw new Error('This part belongs into a page’s shell.');
  return shell;
}
