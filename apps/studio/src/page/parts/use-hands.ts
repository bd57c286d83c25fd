import { useEffect, useLayoutEffect, useMemo } from 'react';
import type { Id } from '@deft/core/page';
import { useDesk } from '../../data/store';
import { useSay } from '../../ui/notes';
import { useLatest } from '../../ui/use-latest';
import { DRAW_FIELDS, DrawHand, drawSetting } from '../hands/draw';
import { FormsHand } from '../hands/forms';
import { GuidesHand } from '../hands/guides';
import { MassesHand } from '../hands/masses';
import { MoveHand } from '../hands/move';
import { PictureHand } from '../hands/picture';
import { WordsHand } from '../hands/words';
import { TAKEN_NOTES } from '../guide-words';
import type { Obstacle } from '../place-on';
import type { Shell } from '../shell/shell-context';

const NOTHING_TO_CUT = 'Nothing is filled there that could be cut.';

/** Asks for words where they are to stand. @param say is told them; null leaves it */
export type AskWords = (before: string, say: (text: string | null) => void) => void;

type Handed = Pick<Shell, 'pass' | 'surface' | 'state' | 'dispatch' | 'reference'> & {
  /** The sheet to draw on. */
  readonly sheet: Id | null;
  readonly ask: AskWords;
};

/** Puts the chosen hand on the surface and keeps its settings. */
export function useHands(options: Handed): void {
  const { pass, surface, state, sheet, reference } = options;
  const { selected, picks, way, oneSheet, nextName, nextSight } = state;
  const desk = useDesk(
    ...DRAW_FIELDS,
    'formsTool',
    'guide',
    'guideCounts',
    'snapping',
    'words',
    'massValue',
    'massWay',
  );
  const { formsTool, guide, guideCounts, snapping, words, massValue, massWay } = desk;
  const say = useSay();
  // A pass without a hand of ours has one of its own, or none.
  const own = pass.hands.includes(desk.hand) ? desk.hand : pass.hands[0];
  // The faded picture is moved by itself, until one is done with it.
  const hand = state.upper === 'picture' ? 'Picture' : own;
  const latest = useLatest(options);
  const hands = useMemo(() => {
    if (!surface) return null;
    const send: Shell['dispatch'] = (act) => latest.current.dispatch(act);
    const refused = (obstacle: Obstacle): void => send({ kind: 'obstacle', obstacle });
    return {
      Draw: new DrawHand(surface, { refused, drawn: (strokes) => send({ kind: 'drawn', strokes }) }),
      Forms: new FormsHand(surface, { selected: (id) => send({ kind: 'select', id }), refused }),
      Guides: new GuidesHand(surface, {
        selected: (id) => send({ kind: 'select', id }),
        refused,
        taken: (by) => say({ text: TAKEN_NOTES[by] }),
        // What was asked for is taken: the next one is held against nothing.
        laid: (guide) => guide.sight && send({ kind: 'next sight', sight: null }),
      }),
      Move: new MoveHand(surface, {
        selected: (ids) => send({ kind: 'pick', ids }),
        along: (ids) => latest.current.pass.along?.(surface.keeper.things, ids) ?? ids,
        looped: (loop) => send({ kind: 'loop', loop }),
        refused,
      }),
      Masses: new MassesHand(surface, {
        selected: (id) => send({ kind: 'select', id }),
        refused,
        nothing: () => say({ text: NOTHING_TO_CUT }),
      }),
      Picture: new PictureHand(surface),
      Words: new WordsHand(surface, { ask: (before, say) => latest.current.ask(before, say), refused }),
    };
  }, [surface, latest, say]);
  useLayoutEffect(() => {
    if (surface && hands && hand) surface.setHand(hands[hand]);
  }, [surface, hands, hand]);
  // Before the screen shows the new setting, so that the very next touch already has it.
  useLayoutEffect(() => {
    if (!hands) return;
    hands.Draw.take(drawSetting(desk, sheet));
    hands.Forms.take(formsTool, nextName, snapping);
    hands.Guides.take({ tool: guide, counts: guideCounts, snapping, sight: nextSight });
    hands.Move.take(way, oneSheet ? sheet : null);
    hands.Masses.take(massValue, massWay, sheet);
    hands.Words.take(words, desk.pens[desk.pen].colour, sheet);
  }, [
    hands,
    desk,
    formsTool,
    guide,
    guideCounts,
    snapping,
    words,
    massValue,
    massWay,
    way,
    oneSheet,
    nextName,
    nextSight,
    sheet,
  ]);
  useEffect(() => {
    if (!hands || hand !== 'Picture') return undefined;
    hands.Picture.take(reference);
    return surface?.afterChange(() => hands.Picture.redraw());
  }, [hands, hand, reference, surface]);
  useEffect(() => {
    if (!hands || (hand !== 'Forms' && hand !== 'Guides' && hand !== 'Masses')) return undefined;
    hands[hand].select(selected);
    return surface?.afterChange(() => hands[hand].redraw());
  }, [hands, hand, selected, surface]);
  useEffect(() => {
    if (!hands || hand !== 'Move') return undefined;
    hands.Move.select(picks);
    return surface?.afterChange(() => hands.Move.redraw());
  }, [hands, hand, picks, surface]);
}
