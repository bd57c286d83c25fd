import { StyleSheet, View } from 'react-native';
import { findingSentence, whatCameBack, type CameBack } from '@deft/core/findings';
import { counted } from '@deft/core/words';
import type { Affine } from '@deft/core/geometry';
import type { Id } from '@deft/core/page';
import type { OrderOfWork } from '@deft/core/strokes';
import { Act } from '../ui/acts';
import { Bar } from '../ui/bar';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import type { Sheet, Told } from './use-sheet';
import { CANNOT_TELL, NOTHING_CLEAR, NOTHING_CAME_BACK, SHEET_FOLDED } from './words';

/** What is said of one drawing on its card: whether it is off, in what, and what changed from its first. */
export interface Said {
  readonly sentence: string;
  readonly off: boolean;
  readonly change: string | null;
}

export function saidOf(told: Told | undefined): Said | null {
  if (!told || told === 'empty') return null;
  if (told === 'failed') return { sentence: CANNOT_TELL, off: false, change: null };
  const { change, report } = told;
  const [first] = report.findings;
  if (first) return { sentence: findingSentence(first, report.sides), off: true, change };
  return { sentence: report.averageMiss ? NOTHING_CLEAR : CANNOT_TELL, off: false, change };
}

/** How a drawing is laid over its picture; null where it cannot be told. */
export const laidBy = (told: Told | undefined): Affine | null =>
  !told || told === 'failed' || told === 'empty' ? null : told.report.toReference;

/** In which order it was drawn; null where that cannot be told. */
export const orderIn = (told: Told | undefined): OrderOfWork | null =>
  !told || told === 'failed' || told === 'empty' ? null : told.hand.order;

/** What is off the same way in several of a session's drawings. */
export function cameBack(told: ReadonlyMap<Id, Told>): CameBack<Id> | null {
  return whatCameBack(
    [...told].flatMap(([key, one]) =>
      one === 'failed' || one === 'empty' || !one.report.averageMiss ? [] : [{ key, report: one.report }],
    ),
  );
}

/** What one means to watch, as it stands under a pose: "Watch the head: it is too large." */
export const inMindOf = ({ about, words }: Pick<CameBack<Id>, 'about' | 'words'>): string =>
  `Watch the ${about}: ${words.replace(`the ${about}`, 'it')}.`;

interface SheetSaysProps {
  readonly sheet: Sheet;
  /** Open from the beginning; else behind one line. */
  readonly open: boolean;
  readonly onOpen: () => void;
  /** Only these are shown; all where null. */
  readonly shown: readonly Id[] | null;
  readonly onShow: (poses: readonly Id[] | null) => void;
  /** Starts a session with these pictures, to watch this. */
  readonly onAgain: (poses: readonly Id[], inMind: string) => void;
}

/** On top of the sheet: what came back most, and how far the looking is. */
export function SheetSays({ sheet, open, onOpen, shown, onShow, onAgain }: SheetSaysProps) {
  const palette = usePalette();
  const { told, of, stopped, stop, goOn } = sheet;
  if (of === 0) return null;
  const done = told.size;
  if (!open)
    return (
      <View style={styles.row} testID="sheet-folded">
        <Text soft style={styles.fill}>
          {SHEET_FOLDED}
        </Text>
        <Act small label="What the desk saw" testID="sheet-open" onPress={onOpen} />
      </View>
    );
  const back = cameBack(told);
  const going = done < of;
  return (
    <>
      {back ? (
        <View style={[styles.card, { backgroundColor: palette.paper, borderColor: palette.rule }]}>
          <Text
            size={17}
            kind="heading"
            testID="came-back"
          >{`In ${back.drawings.length} of ${back.of} ${back.words}.`}</Text>
          <Text soft>{`By ${back.by}. Look at the ${back.about} before anything else next time.`}</Text>
          <View style={styles.acts}>
            {shown || back.drawings.length < of ? (
              <Act
                label={shown ? 'See all' : `See the ${counted(back.drawings.length)}`}
                onPress={() => onShow(shown ? null : back.drawings)}
                testID="see-those"
              />
            ) : null}
            <Act label="Again, with this in mind" onPress={() => onAgain(back.drawings, inMindOf(back))} />
          </View>
        </View>
      ) : going || of < 2 ? null : (
        <Text soft testID="came-back">
          {NOTHING_CAME_BACK}
        </Text>
      )}
      {going ? (
        <View style={styles.row} testID="sheet-going">
          <Text size={13} soft live>{`Checked ${done} of ${of}`}</Text>
          <Bar share={done / of} width={80} />
          <View style={styles.fill} />
          <Act small label={stopped ? 'Go on' : 'Stop'} onPress={stopped ? goOn : stop} testID="sheet-stop" />
        </View>
      ) : null}
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 12 },
  card: { padding: 14, gap: 6, borderWidth: 1 },
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, marginTop: 4 },
  fill: { flex: 1 },
});
