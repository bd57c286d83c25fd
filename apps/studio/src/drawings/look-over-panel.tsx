import { StyleSheet, View } from 'react-native';
import { balanceSentence, proportionSentence, touchSentence, unlikeSentence } from '@deft/core/alone';
import type { PassPanelProps } from '../page/shell/pass';
import { Panel } from '../ui/panel';
import { Switch } from '../ui/switch';
import { Text } from '../ui/text';
import { useDrawing } from './drawing-context';
import { useLookedOver } from './use-looked-over';
import {
  ALIKE,
  AS_RECIPE,
  LOOK_OVER_NOTE,
  NO_AXIS,
  NO_BALANCE,
  NO_FORMS,
  NO_RECIPE_PARTS,
  NOTHING_NEAR,
  NOTHING_TO_LOOK_OVER,
} from './words';

/** What one thing is called, and what is told of it. */
interface Told {
  readonly about: string;
  readonly sentences: readonly string[];
  /** Nothing can be told, and this says what would. */
  readonly soft: boolean;
}

const told = (about: string, found: readonly string[] | null, none: string, lacking: string): Told => ({
  about,
  sentences: found === null ? [lacking] : found.length > 0 ? found : [none],
  soft: found === null,
});

/** What can be told of a drawing without a picture, and whether it is marked on the page. */
export function LookOverPanel({ onBack, onClose }: PassPanelProps) {
  const { recipe, marked, setMarked } = useDrawing();
  const { room, balance, touches, unlike, proportions } = useLookedOver();
  const all: readonly Told[] = [
    told('Weight', balance && [balanceSentence(balance)], '', NO_BALANCE),
    told('Near-touches', touches && [...new Set(touches.map(touchSentence))], NOTHING_NEAR, NO_FORMS),
    told('Both sides', unlike && unlike.map(unlikeSentence), ALIKE, NO_AXIS),
    ...(recipe
      ? [
          told(
            'Against the recipe',
            proportions && proportions.map(proportionSentence),
            AS_RECIPE,
            NO_RECIPE_PARTS,
          ),
        ]
      : []),
  ];
  return (
    <Panel title="Look it over" onBack={onBack} onClose={onClose}>
      {room ? (
        <>
          <Text size={13} soft>
            {LOOK_OVER_NOTE}
          </Text>
          {all.map(({ about, sentences, soft }) => (
            <View key={about} style={styles.part} testID="looked-over">
              <Text kind="strong">{about}</Text>
              {sentences.map((sentence) => (
                <Text key={sentence} soft={soft} size={soft ? 13 : 15}>
                  {sentence}
                </Text>
              ))}
            </View>
          ))}
          <Switch label="mark it on the page" on={marked} onPress={() => setMarked(!marked)} />
        </>
      ) : (
        <Text testID="looked-over">{NOTHING_TO_LOOK_OVER}</Text>
      )}
    </Panel>
  );
}

const styles = StyleSheet.create({ part: { gap: 2, marginBottom: 6 } });
