import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { heldWords } from '@deft/core/findings';
import type { Id } from '@deft/core/page';
import { ruleWords, seenRule, type RuleMark } from '@deft/core/reference';
import type { NoticedRule, Reference } from '@deft/contract';
import { useRulesQuery } from '../data/marks-api';
import { Act } from '../ui/acts';
import { Field } from '../ui/field';
import { Text } from '../ui/text';
import { holdsHereWords } from './words';

interface RuleRowsProps {
  readonly reference: Reference;
  readonly open: Id | null;
  readonly onOpen: (rule: Id | null) => void;
  readonly onWords: (rule: RuleMark, text: string) => void;
  readonly onRemove: (rule: RuleMark) => void;
}

/** The relations that were noticed on a picture, one of them opened; then those noticed on its sisters. */
export function RuleRows({ reference, open, onOpen, onWords, onRemove }: RuleRowsProps) {
  const { currentData: rules } = useRulesQuery(reference.id);
  const own = reference.marks.filter((m): m is RuleMark => m.kind === 'rule');
  const told = new Map(rules?.map((one) => [one.rule.id, one]));
  const others = rules?.filter((one) => one.reference !== reference.id) ?? [];
  return (
    <>
      {own.map((rule) => {
        const words = ruleWords(seenRule(rule, reference.preparation));
        return (
          <View key={rule.id} style={styles.rule}>
            <Text testID="rule">{`${words}.`}</Text>
            <Held noticed={told.get(rule.id)} here={reference.id} />
            <View style={styles.acts}>
              <Act
                small
                label="Show it"
                spoken={`Show it: ${words}`}
                pressed={open === rule.id}
                onPress={() => onOpen(open === rule.id ? null : rule.id)}
              />
              <Act small label="Remove" spoken={`Remove: ${words}`} onPress={() => onRemove(rule)} />
            </View>
            {open === rule.id ? (
              <OwnWords key={rule.id} rule={rule} onWords={(text) => onWords(rule, text)} />
            ) : null}
          </View>
        );
      })}
      {others.length > 0 ? (
        <Text size={13} kind="strong" soft>
          Noticed on other pictures
        </Text>
      ) : null}
      {others.map((one) => (
        <View key={one.rule.id} style={styles.rule}>
          <Text>{`${ruleWords(one.rule)}.`}</Text>
          <Held noticed={one} here={reference.id} />
        </View>
      ))}
    </>
  );
}

/** Whether a rule holds in this picture, and in how many it does. */
export function Held({ noticed, here }: { readonly noticed: NoticedRule | undefined; readonly here: Id }) {
  if (!noticed) return null;
  const own = noticed.pictures.find(({ reference }) => reference === here);
  return (
    <Text size={13} soft testID="rule-held">
      {`${holdsHereWords(own ?? null)} ${heldWords(noticed.pictures)}`}
    </Text>
  );
}

function OwnWords({ rule, onWords }: { readonly rule: RuleMark; readonly onWords: (text: string) => void }) {
  const [text, setText] = useState(rule.text);
  const keep = (): void => {
    if (text.trim() !== rule.text) onWords(text.trim());
  };
  return (
    <View style={styles.words}>
      <View style={styles.field}>
        <Field
          label="In your own words"
          value={text}
          onChangeText={setText}
          onSubmitEditing={keep}
          maxLength={1000}
          testID="rule-words"
        />
      </View>
      <Act label="Keep" disabled={text.trim() === rule.text} onPress={keep} />
    </View>
  );
}

const styles = StyleSheet.create({
  rule: { gap: 4 },
  acts: { flexDirection: 'row', gap: 8 },
  words: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  field: { flex: 1 },
});
