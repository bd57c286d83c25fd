import { useState, type PropsWithChildren } from 'react';
import { StyleSheet, View } from 'react-native';
import type { SessionBrief, StudyBrief } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { sentenceOf } from '../data/refusals';
import { useChangeSessionMutation } from '../data/sessions-api';
import { useChangeStudyMutation } from '../data/studies-api';
import { Act } from '../ui/acts';
import { Field } from '../ui/field';
import { useSay } from '../ui/notes';
import { Panel } from '../ui/panel';
import { useRemoving } from './use-removing';
import { nameOf } from './words';

/** What of a session or a study its name is changed by, wherever it stands. */
export type Named =
  | ({ readonly kind: 'session' } & Pick<SessionBrief, 'id' | 'title' | 'set'>)
  | ({ readonly kind: 'study' } & Pick<StudyBrief, 'id' | 'title'> & {
        readonly reference: Pick<StudyBrief['reference'], 'title'>;
      });

/** What it goes by where it has no name of its own. */
const unnamed = (of: Named): string => (of.kind === 'session' ? of.set.title : of.reference.title);

/** Keeps a name; says so where that is not done. */
function useNaming(of: Named): (title: string) => Promise<void> {
  const say = useSay();
  const [changeSession] = useChangeSessionMutation();
  const [changeStudy] = useChangeStudyMutation();
  const { kind, id } = of;
  return async (typed) => {
    const title = typed.trim();
    if (title === of.title) return;
    const made = await (kind === 'session'
      ? changeSession({ id, patch: { title } })
      : changeStudy({ id, title }));
    if (made.error) say({ text: `The name was not kept. ${sentenceOf(made.error)}` });
  };
}

/** Its name, to be changed. It is kept when the field is left. */
export function NameField({ of }: { readonly of: Named }) {
  const [title, setTitle] = useState(of.title);
  const keep = useNaming(of);
  return (
    <Field
      label={`A name for this ${nameOf(of.kind)}`}
      placeholder={unnamed(of)}
      value={title}
      onChangeText={setTitle}
      onBlur={() => void keep(title)}
      onSubmitEditing={() => void keep(title)}
      maxLength={80}
      testID="name"
    />
  );
}

interface RemoveActProps {
  readonly of: Named;
  /** It is not there any more. */
  readonly onGone: (id: Id) => void;
}

/** Removes it, which can be undone. */
export function RemoveAct({ of, onGone }: RemoveActProps) {
  const remove = useRemoving();
  const { kind, id, title } = of;
  return (
    <Act
      label={`Remove this ${nameOf(kind)}`}
      testID="remove"
      onPress={() => void remove(kind, [id], title || unnamed(of)).then((done) => done && onGone(id))}
    />
  );
}

interface AboutPanelProps extends RemoveActProps {
  readonly onClose: () => void;
  readonly onBack?: () => void;
}

/** A session's or a study's name, and what more there is to say of it; and removing it. */
export function AboutPanel({ of, onGone, onClose, onBack, children }: PropsWithChildren<AboutPanelProps>) {
  return (
    <Panel title={`About this ${nameOf(of.kind)}`} onClose={onClose} {...(onBack ? { onBack } : {})}>
      <NameField of={of} />
      {children}
      <View style={styles.foot}>
        <RemoveAct of={of} onGone={onGone} />
      </View>
    </Panel>
  );
}

const styles = StyleSheet.create({ foot: { flexDirection: 'row', marginTop: 6 } });
