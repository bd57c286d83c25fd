import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Point } from '@deft/core/geometry';
import { MOST_MARK_POINTS, MOST_PICTURE_MARKS, type PictureMark } from '@deft/core/reference';
import { SUBJECTS, type SubjectKey } from '@deft/core/subjects';
import type { Pose } from '@deft/contract';
import { newId } from '../data/new-id';
import { NameChips } from '../page/parts/name-chips';
import { PictureMarks } from '../page/parts/picture-marks';
import { SeenReference } from '../page/parts/second-look';
import { SlimLine } from '../page/parts/slim-line';
import { Stage, type StageHand } from '../page/parts/stage';
import { NO_LOOK } from '../page/second-look';
import { Act } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { useLatest } from '../ui/use-latest';
import { MARK_HOW, MARKS_FULL } from './words';

interface MarkPictureProps {
  readonly pose: Pose;
  readonly marks: readonly PictureMark[];
  readonly mirrored: boolean;
  readonly onMarks: (marks: readonly PictureMark[]) => void;
  readonly onDone: () => void;
}

const KINDS = ['line', 'landmark'] as const;

/** At most so many of a line's points, its ends among them. */
function fewer(way: readonly Point[]): readonly Point[] {
  const step = Math.ceil(way.length / (MOST_MARK_POINTS - 1));
  return way.filter((_, i) => i % step === 0 || i === way.length - 1);
}

/** Lines and landmarks on the picture itself, while the pose is held; nothing of them is the drawing's. */
export function MarkPicture({ pose, marks, mirrored, onMarks, onDone }: MarkPictureProps) {
  const palette = usePalette();
  const [kind, setKind] = useState<(typeof KINDS)[number]>('line');
  const [line, setLine] = useState<readonly Point[]>([]);
  const { reference } = pose;
  const { width, height } = reference;
  const subject = SUBJECTS[reference.subject as SubjectKey] ?? SUBJECTS.thing;
  const names = [...new Set([...subject.essential, ...subject.landmarks])];
  const used = new Set(marks.flatMap((mark) => (mark.kind === 'landmark' ? [mark.name] : [])));
  const [asked, setAsked] = useState<string | null>(null);
  const name = asked ?? names.find((one) => !used.has(one)) ?? null;
  const full = marks.length >= MOST_PICTURE_MARKS;
  const put = (mark: PictureMark, others = marks): void => {
    if (others.length < MOST_PICTURE_MARKS) onMarks([...others, mark]);
  };
  const ended = useLatest((way: readonly Point[]) => {
    setLine([]);
    const last = way.at(-1);
    if (kind === 'line' && way.length > 1) put({ kind, id: newId(), points: fewer(way) });
    if (kind === 'landmark' && last && name) {
      const others = marks.filter((mark) => mark.kind !== 'landmark' || mark.name !== name);
      put({ kind, id: newId(), name, at: last }, others);
      setAsked(null);
    }
  });
  const hand: StageHand = {
    begin: (at) => setLine([at]),
    move: (at) => setLine((way) => [...way, at]),
    end: (way) => ended.current(way),
    cancel: () => setLine([]),
  };
  const shown: readonly PictureMark[] =
    kind === 'line' && line.length > 1 ? [...marks, { kind, id: 'drawn', points: line }] : marks;
  return (
    <View
      role="dialog"
      aria-label="Mark the picture"
      testID="mark-picture"
      style={[styles.over, { backgroundColor: palette.desk }]}
    >
      <SlimLine
        left={
          <Text size={17} kind="heading" level={1}>
            Mark the picture
          </Text>
        }
        middle={null}
        right={<Act small label="Done" onPress={onDone} testID="marked" />}
      />
      <View style={styles.picture}>
        <Stage
          width={width}
          height={height}
          hand={hand}
          mirrored={mirrored}
          picture={<SeenReference reference={reference} look={NO_LOOK} mirrored={mirrored} />}
          over={(pixel) => <PictureMarks marks={shown} pixel={pixel} mirrored={mirrored} />}
        />
      </View>
      <View style={[styles.acts, { borderColor: palette.rule }]}>
        <Choice label="Put on it">
          {KINDS.map((one) => (
            <Option key={one} small label={one} on={kind === one} onPress={() => setKind(one)} />
          ))}
        </Choice>
        <Act
          small
          label="Take back"
          spoken="Take back the last mark"
          disabled={marks.length === 0}
          onPress={() => onMarks(marks.slice(0, -1))}
        />
        <Text size={13} soft live style={styles.how}>
          {full ? MARKS_FULL : kind === 'landmark' && name ? `Touch the ${name}` : MARK_HOW}
        </Text>
      </View>
      {kind === 'landmark' ? (
        <NameChips
          required
          label="Name of the landmark"
          value={name}
          onChoose={setAsked}
          {...{ names, used }}
        />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  over: { position: 'absolute', inset: 0 },
  picture: { flex: 1, padding: 8 },
  acts: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: 10,
    paddingHorizontal: 12,
    paddingVertical: 6,
    borderTopWidth: 1,
  },
  how: { flexShrink: 1 },
});
