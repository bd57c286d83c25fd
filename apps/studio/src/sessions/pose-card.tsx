import { useEffect, useState } from 'react';
import { Pressable, View } from 'react-native';
import { standingIn } from '@deft/core/page';
import { factsOf, type Pose, type Session } from '@deft/contract';
import { previewOf, useNotePoseMutation } from '../data/api';
import { DrawnPage, thingsOf } from '../ui/drawn-page';
import { WordAct } from '../ui/acts';
import { PaperCard } from '../ui/paper-card';
import { usePalette } from '../ui/use-desk-theme';
import { Words } from '../ui/words';

/** Below this share of its cell's height a figure stands small in it. */
const SMALL = 0.6;

/** In a grid: how large the figure stands in its cell, once that is known. */
function useStanding({ page, region, step }: Pose): string | null {
  const [said, setSaid] = useState<string | null>(null);
  const grid = step.ground === 'on a grid';
  useEffect(() => {
    if (!grid || !region) return;
    let gone = false;
    void thingsOf(page)
      .then((things) => {
        if (gone || !things) return;
        const standing = standingIn(things, region);
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
  readonly onOpen: () => void;
}

/** A pose on the contact sheet: picture beside drawing. */
export function PoseCard({ session, pose, place, height, width, onOpen }: PoseCardProps) {
  const palette = usePalette();
  const [notePose] = useNotePoseMutation();
  const standing = useStanding(pose);
  const { reference } = pose;
  return (
    <PaperCard style={{ width }}>
      <Pressable
        role="button"
        aria-label={`Open pose ${place}: ${reference.title}`}
        onPress={onOpen}
        style={{ flexDirection: 'row', height }}
      >
        <View style={{ flex: 1 }}>
          <img
            src={previewOf(reference)}
            alt={reference.title}
            style={{ width: '100%', height: '100%', objectFit: 'contain', background: palette.rule }}
          />
        </View>
        <View style={{ flex: 1, borderLeftWidth: 1, borderColor: palette.rule }}>
          <DrawnPage page={pose.page} region={pose.region} label={`Your drawing of ${reference.title}`} />
        </View>
      </Pressable>
      <View
        style={{
          flexDirection: 'row',
          alignItems: 'center',
          paddingLeft: 10,
          borderTopWidth: 1,
          borderColor: palette.rule,
        }}
      >
        <View style={{ flex: 1, paddingVertical: 6 }}>
          <Words size={13} kind="strong" lines={1}>{`${place}. ${reference.title}`}</Words>
          <Words size={12} soft>
            {[...factsOf(pose), standing ?? ''].filter((fact) => fact !== '').join(', ')}
          </Words>
          {pose.note ? <Words size={12}>{pose.note}</Words> : null}
        </View>
        <WordAct
          label={pose.starred ? '★' : '☆'}
          spoken={pose.starred ? `Take the star from ${reference.title}` : `Star ${reference.title}`}
          on={pose.starred}
          onPress={() =>
            void notePose({ session: session.id, pose: pose.id, patch: { starred: !pose.starred } })
          }
        />
      </View>
    </PaperCard>
  );
}
