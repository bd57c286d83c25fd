import { StyleSheet } from 'react-native';
import { COUNTS } from '@deft/core/guides';
import { setGuideCount, setSnapping, type CountedGuide } from '../../data/desk-slice';
import { useDesk, useDeskDispatch } from '../../data/store';
import { Text } from '../../ui/text';
import { countWords } from '../guide-words';
import { useShell } from '../shell/shell-context';
import { TrayAct } from './tray-act';

/** Whether what is laid is drawn to the places and lines that lie there. */
export function SnapAct() {
  const send = useDeskDispatch();
  const { snapping } = useDesk('snapping');
  return (
    <TrayAct
      label="snap"
      shape="snap"
      on={snapping}
      spoken="snap: what you lay is drawn to guides near it"
      onPress={() => send(setSnapping(!snapping))}
    />
  );
}

const isCounted = (kind: string): kind is CountedGuide => kind === 'divided' || kind === 'stepped';

/** How many parts or steps the guide that is taken up has, or the next one will have. */
export function GuideCount() {
  const send = useDeskDispatch();
  const { guide, guideCounts } = useDesk('guide', 'guideCounts');
  const { keeper, things, state } = useShell();
  const taken = state.selected ? things.get(state.selected) : undefined;
  const own = taken?.type === 'guide' && isCounted(taken.kind) ? taken : null;
  const kind = own ? (own.kind as CountedGuide) : isCounted(guide) ? guide : null;
  if (!kind) return null;
  const count = (own && 'count' in own ? own.count : undefined) ?? guideCounts[kind];
  const set = (next: number): void => {
    send(setGuideCount({ kind, count: next }));
    if (own) void keeper.commit({ set: [{ id: own.id, to: { count: next } }] });
  };
  return (
    <>
      <TrayAct
        label="fewer"
        shape="fewer"
        spoken={`fewer ${kind === 'divided' ? 'parts' : 'steps'}`}
        disabled={count <= COUNTS.least}
        onPress={() => set(count - 1)}
      />
      <Text size={13} live style={styles.count} testID="guide-count">
        {countWords(kind, count)}
      </Text>
      <TrayAct
        label="more"
        shape="further"
        spoken={`more ${kind === 'divided' ? 'parts' : 'steps'}`}
        disabled={count >= COUNTS.most}
        onPress={() => set(count + 1)}
      />
    </>
  );
}

const styles = StyleSheet.create({ count: { minWidth: 52, textAlign: 'center' } });
