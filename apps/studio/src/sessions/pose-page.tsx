import { useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Id, Region } from '@deft/core/page';
import type { Pose } from '@deft/contract';
import type { PageKeeper } from '../data/page-keeper';
import { useReferenceAtQuery } from '../data/references-api';
import { PageShell } from '../page/shell/page-shell';
import type { Steering } from '../page/shell/steering';
import { posePass } from './passes/pose';
import { usePoseKeeper } from './use-pose-keeper';

interface PosePageProps {
  readonly page: Id;
  readonly region: Region;
  readonly steering: Steering;
  readonly picture: Pose['reference'];
  /** Told what keeps the page once it is open, and null when it goes. */
  readonly onKeeper: (page: Id, keeper: PageKeeper | null) => void;
}

/** A page to draw a pose on. The next pose's page is opened before the bell and lies ready. */
export function PosePage({ page, region, steering, picture, onKeeper }: PosePageProps) {
  const keeper = usePoseKeeper(page, onKeeper);
  const { waiting, look } = steering;
  const { id, revision } = picture;
  // Only what is looked at small stands beside the page as well.
  const { data: reference } = useReferenceAtQuery({ id, revision }, { skip: look?.name !== 'small' });
  // In a cell of a page that further poses share, what was drawn in the cells before stays.
  useEffect(() => {
    if (region) keeper?.settle();
  }, [keeper, region]);
  return (
    <View style={[StyleSheet.absoluteFill, waiting ? (UNSEEN as object) : null]}>
      {keeper ? (
        <PageShell
          pass={posePass}
          keeper={keeper}
          reference={reference ?? null}
          region={region}
          steering={steering}
        />
      ) : null}
    </View>
  );
}

const UNSEEN = { visibility: 'hidden', pointerEvents: 'none' } as const;
