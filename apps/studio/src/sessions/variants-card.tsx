import { StyleSheet, View } from 'react-native';
import { bearingInWords, variantSentences, variantsOf, type Variants } from '@deft/core/findings';
import type { Id } from '@deft/core/page';
import { SUBJECTS, type SubjectKey } from '@deft/core/subjects';
import type { Pose } from '@deft/contract';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import type { Seen, Told } from './use-sheet';

/** Several drawings of one picture, the same way round, beside each other. */
interface OnePicture {
  readonly title: string;
  readonly variants: Variants<Id>;
}

/** The pictures that were drawn more than once in a session, as far as two drawings of each can be told. */
export function drawnSeveralWays(poses: readonly Pose[], told: ReadonlyMap<Id, Told>): OnePicture[] {
  const groups = new Map<string, { pose: Pose; seen: Seen }[]>();
  for (const pose of poses) {
    const seen = told.get(pose.id);
    if (!seen || seen === 'failed' || seen === 'empty') continue;
    const key = `${pose.reference.id} ${pose.reference.revision}`;
    groups.set(key, [...(groups.get(key) ?? []), { pose, seen }]);
  }
  return [...groups.values()].flatMap((group) => {
    const [first] = group;
    const subject = first && SUBJECTS[first.pose.reference.subject as SubjectKey];
    if (!first || !subject) return [];
    const variants = variantsOf(
      group.map(({ pose, seen }) => ({ key: pose.id, ...seen })),
      { subject, seconds: Math.max(...group.map(({ pose }) => pose.step.seconds)) },
    );
    return variants ? [{ title: first.pose.reference.title, variants }] : [];
  });
}

/** What is said of one picture that was drawn in several ways; each drawing by its number on the sheet. */
export function VariantsCard({
  title,
  variants,
  poses,
}: OnePicture & {
  /** As they are numbered on the sheet. */
  readonly poses: readonly Pose[];
}) {
  const palette = usePalette();
  return (
    <View
      style={[styles.card, { backgroundColor: palette.paper, borderColor: palette.rule }]}
      testID="variants"
    >
      <Text size={17} kind="heading">{`${title}, ${variants.each.length} ways`}</Text>
      {variantSentences(variants).map((sentence) => (
        <Text key={sentence}>{sentence}</Text>
      ))}
      {variants.each.map(({ key, ...bearing }) => {
        const said = bearingInWords(bearing);
        const nth = poses.findIndex(({ id }) => id === key) + 1;
        return said ? <Text key={key} size={13} soft testID="variant">{`${nth}. ${said}`}</Text> : null;
      })}
    </View>
  );
}

const styles = StyleSheet.create({ card: { padding: 14, gap: 4, borderWidth: 1 } });
