import { useEffect, useLayoutEffect, useMemo } from 'react';
import type { Id } from '@deft/core';
import { useDesk } from '../../data/store';
import { DrawHand } from '../hands/draw';
import { FormsHand } from '../hands/forms';
import { GuidesHand } from '../hands/guides';
import { MoveHand } from '../hands/move';
import type { Surface } from '../surface';

interface HandsOptions {
  readonly surface: Surface | null;
  readonly selected: Id | null;
  readonly select: (id: Id | null) => void;
  /** Name that the next form or landmark is given. */
  readonly name: string | null;
  readonly sheet: Id | null;
  readonly refused: (sentence: string) => void;
}

/** Puts the chosen hand on the surface and keeps its settings. */
export function useHands({ surface, selected, select, name, sheet, refused }: HandsOptions): void {
  const { hand, drawTool, sizes, formsTool, guide } = useDesk((state) => state.desk);
  const hands = useMemo(() => surface && {
    Draw: new DrawHand(surface, { refused }),
    Forms: new FormsHand(surface, { selected: select, refused }),
    Guides: new GuidesHand(surface, refused),
    Move: new MoveHand(surface, select),
  }, [surface, select, refused]);
  useEffect(() => {
    if (surface && hands) surface.setHand(hands[hand]);
  }, [surface, hands, hand]);
  // Before the screen shows the new setting, so that the very next touch already has it.
  useLayoutEffect(() => {
    if (!hands) return;
    hands.Draw.take({ tool: drawTool, size: sizes[drawTool], sheet });
    hands.Forms.take(formsTool, name);
    hands.Guides.take(guide);
  }, [hands, drawTool, sizes, formsTool, guide, name, sheet]);
  useEffect(() => {
    if (!hands || (hand !== 'Forms' && hand !== 'Move')) return undefined;
    hands[hand].select(selected);
    return surface?.afterChange(() => hands[hand].redraw());
  }, [hands, hand, selected, surface]);
}
