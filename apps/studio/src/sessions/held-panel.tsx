import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { PENS } from '@deft/core/page';
import { timeLeft, type Clock } from '@deft/core/session';
import { takePen } from '../data/desk-slice';
import type { PageKeeper } from '../data/page-keeper';
import { useDesk, useDeskDispatch } from '../data/store';
import { KeyList } from '../page/parts/keys-panel';
import { LookChoice } from '../page/parts/look-choice';
import type { Look } from '../page/second-look';
import { Act, MainAct } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Switch } from '../ui/switch';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { SESSION_KEYS } from './session-keys';
import { Ticking } from './ticking';
import type { AnotherPicture } from './use-another-picture';
import type { RunningClock } from './use-clock';
import { minutesAndSeconds, notThisOne, spoken } from './words';

export const MORE = 30_000;

interface HeldProps extends Pick<RunningClock, 'say'> {
  readonly clock: Clock;
  readonly another: AnotherPicture;
  /** Lines and landmarks are put on the picture; null where it is not to be seen just now. */
  readonly onMark: (() => void) | null;
  /** The page has not come from the desk. */
  readonly lacking: boolean;
  /** What a short pose offers only now; null where all of it is at hand any time. */
  readonly tools: Tools | null;
}

interface Tools {
  readonly keeper: PageKeeper | null;
  readonly look: Look;
  readonly onLook: (look: Look) => void;
  readonly mirrored: boolean;
  readonly onMirror: () => void;
}

/**
 * So long it takes no press, milliseconds: it may come while a pen is on its way to the page, and whoever did
 * not see it meant none of what it offers.
 */
export const STANDS_AFTER = 300;

/** What a session offers while it is held: going on first of all. */
export function HeldPanel({ clock, say, another, onMark, lacking, tools }: HeldProps) {
  const palette = usePalette();
  const router = useRouter();
  const [since] = useState(() => performance.now());
  const [ending, setEnding] = useState(false);
  const [keys, setKeys] = useState(false);
  const [stands, setStands] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setStands(true), STANDS_AFTER);
    return () => clearTimeout(timer);
  }, []);
  const wide = useWide();
  return (
    <View style={[styles.over, { backgroundColor: `${palette.desk}B0` }]}>
      <View
        role="dialog"
        aria-label="Held"
        testID="held"
        style={[
          styles.leaf,
          SCROLLED,
          { backgroundColor: palette.paper, borderColor: palette.ink },
          { pointerEvents: stands ? 'auto' : 'none' },
        ]}
      >
        <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: 10 }}>
          <Text size={26} kind="heading" level={1}>
            Held
          </Text>
          <Ticking read={() => minutesAndSeconds(performance.now() - since)} label="Held for" />
        </View>
        <Text soft>
          {lacking
            ? 'The desk does not answer, so the page has not come. Once it is back, you can go on.'
            : `${minutesAndSeconds(timeLeft(clock))} left. What you drew is kept.`}
        </Text>
        <MainAct label="Go on" disabled={lacking} onPress={() => say({ kind: 'go on' })} testID="go-on" />
        <View style={styles.acts}>
          <Act label="Next" onPress={() => say({ kind: 'next' })} />
          {another.can ? <Act label={notThisOne(another)} onPress={another.ask} /> : null}
          <Act label="Pass over" onPress={() => say({ kind: 'pass over' })} />
        </View>
        <View style={styles.acts}>
          <Act label="Back" disabled={clock.current === 0} onPress={() => say({ kind: 'back' })} />
          <Act label={`${spoken(MORE)} more`} onPress={() => say({ kind: 'more', ms: MORE })} />
          <Act
            label={ending ? 'End now' : 'End'}
            pressed={ending}
            onPress={() => (ending ? say({ kind: 'end' }) : setEnding(true))}
            testID="end"
          />
        </View>
        {another.said ? (
          <Text size={13} live>
            {another.said}
          </Text>
        ) : null}
        {tools ? <HeldTools {...tools} /> : null}
        <View style={styles.acts}>
          {onMark ? <Act small label="Mark the picture" onPress={onMark} testID="mark" /> : null}
          <Act small label="Leave it for later" onPress={() => router.replace('/')} />
          {wide ? <Act small label="Keys" pressed={keys} onPress={() => setKeys(!keys)} /> : null}
        </View>
        {keys ? <KeyList keys={SESSION_KEYS} /> : null}
      </View>
    </View>
  );
}

/** Pens, undo and second looks, which a short pose offers while it is held. */
function HeldTools({ keeper, look, onLook, mirrored, onMirror }: Tools) {
  const dispatch = useDeskDispatch();
  const { pen } = useDesk('pen');
  return (
    <>
      {keeper ? (
        <View style={styles.pens}>
          <Choice label="Draw with">
            {PENS.map((one) => (
              <Option key={one} small label={one} on={pen === one} onPress={() => dispatch(takePen(one))} />
            ))}
          </Choice>
          <Act small label="Undo a line" onPress={() => void keeper.undo()} />
        </View>
      ) : null}
      <View style={styles.looks}>
        <LookChoice look={look} onLook={onLook} />
        <Switch small label="mirrored" on={mirrored} onPress={onMirror} />
      </View>
    </>
  );
}

/** Where it is higher than the screen, it is moved along. */
const SCROLLED = { overflow: 'auto' } as object;

const styles = StyleSheet.create({
  over: { position: 'absolute', inset: 0, alignItems: 'center', justifyContent: 'center', padding: 12 },
  leaf: { width: '100%', maxWidth: 400, maxHeight: '100%', padding: 16, gap: 8, borderWidth: 3 },
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  pens: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8 },
  looks: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 6 },
});
