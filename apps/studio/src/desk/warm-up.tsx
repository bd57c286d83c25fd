import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { planSeconds, spokenTime, type Plan } from '@deft/core/session';
import type { ReferenceBrief, ReferenceSet } from '@deft/contract';
import { previewOf } from '../data/addresses';
import { SILENT } from '../data/refusals';
import { useDesk } from '../data/store';
import { useStart } from '../data/use-start';
import { Act, MainAct } from '../ui/acts';
import { PaperCard } from '../ui/paper-card';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Way } from '../ui/way';
import { Text } from '../ui/text';
import { beginWith, planOf } from './words';

interface WarmUpProps {
  readonly set: ReferenceSet;
  readonly plan: Plan;
  /** A picture of the set, to be seen. */
  readonly next: ReferenceBrief;
  /** Other sets with pictures. */
  readonly others: readonly ReferenceSet[];
}

/** Something to begin with at once: the plan and the set that were drawn last; or another set. */
export function WarmUp({ set, plan, next, others }: WarmUpProps) {
  const palette = usePalette();
  const wide = useWide();
  const router = useRouter();
  const { start, busy, failed } = useStart();
  const { choice, flip } = useDesk('timed').timed;
  const { title, blocks } = plan;
  const begin = (of: ReferenceSet): void => void start({ set: of.id, plan: { title, blocks }, choice, flip });
  return (
    <>
      <PaperCard style={{ flexDirection: wide ? 'row' : 'column' }}>
        <View style={{ height: wide ? 360 : 250, flex: wide ? 1 : undefined, backgroundColor: palette.rule }}>
          <img src={previewOf(next)} alt={next.title} style={PICTURE} />
        </View>
        <View style={[styles.words, wide && styles.wide]}>
          <Text size={wide ? 26 : 21} kind="heading" level={2}>
            {beginWith(set.title, planSeconds(plan))}
          </Text>
          <Text soft>{planOf(plan, set.note)}</Text>
          <MainAct
            label={`Start, ${spokenTime(1000 * planSeconds(plan))}`}
            disabled={busy}
            onPress={() => begin(set)}
            testID="start"
            style={{ marginTop: 6 }}
          />
          <Way
            label="Choose another plan"
            onPress={() => router.push({ pathname: '/sessions/new', params: { set: set.id } })}
          />
          {failed ? (
            <Text size={13} live>
              {SILENT}
            </Text>
          ) : null}
        </View>
      </PaperCard>
      {others.length > 0 ? (
        <View style={styles.others}>
          <Text size={17} kind="heading" level={2}>
            Or the same with
          </Text>
          <View style={styles.row}>
            {others.map((other) => (
              <Act key={other.id} label={other.title} disabled={busy} onPress={() => begin(other)} />
            ))}
          </View>
        </View>
      ) : null}
    </>
  );
}

const PICTURE = { width: '100%', height: '100%', objectFit: 'cover', objectPosition: '50% 6%' } as const;
const styles = StyleSheet.create({
  words: { padding: 16, gap: 8, justifyContent: 'center' },
  wide: { flex: 1, padding: 28 },
  others: { gap: 6 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
