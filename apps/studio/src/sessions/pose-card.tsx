import { memo, useEffect, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { extentInCell, type Id } from '@deft/core/page';
import { factsOf, type Pose, type Session } from '@deft/contract';
import { previewOf } from '../data/addresses';
import { useChangePoseMutation } from './api';
import { readPage } from '../data/read-page';
import { DrawnPage, LaidPage } from '../page/parts/drawn-page';
import { Act } from '../ui/acts';
import { useStart } from '../data/use-start';
import { PaperCard } from '../ui/paper-card';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { laidBy, saidOf } from './sheet-says';
import type { Told } from './use-sheet';

/** Below this share of its cell's height a figure stands small in it. */
const SMALL = 0.6;

/** In a grid: how large the figure stands in its cell, once that is known. */
function useExtent({ page, region, step }: Pose): string | null {
  const [said, setSaid] = useState<string | null>(null);
  const grid = step.ground === 'on a grid';
  useEffect(() => {
    if (!grid || !region) return;
    let gone = false;
    void readPage(page)
      .then((things) => {
        if (gone) return;
        const standing = extentInCell(things, region);
        const share = standing && Math.round(100 * standing.height);
        setSaid(
          !standing
            ? null
            : standing.over
              ? 'runs over the edge of its cell'
              : `fills ${share} % of its cell’s height${standing.height < SMALL ? ', rather small' : ''}`,
        );
      })
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [page, region, grid]);
  return said;
}

interface PoseCardProps {
  readonly session: Session;
  readonly pose: Pose;
  readonly place: number;
  readonly height: number;
  readonly width: number | '100%' | '48%';
  /** What the desk saw in it; undefined where that is not to be said, or not yet. */
  readonly told: Told | undefined;
  /** Opens the pose's replay, note and more. */
  readonly onOpen: (pose: Id) => void;
}

/**
 * A pose on the contact sheet: picture beside drawing, and what can be done with it. Drawn anew only where
 * something of its own changes, since the desk tells of one pose after the other.
 */
export const PoseCard = memo(function PoseCard(props: PoseCardProps) {
  const { session, pose, place, height, width, told, onOpen } = props;
  const [said, laid] = [saidOf(told), laidBy(told)];
  const open = (): void => onOpen(pose.id);
  const palette = usePalette();
  const { study, busy } = useStart();
  const standing = useExtent(pose);
  const { reference, attempt } = pose;
  const drawing = {
    page: pose.page,
    region: pose.region,
    label: `Your drawing of ${reference.title}`,
  };
  const facts = [...factsOf(pose), standing ?? ''].filter((fact) => fact !== '').join(', ');
  return (
    <PaperCard style={{ width }}>
      <Pressable
        role="button"
        aria-label={`${place}. ${reference.title}: its replay and note`}
        onPress={open}
        style={[styles.pair, { height }]}
      >
        <View style={styles.half}>
          <img
            src={previewOf(reference)}
            alt={reference.title}
            style={{ ...WHOLE, background: palette.rule }}
          />
        </View>
        <View style={[styles.half, styles.drawing, { borderColor: palette.rule }]}>
          {laid ? (
            <LaidPage {...drawing} reference={reference} toReference={laid} />
          ) : (
            <DrawnPage {...drawing} />
          )}
        </View>
      </Pressable>
      <View style={[styles.foot, { borderColor: palette.rule }]}>
        <View style={styles.words}>
          <Text size={13} kind="strong" lines={1}>{`${place}. ${reference.title}`}</Text>
          <Text size={12} soft>
            {facts}
          </Text>
          {said ? (
            <Text size={13} testID="said" soft={!said.off} colour={said.off ? palette.redline : undefined}>
              {said.sentence}
            </Text>
          ) : null}
          {said?.change ? (
            <Text size={13} testID="change">
              {said.change}
            </Text>
          ) : null}
          {pose.note ? <Text size={12}>{pose.note}</Text> : null}
        </View>
        <StarAct session={session} pose={pose} />
      </View>
      <View style={styles.acts}>
        <Act
          small
          label="Check"
          spoken={`Check ${reference.title}`}
          disabled={busy}
          testID="check-pose"
          onPress={() => void study({ attempt }, 'check')}
        />
        <Act small label="Replay" spoken={`Replay ${reference.title}`} testID="replay-pose" onPress={open} />
        <Act
          small
          label="Study"
          spoken={`Study ${reference.title}`}
          disabled={busy}
          testID="study-pose"
          onPress={() => void study({ attempt })}
        />
      </View>
    </PaperCard>
  );
});

/** What one wants to find again. */
export function StarAct({ session, pose }: { readonly session: Session; readonly pose: Pose }) {
  const [changePose] = useChangePoseMutation();
  const { id, starred, reference } = pose;
  return (
    <Act
      small
      label={starred ? '★' : '☆'}
      spoken={starred ? `★ Take the star from ${reference.title}` : `☆ Star ${reference.title}`}
      testID="star"
      onPress={() => void changePose({ session: session.id, pose: id, patch: { starred: !starred } })}
    />
  );
}

const WHOLE = { width: '100%', height: '100%', objectFit: 'contain' } as const;

const styles = StyleSheet.create({
  pair: { flexDirection: 'row' },
  half: { flex: 1 },
  drawing: { borderLeftWidth: 1 },
  foot: { flexDirection: 'row', alignItems: 'center', paddingHorizontal: 10, borderTopWidth: 1, gap: 8 },
  words: { flex: 1, paddingVertical: 6 },
  acts: { flexDirection: 'row', gap: 8, paddingHorizontal: 10, paddingBottom: 10 },
});
