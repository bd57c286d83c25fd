import { useRouter } from 'expo-router';
import { useCallback, useEffect, useState } from 'react';
import { View } from 'react-native';
import { timeLeft } from '@deft/core';
import type { Session } from '@deft/contract';
import { pictureOf } from '../data/api';
import { usePage } from '../data/use-page';
import { DrawHand, drawSetting } from '../page/hands/draw';
import { useDesk } from '../data/store';
import { PageView } from '../page/parts/page-view';
import type { Surface } from '../page/surface';
import { MainAct, WordAct } from '../ui/acts';
import { useLatest } from '../ui/use-latest';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';
import { Rim } from './rim';
import { useAwake } from './use-awake';
import { useClock } from './use-clock';
import { goodFor, minutesAndSeconds, spoken } from './words';

const MORE = 30_000;

/** A pose on the clock: the picture whole, the page to draw on, and Hold. */
export function Running({ session }: { readonly session: Session }) {
  const palette = usePalette();
  const wide = useWide();
  const { clock, say, now } = useClock(session);
  const pose = session.poses[Math.min(clock.current, session.poses.length - 1)];
  const keeper = usePage(pose?.page ?? null);
  const [{ surface, hand }, setDrawing] = useState<{ surface: Surface | null; hand: DrawHand | null }>({ surface: null, hand: null });
  const desk = useDesk((state) => state.desk);
  const drawing = clock.phase === 'drawing';
  const next = session.poses[clock.current + 1];

  const onSurface = useCallback((made: Surface): void => {
    const hand = new DrawHand(made, { begun: () => say({ kind: 'pen down' }), ended: () => say({ kind: 'pen up' }) });
    made.setHand(hand);
    setDrawing({ surface: made, hand });
  }, [say]);
  useEffect(() => hand?.take({ ...drawSetting(desk, null), symmetry: false }), [hand, desk]);
  // The clock starts once there is a page to draw on.
  useEffect(() => {
    if (keeper && surface && clock.phase === 'ready') say({ kind: 'start' });
  }, [keeper, surface, clock.phase, say]);
  useEffect(() => {
    if (!surface) return;
    surface.enable(drawing);
  }, [surface, drawing]);
  useEffect(() => {
    if (next) new Image().src = pictureOf(next.reference);
  }, [next]);
  useAwake(drawing);
  const left = (): number => {
    const times = now.current.poses[now.current.current];
    return times ? timeLeft(now.current) / (times.planned + times.added) : 0;
  };
  if (!pose) return null;
  return (
    <View style={{ flex: 1, backgroundColor: palette.desk }}>
      <View style={{ flex: 1, flexDirection: wide ? 'row' : 'column' }}>
        <View style={{ flex: wide ? 4 : 5, backgroundColor: palette.desk }}>
          <Rim left={left}>
            <img src={pictureOf(pose.reference)} alt={pose.reference.title} draggable={false} style={{ width: '100%', height: '100%', objectFit: 'contain' }} />
          </Rim>
        </View>
        <View style={{ flex: wide ? 5 : 6 }}>
          {keeper ? <PageView key={keeper.page} keeper={keeper} onSurface={onSurface} /> : null}
          {clock.phase === 'held' ? <HeldPanel session={session} say={say} clock={clock} /> : null}
        </View>
      </View>
      <View style={{ minHeight: 54, flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', paddingHorizontal: 16, borderTopWidth: 1, borderColor: palette.rule }}>
        <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: 16, flexShrink: 1 }}>
          <Ticking read={() => minutesAndSeconds(timeLeft(now.current))} label="Time left" />
          <Words size={13} soft lines={1} style={{ flexShrink: 1 }}>{`${clock.current + 1} of ${session.poses.length}, ${goodFor(pose.seconds)}`}</Words>
        </View>
        {drawing ? <WordAct label="Hold" on testID="hold" onPress={() => say({ kind: 'hold' })} style={{ minWidth: 84 }} /> : null}
      </View>
    </View>
  );
}

/** A figure that changes by itself, without React rendering anything else. */
function Ticking({ read, label }: { readonly read: () => string; readonly label: string }) {
  const [text, setText] = useState(read);
  const asked = useLatest(read);
  useEffect(() => {
    const timer = setInterval(() => setText(asked.current()), 200);
    return () => clearInterval(timer);
  }, [asked]);
  return <span role="timer" aria-label={label}><Words size={21} kind="figures">{text}</Words></span>;
}

function HeldPanel({ session, clock, say }: { readonly session: Session } & Pick<ReturnType<typeof useClock>, 'clock' | 'say'>) {
  const palette = usePalette();
  const router = useRouter();
  const [since] = useState(() => performance.now());
  const [ending, setEnding] = useState(false);
  return (
    <View role="dialog" aria-label="Held" testID="held" style={{ position: 'absolute', inset: 0, alignItems: 'center', justifyContent: 'center', padding: 16 }}>
      <View style={{ width: '100%', maxWidth: 360, padding: 18, gap: 8, backgroundColor: palette.paper, borderWidth: 2, borderColor: palette.ink }}>
        <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: 10 }}>
          <Words size={26} kind="heading" level={1}>Held</Words>
          <Ticking read={() => minutesAndSeconds(performance.now() - since)} label="Held for" />
        </View>
        <Words soft>{`${minutesAndSeconds(timeLeft(clock))} left. What you drew is kept.`}</Words>
        <MainAct label="Go on" onPress={() => say({ kind: 'go on' })} testID="go-on" />
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between' }}>
          <WordAct label="Back" disabled={clock.current === 0} onPress={() => say({ kind: 'back' })} />
          <WordAct label={`${spoken(MORE)} more`} onPress={() => say({ kind: 'more', ms: MORE })} />
          <WordAct label="Skip" disabled={session.poses.length === 1} onPress={() => say({ kind: 'skip' })} />
          <WordAct label={ending ? 'End now' : 'End'} on={ending} onPress={() => (ending ? say({ kind: 'end' }) : setEnding(true))} testID="end" />
        </View>
        <WordAct small soft label="Leave it for later" onPress={() => router.replace('/')} />
      </View>
    </View>
  );
}
