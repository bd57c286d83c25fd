import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { SUBJECT_KEYS, SUBJECTS } from '@deft/core/subjects';
import type { DrawingPatch } from '@deft/contract';
import { sentenceOf } from '../data/refusals';
import type { PassPanelProps } from '../page/shell/pass';
import { useRemoving } from '../practice/use-removing';
import { Act } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { useSay } from '../ui/notes';
import { Panel } from '../ui/panel';
import { useChangeDrawingMutation } from './api';
import { useDrawing } from './drawing-context';
import { drawingTitle } from './words';

/** A page's name, what is drawn on it, and removing it. */
export function AboutDrawing({ onBack, onClose }: PassPanelProps) {
  const router = useRouter();
  const say = useSay();
  const remove = useRemoving();
  const { drawing } = useDrawing();
  const { id, subject } = drawing;
  const [title, setTitle] = useState(drawing.title);
  const [change] = useChangeDrawingMutation();
  const keep = async (patch: DrawingPatch): Promise<void> => {
    const made = await change({ id, patch });
    if (made.error) say({ text: `That was not kept. ${sentenceOf(made.error)}` });
  };
  const keepTitle = (): void => {
    if (title.trim() !== drawing.title) void keep({ title: title.trim() });
  };
  return (
    <Panel title="About this page" onBack={onBack} onClose={onClose}>
      <Field
        label="A name for this page"
        placeholder={drawingTitle({ ...drawing, title: '' })}
        value={title}
        onChangeText={setTitle}
        onBlur={keepTitle}
        onSubmitEditing={keepTitle}
        maxLength={80}
        testID="name"
      />
      <Choice label="What is drawn" shown>
        {SUBJECT_KEYS.map((one) => (
          <Option
            key={one}
            label={SUBJECTS[one].title}
            on={one === subject}
            onPress={() => void keep({ subject: one })}
          />
        ))}
      </Choice>
      <View style={{ flexDirection: 'row', marginTop: 6 }}>
        <Act
          label="Remove this page"
          testID="remove"
          onPress={() =>
            void remove('attempt', [id], drawingTitle(drawing)).then((done) => {
              if (done) router.replace('/drawings');
            })
          }
        />
      </View>
    </Panel>
  );
}
