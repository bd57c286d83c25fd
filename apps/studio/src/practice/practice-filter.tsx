import { StyleSheet, View } from 'react-native';
import { PASSES, type ReferenceSet } from '@deft/contract';
import { SUBJECTS, SUBJECT_KEYS } from '@deft/core/subjects';
import { passName } from '../data/brief-words';
import { Choice, Option } from '../ui/choice';
import { DayField } from '../ui/day-field';
import { SetChoice } from '../ui/set-choice';
import { Switch } from '../ui/switch';
import type { Sought } from './use-practice-query';

interface PracticeFilterProps {
  readonly sought: Sought;
  readonly sets: readonly ReferenceSet[];
  /** Whether what is listed stands in a pass. */
  readonly passes: boolean;
  readonly onChange: (to: Partial<Sought>) => void;
}

/** Which sessions or studies are listed: of a set, of a subject, in a pass, starred, from a day to a day. */
export function PracticeFilter({ sought, sets, passes, onChange }: PracticeFilterProps) {
  const { set, subject, pass, starred = false, since = '', until = '' } = sought;
  return (
    <View style={styles.filter} testID="filter">
      <SetChoice sets={sets} current={set} onChoose={(to) => onChange({ set: to })} />
      <Choice label="Subject" inOneRow>
        <Option
          small
          label="any subject"
          on={subject === undefined}
          onPress={() => onChange({ subject: undefined })}
        />
        {SUBJECT_KEYS.map((key) => (
          <Option
            key={key}
            small
            label={SUBJECTS[key].title.toLowerCase()}
            on={subject === key}
            onPress={() => onChange({ subject: key })}
          />
        ))}
      </Choice>
      {passes ? (
        <Choice label="Pass" inOneRow>
          <Option
            small
            label="any pass"
            on={pass === undefined}
            onPress={() => onChange({ pass: undefined })}
          />
          {PASSES.map((key) => (
            <Option
              key={key}
              small
              label={passName(key)}
              on={pass === key}
              onPress={() => onChange({ pass: key })}
            />
          ))}
        </Choice>
      ) : null}
      <View style={styles.row}>
        <Switch
          small
          label="with a star"
          on={starred}
          onPress={() => onChange({ starred: starred ? undefined : true })}
        />
        <View style={styles.days}>
          <DayField label="From" value={since} onChange={(day) => onChange({ since: day })} />
          <DayField label="Until" value={until} onChange={(day) => onChange({ until: day })} />
        </View>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  filter: { gap: 4, marginVertical: -4 },
  days: { flexDirection: 'row', gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 14, rowGap: 6 },
});
