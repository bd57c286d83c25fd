import { useEffect, useMemo, useReducer, useState } from 'react';
import type { Reference } from '@deft/contract';
import { sightLines, type PictureMark } from '@deft/core/reference';
import { sheetsOf, type Region } from '@deft/core/page';
import { takeHand } from '../../data/desk-slice';
import type { PageKeeper } from '../../data/page-keeper';
import { useDeskDispatch } from '../../data/store';
import { useThings } from '../../data/use-page';
import { useWide } from '../../ui/use-desk-theme';
import { useLatest } from '../../ui/use-latest';
import { useMirrored } from '../parts/view-sign';
import { pictureKnown } from '../picture-known';
import type { Surface } from '../surface';
import { useSteering, type Steering } from './steering';
import type { Pass } from './pass';
import type { Shell } from './shell-context';
import { openShell, shellReducer } from './shell-state';

export interface ShellOptions {
  readonly pass: Pass;
  readonly keeper: PageKeeper;
  readonly reference?: Reference | null;
  readonly region?: Region;
  /** What was put on the reference while its pose was held. */
  readonly marks?: readonly PictureMark[];
  readonly pageOnly?: boolean;
  readonly onPageOnly?: (only: boolean) => void;
  readonly steering?: Steering;
}

const NO_MARKS: readonly PictureMark[] = [];

/** Opens a page's screen, and puts the pass's first hand on it. */
export function useOpenShell({
  pass,
  keeper,
  reference = null,
  region = null,
  marks = NO_MARKS,
  pageOnly = false,
  onPageOnly = () => undefined,
  steering,
}: ShellOptions): Shell & { readonly onSurface: (surface: Surface) => void } {
  const wide = useWide();
  const send = useDeskDispatch();
  const [surface, onSurface] = useState<Surface | null>(null);
  const [own, dispatch] = useReducer(shellReducer, pass.firstPlace(wide), openShell);
  const state = steering?.look ? { ...own, look: steering.look } : own;
  useSteering(surface, steering);
  const mirrored = useMirrored(surface);
  const things = useThings(keeper, [
    'sheet',
    'form',
    'landmark',
    'placement',
    'page',
    'axis',
    'guide',
    'mass',
  ]);
  // The map stays the same one while what it holds changes: it is read anew each time.
  const sheets = sheetsOf(things);
  // What one begins with depends on what lies there: on a page that has not come, nothing does yet.
  const there = things.size > 0;
  const choice = pass.hands.length > 1;
  const taken = useLatest(state.handTaken);
  const known = useMemo(() => reference && pictureKnown(reference), [reference]);
  const { selected, nextSight } = state;
  const sight = known ? sightLines(things.get(selected ?? ''), nextSight, things, known) : NO_MARKS;
  useEffect(() => {
    if (there && choice && !taken.current) send(takeHand(pass.firstHand(keeper.things)));
  }, [send, pass, keeper, there, choice, taken]);
  return {
    pass,
    keeper,
    surface,
    reference,
    region,
    marks: sight.length > 0 ? [...marks, ...sight] : marks,
    state,
    dispatch,
    things,
    sheets,
    current: sheets.find(({ id }) => id === state.sheet) ?? sheets.at(-1) ?? null,
    mirrored,
    pageOnly,
    onPageOnly,
    onSurface,
  };
}
