import { createContext, useContext, useLayoutEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import { findingSentence, type Finding, type Mend } from '@deft/core/findings';
import type { Attempt, Reference } from '@deft/contract';
import type { PageKeeper } from '../data/page-keeper';
import { PageShell } from '../page/shell/page-shell';
import type { Pass } from '../page/shell/pass';
import { useShell } from '../page/shell/shell-context';
import { Act } from '../ui/acts';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { GhostLines } from './ghost-lines';
import type { Answer } from './use-checked';
import { DRAW_IT_ANEW, MEND_HOW, MENDED, NOT_TOLD_NOW } from './words';

/** A finding that is being mended on the page itself. */
interface Mending {
  readonly finding: Finding;
  readonly mend: Mend;
  /** The check of the page as it is now; null while it is under way. */
  readonly now: Answer | null;
  readonly onDone: () => void;
}

const MendingContext = createContext<Mending | null>(null);

function useMending(): Mending {
  const mending = useContext(MendingContext);
  if (!mending) throw new Error('This part belongs to a finding that is being mended.');
  return mending;
}

const mendPass: Pass = {
  name: 'Mend',
  hands: ['Move', 'Draw'],
  firstHand: () => 'Move',
  places: ['Corner', 'Beside', 'Away'],
  // In a corner of a phone's page the picture would cover what is mended; the ghost says where it belongs.
  firstPlace: (wide) => (wide ? 'Beside' : 'Away'),
  hint: '',
  panels: [],
  Over: RightPlace,
  Under: HowItStands,
};
/** Where no stroke is found to take hold of, the part is drawn anew. */
const redrawPass: Pass = { ...mendPass, hands: ['Draw', 'Move'], firstHand: () => 'Draw' };

interface MendingScreenProps extends Mending {
  readonly keeper: PageKeeper;
  readonly reference: Reference;
  readonly attempt: Attempt;
}

/** The drawing itself, with the part that is off taken hold of and its right place shown. */
export function MendingScreen({ keeper, reference, attempt, ...mending }: MendingScreenProps) {
  return (
    <MendingContext.Provider value={mending}>
      <PageShell
        pass={mending.mend.ids.length > 0 ? mendPass : redrawPass}
        keeper={keeper}
        reference={reference}
        region={attempt.region}
      />
    </MendingContext.Provider>
  );
}

/** The part's right place over the page; its strokes are taken hold of as soon as the page stands. */
function RightPlace() {
  const { surface, dispatch } = useShell();
  const { mend } = useMending();
  useLayoutEffect(() => {
    if (mend.ids.length > 0) dispatch({ kind: 'pick', ids: new Set(mend.ids) });
  }, [mend, dispatch]);
  return surface ? <GhostLines surface={surface} lines={mend.ghost} /> : null;
}

/** What was off, how it stands now, and the way back to the check. */
function HowItStands() {
  const palette = usePalette();
  const { finding, mend, now, onDone } = useMending();
  return (
    <View style={[styles.strip, { backgroundColor: palette.paper, borderColor: palette.rule }]}>
      <View style={styles.words}>
        <Text testID="mending">{standingNow(finding, now)}</Text>
        <Text size={13} soft>
          {mend.ids.length > 0 ? MEND_HOW : DRAW_IT_ANEW}
        </Text>
      </View>
      <Act label="Done" spoken="Done: back to the check" onPress={onDone} testID="mend-done" />
    </View>
  );
}

/**
 * How a finding stands by the newest check: as it was, less or more so, or no longer off. It is off as long
 * as it is past what is worth a word, whatever else may account for it.
 */
export function standingNow(before: Finding, now: Answer | null): string {
  if (!now) return `${findingSentence(before, 'picture')}.`;
  const { report } = now;
  const still = [...report.findings, ...report.perhaps, ...report.folded, ...report.unsure].find(
    ({ id, size, tolerance }) => id === before.id && Math.abs(size) >= tolerance,
  );
  if (still)
    return still.size === before.size
      ? `${findingSentence(before, report.sides)}.`
      : `Now: ${findingSentence(still, report.sides).toLowerCase()}.`;
  return report.averageMiss ? MENDED : NOT_TOLD_NOW;
}

const styles = StyleSheet.create({
  strip: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    paddingHorizontal: 14,
    paddingVertical: 8,
    borderTopWidth: 1,
  },
  words: { flex: 1 },
});
