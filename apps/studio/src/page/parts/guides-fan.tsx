import { takeGuide, type GuidesTool } from '../../data/desk-slice';
import { useDesk, useDeskDispatch } from '../../data/store';
import { useSay } from '../../ui/notes';
import { GUIDE_NOTES, GUIDE_WORDS } from '../guide-words';
import { useShell } from '../shell/shell-context';
import { Fan } from './fan';
import { GUIDE_SHAPES } from './icons';

const TOOLS = Object.keys(GUIDE_WORDS) as GuidesTool[];

/** Every kind of guide, as a small drawing each: one is taken in hand, and it is said how it is laid. */
export function GuidesFan() {
  const send = useDeskDispatch();
  const say = useSay();
  const { guide } = useDesk('guide');
  const { dispatch } = useShell();
  return (
    <Fan
      testID="guides-fan"
      offers={TOOLS.map((value) => ({ value, label: GUIDE_WORDS[value], shape: GUIDE_SHAPES[value] }))}
      value={guide}
      onTake={(value) => {
        send(takeGuide(value));
        dispatch({ kind: 'select', id: null });
        say({ text: GUIDE_NOTES[value] });
      }}
    />
  );
}
