import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { CHOICES } from '@deft/core/session';
import { setTimed, SHEET_SAYS } from '../data/desk-slice';
import { useDesk, useDeskDispatch } from '../data/store';
import { Choice, Option } from '../ui/choice';
import { Acts } from '../ui/panel';
import { Switch } from '../ui/switch';
import { useWide } from '../ui/use-desk-theme';
import { Way } from '../ui/way';
import { CHOICE_WORDS } from './words';

/** What a session remembers to be asked for: which pictures, and what is heard and seen while it runs. */
export function SessionSettings() {
  const wide = useWide();
  const router = useRouter();
  const dispatch = useDeskDispatch();
  const { timed } = useDesk('timed');
  const half = { flex: wide ? 1 : undefined };
  return (
    <View style={{ flexDirection: wide ? 'row' : 'column', gap: wide ? 30 : 8 }}>
      <View style={half}>
        <Choice label="Which pictures" shown>
          {CHOICES.map((choice) => (
            <Option
              key={choice}
              small
              label={CHOICE_WORDS[choice]}
              on={timed.choice === choice}
              onPress={() => dispatch(setTimed({ choice }))}
            />
          ))}
        </Choice>
        <View style={styles.row}>
          <Switch
            small
            label="flip half of them"
            on={timed.flip}
            onPress={() => dispatch(setTimed({ flip: !timed.flip }))}
          />
        </View>
      </View>
      <View style={half}>
        <Acts about="While it runs">
          <Switch
            small
            label="sounds"
            on={timed.sounds}
            onPress={() => dispatch(setTimed({ sounds: !timed.sounds }))}
          />
          <Switch
            small
            label="vibration"
            on={timed.shakes}
            onPress={() => dispatch(setTimed({ shakes: !timed.shakes }))}
          />
          <Switch
            small
            label="time in figures"
            on={timed.figures}
            onPress={() => dispatch(setTimed({ figures: !timed.figures }))}
          />
        </Acts>
        <Choice label="The sheet says what the desk saw" shown>
          {SHEET_SAYS.map((when) => (
            <Option
              key={when}
              small
              label={when}
              on={timed.sheetSays === when}
              onPress={() => dispatch(setTimed({ sheetSays: when }))}
            />
          ))}
        </Choice>
        <View style={styles.row}>
          <Way label="Let a phone join" onPress={() => router.push('/door')} />
        </View>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row' } });
