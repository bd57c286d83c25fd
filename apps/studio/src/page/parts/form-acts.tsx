import { useMemo, useState } from 'react';
import { isOpen, reversed, type FormGuess } from '@deft/core/forms';
import { jointAt, joinFor, joining, splitting, type Form, type Stroke } from '@deft/core/page';
import { newId } from '../../data/new-id';
import { guessesOf, makingForm, strokeToGuess } from '../form-from-stroke';
import { sheetFor, whyNot } from '../place-on';
import { useSay } from '../../ui/notes';
import { useShell } from '../shell/shell-context';
import { shapeWords } from '../form-words';
import { TrayAct } from './tray-act';

/** A stroke that was made a form: what it was, what else it may be, and the form that stands for it now. */
interface Made {
  readonly stroke: Stroke;
  readonly guesses: readonly FormGuess[];
  readonly taken: FormGuess;
  readonly form: Form;
}

/**
 * What the stroke just drawn may stand for: it is made that form, made another, or becomes a stroke again.
 */
export function FormGuesses() {
  const { keeper, things, surface, state, dispatch } = useShell();
  const [made, setMade] = useState<Made | null>(null);
  const [last] = state.lastStrokes;
  const drawn = useMemo(() => strokeToGuess(keeper.things, last ? [last] : []), [keeper, last]);
  const guesses = useMemo(() => (drawn ? guessesOf(drawn) : []), [drawn]);
  const form = made ? things.get(made.form.id) : undefined;
  const standing = made !== null && form?.type === 'form' && state.lastStrokes.length === 0 ? made : null;
  const scene = surface?.painter.scene;

  const make = (guess: FormGuess, stroke: Stroke, all: readonly FormGuess[], instead: string): void => {
    const refusal = whyNot(keeper.things, sheetFor(keeper.things, ['forms']));
    if (refusal) return dispatch({ kind: 'obstacle', obstacle: refusal });
    const making = scene && makingForm(keeper.things, scene, instead, guess);
    if (!making) return undefined;
    void keeper.commit(making.change);
    setMade({ stroke, guesses: all, taken: guess, form: making.form });
    dispatch({ kind: 'drawn', strokes: [] });
    // So that it can be given its name at once.
    dispatch({ kind: 'select', id: making.form.id });
    return undefined;
  };

  if (standing) {
    const { stroke, guesses: all, taken } = standing;
    const other = all.find((guess) => guess !== taken);
    const backToStroke = (): void => {
      const again: Stroke = { ...stroke, id: newId() };
      void keeper.commit({ remove: [standing.form.id], add: [again] });
      setMade(null);
      dispatch({ kind: 'drawn', strokes: [again.id] });
    };
    return (
      <>
        {other ? (
          <TrayAct
            label={`rather ${shapeWords(other.shape)}`}
            spoken={`rather ${shapeWords(other.shape)}: what the stroke may be as well`}
            shape={other.shape.kind}
            testID="other-form"
            onPress={() => make(other, stroke, all, standing.form.id)}
          />
        ) : null}
        <TrayAct label="stroke again" shape="pencil" testID="stroke-again" onPress={backToStroke} />
      </>
    );
  }
  if (!drawn || guesses.length === 0) return null;
  return guesses.map((guess) => (
    <TrayAct
      key={shapeWords(guess.shape)}
      label={`as ${shapeWords(guess.shape)}`}
      spoken={`as ${shapeWords(guess.shape)}: make the stroke this form`}
      shape={guess.shape.kind}
      testID="make-form"
      onPress={() => make(guess, drawn, guesses, drawn.id)}
    />
  ));
}

/** A form is hung on the one that it reaches, as a forearm on its upper arm; or split off it again. */
export function JointAct() {
  const { keeper, things, state } = useShell();
  const say = useSay();
  const form = state.selected ? things.get(state.selected) : undefined;
  if (form?.type !== 'form') return null;
  if (jointAt(things, form))
    return (
      <TrayAct
        label="split"
        shape="cut"
        spoken="split: it no longer hangs on another form"
        onPress={() => void keeper.commit(splitting(form))}
      />
    );
  const join = (): void => {
    const found = joinFor(keeper.things, form);
    if (!found) return say({ text: NOTHING_TO_JOIN });
    void keeper.commit(joining(form, found.on.id, found.at));
    const on = found.on.part === null ? 'the form beside it' : `the ${found.on.part}`;
    say({
      text: `It hangs on ${on} now, and goes where that goes. Its filled end turns it about the joint.`,
      undo: () => void keeper.undo(),
    });
    return undefined;
  };
  return (
    <TrayAct label="join" shape="joint" spoken="join: hang it on the form that it reaches" onPress={join} />
  );
}

const NOTHING_TO_JOIN = 'No other form reaches an end of this one. Pull one end onto the other form first.';

/** Whether a form interrupts what lies behind it: what is made next does as it does. */
export function CoverAct() {
  const { keeper, things, state } = useShell();
  const form = state.selected ? things.get(state.selected) : undefined;
  if (form?.type !== 'form' || isOpen(form.shape)) return null;
  const on = form.covers ?? false;
  return (
    <TrayAct
      label="cover"
      shape="front"
      on={on}
      spoken="cover: outlines behind it leave off at it"
      onPress={() => void keeper.commit({ set: [{ id: form.id, to: { covers: !on } }] })}
    />
  );
}

/** What can be seen two ways is seen the other way: what lay behind lies in front. */
export function ReverseAct() {
  const { keeper, things, state } = useShell();
  const form = state.selected ? things.get(state.selected) : undefined;
  if (form?.type !== 'form' || reversed(form.shape) === form.shape) return null;
  return (
    <TrayAct
      label="reverse"
      shape="back"
      spoken="reverse: what is behind comes to the front"
      onPress={() => void keeper.commit({ set: [{ id: form.id, to: { shape: reversed(form.shape) } }] })}
    />
  );
}
