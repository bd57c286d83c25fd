import { FORM_KINDS } from '@deft/core/forms';
import { takeForm } from '../../data/desk-slice';
import { useDesk, useDeskDispatch } from '../../data/store';
import { FORM_WORDS } from '../form-words';
import { Fan } from './fan';

/** Every kind of form, as a small drawing each: one is taken in hand. */
export function FormsFan() {
  const send = useDeskDispatch();
  const { formsTool } = useDesk('formsTool');
  return (
    <Fan
      testID="forms-fan"
      offers={FORM_KINDS.map((value) => ({ value, label: FORM_WORDS[value], shape: value }))}
      value={formsTool}
      onTake={(value) => send(takeForm(value))}
    />
  );
}
