import type { Pass } from '@deft/contract';

/** The words of studies, in one place. */
export const PASS_NOTES: Readonly<Record<Pass, string>> = {
  observe: 'Look before you draw: what is characteristic, what is large, what lines up?',
  trace: 'Lay simple forms over the faded picture, and touch a few landmarks.',
  build: 'Build it freehand from the same forms. A ground line first.',
  refine: 'A clean line on a new sheet over the construction, then tone. Refine over first.',
  check: 'See what is off, by how much, and which way.',
};
/** What is said of the untimed copy of a pose. @param spoken how long the pose was given */
export const copyNote = (spoken: string): string =>
  `An untimed copy of a pose of ${spoken}; that stays as it was.`;
export const MEND_A_COPY =
  'This is a copy, without a clock: mend it here. The pose stays as its bell left it.';
export const NO_STUDIES =
  'No study yet. Open a reference and choose “Study this”, or open a pose from a session.';
export const TRACES_NOTE =
  'Each trace keeps. What you build is held against the one that is open. Mark them by kind, and the recipe tells what changes between kinds.';
export const NOTHING_TO_CHECK =
  'There is nothing to check yet. Build the picture freehand first, then come back.';
export const NO_TRAITS =
  'Nothing yet. What defines a subject is written with its set, what is special here under Notice in Observe.';
export const FROM_YOUR_LINES =
  'Laid over from your lines. The rings are where the desk sees your landmarks: drag one that is off.';
export const LOOKS_ALIKE = 'It fits about as well the other way round: look at left and right.';
export const MEND_HOW =
  'It is taken hold of: move, turn or size it onto the dashed lines. A loop takes hold of something else.';
export const DRAW_IT_ANEW = 'Rub it out and draw it anew along the dashed lines.';
export const MENDED = 'That is right now, as far as the desk can tell.';
export const NOT_TOLD_NOW = 'From how it is now, the desk cannot tell.';
export const BRING_DRAWING =
  'Photograph a drawing of this reference that you made on paper: whole, with a little of the table round it, in even light. Or choose a picture of one that was drawn elsewhere. Then it is laid flat, and what you drew is lifted from it.';
export const ACTION_LINES =
  'On the drawing: your line of action from the head to the foot; the picture’s is dashed.';
export const PLUMB_LINES =
  'On the drawing: a plumb line through the weight, and the middle of your feet. Dashed is where they stand under this weight in the picture.';
export const LOADS_NOTE =
  'Heavy is a fifth of the body’s own weight. It is kept with the picture, and counts in every check of it.';
export const OUTLINE_MARKS =
  'On the drawing: filled where your outline lies too far out, hatched where too far in. Dashed is the picture’s. What is told under “what is off” is not told here again.';
export const GAP_MARKS =
  'On the drawing: hatched are your gaps that are off, and those that you have closed; dashed are the picture’s.';
export const GOES_WITH_IT = 'With what is off goes:';
export const DEPTH_MARKS =
  'On the drawing: rings are where what lies in front is behind; where forms nearly touch their outline is marked.';
export const RELATION_MARKS =
  'On the drawing: arrows lead to where a place would line up; of a triangle the picture’s is dashed.';
export const VALUE_MARKS =
  'On the drawing: filled is your darkest place, empty your lightest; dashed is where they are in the picture. What is left unfilled is outlined.';
export const NOTHING_NOTICED =
  'Nothing has been noticed about this picture or its subject yet: write it down under Notice or Relations in Observe, or with the set.';
export const NOTICED_BY_EYE = 'Look for yourself, and switch on what is in your drawing:';
export const ON_PURPOSE = 'Changed on purpose';
export const ON_PURPOSE_NOTE =
  'What you mean otherwise than it is in the picture is no miss: the drawing is held against what you mean.';
export const WHAT_IS_MEANT = 'I meant that';
export const WITH_THIS_IN_MIND = 'Try again, with this in mind';
export const NOT_MEANT = 'The desk does not answer, so this was not kept. Try again in a moment.';
export const NOT_SAVED = 'The picture could not be made. The drawing is untouched.';
export const LINE_MARKED = 'Marked on the drawing: where a line goes over an earlier one.';
export const LINE_NO_FAULT =
  'None of this is a fault. It stands beside what is usual for you in about as much time.';
export const NOTHING_USUAL_YET =
  'None of this is a fault. After five checked drawings of about as much time it stands beside your usual.';
export const NOT_TAKEN_HOLD =
  'This part could not be taken hold of. The drawing is untouched: mend it under Refine, or try again.';
/** Where a drawing that was laid by hand could not be kept so. */
export const NOT_LAID = 'The desk does not answer, so your drawing lies as it did. Try again in a moment.';

export const TOGETHER_NOTE =
  'One part on every picture, then the next: so one sees what stays the same. Touch a trace to go to its picture.';

export const ATTEMPTS_NOTE =
  'Every drawing of this picture, oldest first. Where two in a row were checked, it says what got better.';
export const NO_CHANGE_TOLD = 'What changed cannot be told: too little of one of them could be laid.';

export const TASK_NOTE =
  'What you were asked to draw, or ask of yourself. Forms and values are counted on this page; the rest you tick.';

export const FROM_KNOWLEDGE =
  'Draw it from what you know, without looking: the picture is away until you ask for it.';
export const FROM_TRACE_NOTE = 'From your trace: its forms stand over the picture, beside your page.';
export const NOTHING_TRACED =
  'There is no form or landmark in your trace yet. What you lay there shows over the picture here.';
export const FROM_KNOWLEDGE_NOTE =
  'From what you know: without the picture, to find out what you know of it. Then draw it once more from sight.';
