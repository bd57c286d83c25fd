import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { PENS } from '@deft/core/page';
import { timeLeft, type Clock } from '@deft/core/session';
import { takePen } from '../data/desk-slice';
import type { PageKeeper } from '../data/page-keeper';
import { useDesk, useDeskDispatch } from '../data/store';
import type { Look } from '../page/second-look';
import { MainAct, WordAct } from '../ui/acts';
import { usePalette } from '../ui/use-desk-theme';
import { Words } from '../ui/words';
import { Ticking } from './ticking';
import type { RunningClock } from './use-clock';
import { minutesAndSeconds, spoken } from './words';

export const MORE = 30_000;

interface HeldProps extends Pick<RunningClock, 'say'> {
  readonly clock: Clock;
  readonly keeper: PageKeeper | null;
  /** The page has not come from the desk. */
  readonly lacking: boolean;
  readonly look: Look;
  readonly onLook: (look: Look) => void;
  readonly mirrored: boolean;
  readonly onMirror: () => void;
}

/** What a session offers while it is held: going on first of all. */
export function HeldPanel({ clock, say, keeper, lacking, look, onLook, mirrored, onMirror }: HeldProps) {
  const palette = usePalette();
  const router = useRouter();
  const dispatch = useDeskDispatch();
  const { pen, hand } = useDesk((state) => state.desk);
  const [since] = useState(() => performance.now());
  const [ending, setEnding] = useState(false);
  const toggle = (name: 'squint' | 'grey') => () =>
    onLook({ ...look, name: look.name === name ? null : name });
  return (
    <View
      style={{
        position: 'absolute',
        inset: 0,
        alignItems: 'center',
        justifyContent: 'center',
        padding: 12,
        backgroundColor: `${palette.desk}B0`,
      }}
    >
      <View
        role="dialog"
        aria-label="Held"
        testID="held"
        style={{
          width: '100%',
          maxWidth: 372,
          padding: 16,
          gap: 6,
          backgroundColor: palette.paper,
          borderWidth: 3,
          borderColor: palette.ink,
        }}
      >
        <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: 10 }}>
          <Words size={26} kind="heading" level={1}>
            Held
          </Words>
          <Ticking read={() => minutesAndSeconds(performance.now() - since)} label="Held for" />
        </View>
        <Words soft>
          {lacking
            ? 'The desk does not answer, so the page has not come. It goes on as soon as it is back.'
            : `${minutesAndSeconds(timeLeft(clock))} left. What you drew is kept.`}
        </Words>
        <MainAct label="Go on" disabled={lacking} onPress={() => say({ kind: 'go on' })} testID="go-on" />
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between' }}>
          <WordAct label="Back" disabled={clock.current === 0} onPress={() => say({ kind: 'back' })} />
          <WordAct label={`${spoken(MORE)} more`} onPress={() => say({ kind: 'more', ms: MORE })} />
          <WordAct label="Skip" onPress={() => say({ kind: 'skip' })} />
          <WordAct
            label={ending ? 'End now' : 'End'}
            on={ending}
            onPress={() => (ending ? say({ kind: 'end' }) : setEnding(true))}
            testID="end"
          />
        </View>
        {keeper ? (
          <View
            role="group"
            aria-label="Draw with"
            style={{ flexDirection: 'row', flexWrap: 'wrap', borderTopWidth: 1, borderColor: palette.rule }}
          >
            {PENS.map((one) => (
              <WordAct
                key={one}
                small
                label={one}
                on={hand === 'Draw' && pen === one}
                onPress={() => dispatch(takePen(one))}
              />
            ))}
            <WordAct small label="undo a line" onPress={() => void keeper.undo()} />
          </View>
        ) : null}
        <View
          role="group"
          aria-label="See it afresh"
          style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center' }}
        >
          <WordAct small label="mirrored" on={mirrored} onPress={onMirror} />
          <WordAct small label="squint" on={look.name === 'squint'} onPress={toggle('squint')} />
          <WordAct small label="grey" on={look.name === 'grey'} onPress={toggle('grey')} />
          <View style={{ flex: 1 }} />
          <WordAct small soft label="Leave it for later" onPress={() => router.replace('/')} />
        </View>
      </View>
    </View>
  );
}
