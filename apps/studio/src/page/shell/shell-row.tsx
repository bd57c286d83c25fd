import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { placeWhole, wholePicture, type Sheet } from '@deft/core/page';
import { Act } from '../../ui/acts';
import { Slider } from '../../ui/slider';
import { useWide } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import { FormsFan } from '../parts/forms-fan';
import { GuidesFan } from '../parts/guides-fan';
import { HandRow } from '../parts/hand-row';
import { LightPanel } from '../parts/light-panel';
import { LinePanel } from '../parts/line-panel';
import { Numbers } from '../parts/move-acts';
import { SheetsSpread } from '../parts/sheets-spread';
import { WordsField } from '../parts/words-field';
import { useShell } from './shell-context';

/** Words that a hand asks for: what stood there before, and who is told. */
export interface Asked {
  readonly before: string;
  readonly say: (text: string | null) => void;
}

interface ShellRowProps {
  readonly asked: Asked | null;
  readonly onSay: (text: string | null) => void;
}

/** The tray's upper row: what is asked for, what was opened there, else what the hand offers. */
export function ShellRow({ asked, onSay }: ShellRowProps) {
  const wide = useWide();
  const { state, sheets } = useShell();
  if (asked) return <WordsField key={asked.before} before={asked.before} onSay={onSay} />;
  switch (state.upper) {
    case 'sheets':
      return (
        <View style={{ flex: wide ? 1 : undefined }}>
          <SheetsSpread />
        </View>
      );
    case 'place': {
      const pictures = sheets.filter(({ kind }) => kind === 'picture');
      const picture = pictures.find(({ locked }) => locked) ?? pictures[0];
      return picture ? <OpacityRow sheet={picture} /> : <HandRow />;
    }
    case 'picture':
      return <PictureRow />;
    case 'line':
      return <LinePanel />;
    case 'forms':
      return <FormsFan />;
    case 'guides':
      return <GuidesFan />;
    case 'light':
      return <LightPanel />;
    case 'numbers':
      return state.picks.size > 0 ? <Numbers /> : <HandRow />;
    case null:
      return <HandRow />;
  }
}

/** How strongly the faded reference shows, and the way to move it; only while its place is being set. */
function OpacityRow({ sheet }: { readonly sheet: Sheet }) {
  const { keeper, things, reference, dispatch } = useShell();
  const [now, setNow] = useState(sheet.opacity);
  return (
    <View style={styles.opacity}>
      <Slider
        label="Opacity of the reference"
        value={now}
        least={0.05}
        most={1}
        step={0.05}
        shown={`${Math.round(now * 100)} %`}
        onChange={setNow}
        onSettle={(opacity) => void keeper.commit({ set: [{ id: sheet.id, to: { opacity } }] })}
      />
      {reference && wholePicture(things, reference.id) ? (
        <Act
          label="Move it"
          spoken="Move it: the faded picture under the page"
          testID="move-picture"
          onPress={() => dispatch({ kind: 'upper', upper: 'picture' })}
        />
      ) : null}
      <Act label="Done" onPress={() => dispatch({ kind: 'upper', upper: null })} />
    </View>
  );
}

/** While the faded picture is moved: what to do, and the way back to how it lay at first. */
function PictureRow() {
  const { keeper, things, reference, surface, dispatch } = useShell();
  const placement = reference && wholePicture(things, reference.id);
  const paper = surface?.painter.paper;
  return (
    <View style={styles.opacity}>
      <Text size={13} soft style={styles.said}>
        Drag the picture, or a corner; the knob turns it. What is drawn stays where it is.
      </Text>
      {placement && paper ? (
        <Act
          label="As it lay"
          onPress={() =>
            void keeper.commit({
              set: [{ id: placement.id, to: { transform: placeWhole(reference, paper) } }],
            })
          }
        />
      ) : null}
      <Act label="Done" testID="picture-done" onPress={() => dispatch({ kind: 'upper', upper: null })} />
    </View>
  );
}

const styles = StyleSheet.create({
  opacity: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 8,
    minHeight: 62,
    paddingHorizontal: 10,
    flex: 1,
  },
  said: { flex: 1 },
});
