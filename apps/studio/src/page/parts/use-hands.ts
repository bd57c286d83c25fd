import { useEffect, useLayoutEffect, useMemo } from 'react';
import type { Point } from '@deft/core/geometry';
import type { Id } from '@deft/core/page';
import { useDesk } from '../../data/store';
import { useLatest } from '../../ui/use-latest';
import { DrawHand, drawSetting } from '../hands/draw';
import { FormsHand } from '../hands/forms';
import { GuidesHand } from '../hands/guides';
import { MoveHand, type MoveWay } from '../hands/move';
import { WordsHand } from '../hands/words';
import type { Refusal } from '../place-on';
import type { Surface } from '../surface';

interface HandsOptions {
  readonly surface: Surface | null;
  readonly selected: Id | null;
  readonly select: (id: Id | null) => void;
  readonly picks: ReadonlySet<Id>;
  readonly pick: (ids: ReadonlySet<Id>) => void;
  readonly looped: (loop: readonly Point[] | null) => void;
  readonly way: MoveWay;
  /** Move picks from the current sheet alone. */
  readonly oneSheet: boolean;
  /** Name that the next form or landmark is given. */
  readonly name: string | null;
  readonly sheet: Id | null;
  readonly refused: (refusal: Refusal) => void;
  readonly drawn: (strokes: readonly Id[]) => void;
  readonly ask: (before: string, say: (text: string | null) => void) => void;
}

/** Puts the chosen hand on the surface and keeps its settings. */
export function useHands(options: HandsOptions): void {
  const { surface, selected, picks, way, oneSheet, name, sheet } = options;
  const desk = useDesk((state) => state.desk);
  const { hand, formsTool, guide, words } = desk;
  const latest = useLatest(options);
  const hands = useMemo(() => {
    if (!surface) return null;
    const refused = (refusal: Refusal): void => latest.current.refused(refusal);
    return {
      Draw: new DrawHand(surface, { refused, drawn: (strokes) => latest.current.drawn(strokes) }),
      Forms: new FormsHand(surface, { selected: (id) => latest.current.select(id), refused }),
      Guides: new GuidesHand(surface, refused),
      Move: new MoveHand(surface, {
        selected: (ids) => latest.current.pick(ids),
        looped: (loop) => latest.current.looped(loop),
        refused,
      }),
      Words: new WordsHand(surface, { ask: (before, say) => latest.current.ask(before, say), refused }),
    };
  }, [surface, latest]);
  useEffect(() => {
    if (surface && hands) surface.setHand(hands[hand]);
  }, [surface, hands, hand]);
  // Before the screen shows the new setting, so that the very next touch already has it.
  useLayoutEffect(() => {
    if (!hands) return;
    hands.Draw.take(drawSetting(desk, sheet));
    hands.Forms.take(formsTool, name);
    hands.Guides.take(guide);
    hands.Move.take(way, oneSheet ? sheet : null);
    hands.Words.take(words, desk.pens[desk.pen].colour, sheet);
  }, [hands, desk, formsTool, guide, words, way, oneSheet, name, sheet]);
  useEffect(() => {
    if (!hands || hand !== 'Forms') return undefined;
    hands.Forms.select(selected);
    return surface?.afterChange(() => hands.Forms.redraw());
  }, [hands, hand, selected, surface]);
  useEffect(() => {
    if (!hands || hand !== 'Move') return undefined;
    hands.Move.select(picks);
    return surface?.afterChange(() => hands.Move.redraw());
  }, [hands, hand, picks, surface]);
}
