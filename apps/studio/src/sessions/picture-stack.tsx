import { useEffect, useRef } from 'react';
import type { PictureMark } from '@deft/core/reference';
import { stretchOf, type Clock } from '@deft/core/session';
import type { Pose } from '@deft/contract';
import { useReferenceAtQuery } from '../data/references-api';
import { MarksOnPicture } from '../page/parts/picture-marks';
import type { Seen } from '../page/parts/reference-view';
import { SeenReference } from '../page/parts/second-look';
import type { Look } from '../page/second-look';
import type { RunningClock } from './use-clock';

/** Whether the picture of a pose is to be seen now. */
const shows = (clock: Clock, i: number): boolean =>
  clock.current === i && clock.phase !== 'done' && (stretchOf(clock)?.seen ?? false);

/** A pose's picture as it is seen; where its outline is wanted, with what the desk knows of that. */
function PosePicture({ reference, ...seen }: Pick<Pose, 'reference'> & Seen) {
  const { name } = seen.look;
  const { id, revision } = reference;
  const isOutlined = name === 'silhouette' || name === 'gaps';
  const { data } = useReferenceAtQuery({ id, revision }, { skip: !isOutlined });
  return <SeenReference reference={data ?? reference} {...seen} />;
}

/**
 * The picture of the pose that runs, with the next one decoded and lying under it: the bell changes
 * which is seen, at once, without anything being rendered.
 */
export function PictureStack({
  poses,
  clock,
  watch,
  look,
  mirrored,
  marks,
}: {
  readonly poses: readonly Pose[];
  readonly clock: Clock;
  readonly watch: RunningClock['watch'];
  readonly look: Look;
  readonly mirrored: boolean;
  readonly marks: readonly PictureMark[];
}) {
  const host = useRef<HTMLDivElement>(null);
  useEffect(
    () =>
      watch((now) => {
        for (const element of host.current?.children ?? [])
          if (element instanceof HTMLElement)
            element.style.visibility = shows(now, Number(element.dataset['pose'])) ? 'visible' : 'hidden';
      }),
    [watch],
  );
  const { current } = clock;
  const next = poses.findIndex((_, i) => i > current && clock.poses[i]?.end === null);
  useEffect(() => {
    for (const image of host.current?.querySelectorAll('img') ?? [])
      void image.decode().catch(() => undefined);
  }, [current, next]);
  return (
    <div ref={host} data-testid="pictures" style={{ position: 'absolute', inset: 0 }}>
      {[current, next].flatMap((i) => {
        const pose = poses[i];
        return pose
          ? [
              <div
                key={`${pose.id} ${pose.reference.id} ${pose.reference.revision}`}
                data-pose={i}
                style={{ position: 'absolute', inset: 0, visibility: shows(clock, i) ? 'visible' : 'hidden' }}
              >
                <PosePicture reference={pose.reference} look={look} mirrored={mirrored} />
                {i === current && look.name === null ? (
                  <MarksOnPicture {...pose.reference} marks={marks} mirrored={mirrored} />
                ) : null}
              </div>,
            ]
          : [];
      })}
    </div>
  );
}
