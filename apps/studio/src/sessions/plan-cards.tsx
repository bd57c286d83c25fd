import { Pressable, StyleSheet, View } from 'react-native';
import { planSeconds, type Plan } from '@deft/core/session';
import { Act } from '../ui/acts';
import { PaperCard } from '../ui/paper-card';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { planLine, planPurpose, spoken } from './words';

interface PlanCardsProps<P extends Plan> {
  readonly title: string;
  readonly plans: readonly P[];
  readonly busy: boolean;
  readonly onStart: (plan: P) => void;
  readonly onChange: (plan: P) => void;
}

/** Plans as cards: touched, a plan starts; it can also be changed. */
export function PlanCards<P extends Plan>({ title, plans, busy, onStart, onChange }: PlanCardsProps<P>) {
  const palette = usePalette();
  const wide = useWide();
  return (
    <View style={styles.group}>
      <Text size={17} kind="heading" level={2}>
        {title}
      </Text>
      <View style={styles.cards}>
        {plans.map((plan) => (
          <PaperCard key={plan.title} style={[styles.card, { width: wide ? '48.8%' : '100%' }]}>
            <Pressable
              role="button"
              testID="plan"
              disabled={busy}
              onPress={() => onStart(plan)}
              style={({ pressed }) => [styles.start, { opacity: pressed || busy ? 0.6 : 1 }]}
            >
              <View style={styles.head}>
                <Text kind="strong" lines={1} style={styles.shrink}>
                  {plan.title}
                </Text>
                <Text kind="figures" colour={palette.verdigris}>
                  {spoken(planSeconds(plan) * 1000)}
                </Text>
              </View>
              <Text size={13}>{planLine(plan)}</Text>
              <Text size={12} soft>
                {planPurpose(plan)}
              </Text>
            </Pressable>
            <Act
              small
              label="Change"
              spoken={`Change ${plan.title}`}
              onPress={() => onChange(plan)}
              style={styles.change}
            />
          </PaperCard>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  group: { gap: 8 },
  cards: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  card: { flexDirection: 'row', alignItems: 'center' },
  start: { flex: 1, padding: 12 },
  head: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'baseline', gap: 8 },
  shrink: { flexShrink: 1 },
  change: { marginRight: 12 },
});
