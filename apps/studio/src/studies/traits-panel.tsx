import { View } from 'react-native';
import { ruleIn, ruleWords } from '@deft/core/reference';
import { useRulesQuery } from '../data/marks-api';
import { Held } from '../observing/rule-rows';
import type { PassPanelProps } from '../page/shell/pass';
import { Panel } from '../ui/panel';
import { Switch } from '../ui/switch';
import { Text } from '../ui/text';
import { useStudy } from './study-context';
import { useTick } from './use-tick';
import { NO_TRAITS } from './words';

/**
 * What defines the subject, to be ticked where it was found; what was noticed about this picture; and how
 * places of this subject lie to each other.
 */
export function Traits() {
  const { study } = useStudy();
  const { traits, reference } = study;
  const { ticked, tick } = useTick(study);
  const { currentData: rules = [] } = useRulesQuery(reference.id);
  const noticed = reference.marks.filter((m) => m.kind === 'trait');
  return (
    <>
      {traits.length + noticed.length + rules.length === 0 ? <Text soft>{NO_TRAITS}</Text> : null}
      {traits.map(({ id, text }) => (
        <Switch key={id} label={text} on={ticked.includes(id)} onPress={() => tick(id)} />
      ))}
      {noticed.length > 0 ? (
        <Text size={13} kind="strong" soft style={{ marginTop: 8 }}>
          Noticed about this picture
        </Text>
      ) : null}
      {noticed.map((trait, i) => (
        <Text key={trait.id}>{`${i + 1}. ${trait.text}`}</Text>
      ))}
      {rules.length > 0 ? (
        <Text size={13} kind="strong" soft style={{ marginTop: 8 }}>
          How its places lie to each other
        </Text>
      ) : null}
      {rules.map((one) => (
        <View key={one.rule.id}>
          <Text>{`${ruleWords(ruleIn(one, reference))}.`}</Text>
          <Held noticed={one} here={reference.id} />
        </View>
      ))}
    </>
  );
}

/** The same, over a page. */
export function TraitsPanel({ onBack, onClose }: PassPanelProps) {
  return (
    <Panel title="What to look for" onBack={onBack} onClose={onClose}>
      <Traits />
    </Panel>
  );
}
