import { useRouter } from 'expo-router';
import { useCallback, useEffect, useState } from 'react';
import { Pressable, useWindowDimensions, View } from 'react-native';
import { pageOf, type Id } from '@deft/core/page';
import { doingOf, stretchOf, timeLeft } from '@deft/core/session';
import type { Pose, Session } from '@deft/contract';
import { takePen } from '../data/desk-slice';
import type { PageKeeper } from '../data/page-keeper';
import { useDesk, useDeskDispatch } from '../data/store';
import { useThings } from '../data/use-page';
import { NO_LOOK, type Look } from '../page/second-look';
import { WordAct } from '../ui/acts';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';
import { HeldPanel, MORE } from './held-panel';
import { PictureStack } from './picture-stack';
import { PosePage } from './pose-page';
import { Rim } from './rim';
import { useSessionKeys } from './session-keys';
import { Ticking } from './ticking';
import { useAwake } from './use-awake';
import { useBells } from './use-bells';
import { useClock } from './use-clock';
import { adviceFor, doingWords, minutesAndSeconds } from './words';

/** How long a pose waits for its page before it is held, milliseconds. */
const PATIENCE = 250;

/** Poses whose pages are to be open: the one that runs, and the next where it is on another page. */
function pagesOf(poses: readonly (Pose | undefined)[]): Pose[] {
  const drawn = poses.filter((pose): pose is Pose => pose !== undefined && pose.step.ground !== 'on paper');
  return drawn.filter((pose, i) => drawn.findIndex(({ page }) => page === pose.page) === i);
}

/** A session on the clock: the picture whole, the page to draw on, and Hold. */
export function Running({ session }: { readonly session: Session }) {
  const palette = usePalette();
  const wide = useWide();
  // A phone that is turned has room beside the picture, and little under it.
  const { width, height } = useWindowDimensions();
  const beside = width > height;
  const router = useRouter();
  const dispatch = useDeskDispatch();
  const { figures } = useDesk((state) => state.desk.timed);
  const { clock, say, now, watch } = useClock(session);
  const { poses } = session;
  const pose = poses[Math.min(clock.current, poses.length - 1)];
  const next = poses.find((_, i) => i > clock.current && !clock.poses[i]?.over);
  const [stands, setStands] = useState<{ page: Id; keeper: PageKeeper } | null>(null);
  const [look, setLook] = useState<Look>(NO_LOOK);
  const [mirrored, setMirrored] = useState(false);
  const doing = doingOf(clock);
  const held = clock.phase === 'held';
  const paper = pose?.step.ground === 'on paper';
  const here = stands?.page === pose?.page ? stands : null;
  const onReady = useCallback((page: Id, keeper: PageKeeper) => setStands({ page, keeper }), []);
  const onContact = useCallback((down: boolean): void => say({ kind: down ? 'pen down' : 'pen up' }), [say]);
  // A page that has not come cannot be drawn on: the time does not run away meanwhile.
  const things = useThings(here?.keeper ?? null, ['page']);
  const lacking = !paper && !pageOf(things);
  // The clock starts once there is something to draw on.
  useEffect(() => {
    if (clock.phase === 'ready' && !lacking) say({ kind: 'start' });
  }, [clock.phase, lacking, say]);
  useEffect(() => {
    if (!lacking || doing !== 'draw') return undefined;
    const timer = setTimeout(() => say({ kind: 'hold' }), PATIENCE);
    return () => clearTimeout(timer);
  }, [lacking, doing, say]);
  useAwake(clock.phase === 'running');
  useBells(watch);
  const mirror = (): void => setMirrored(!mirrored);
  useSessionKeys(held, (act) => {
    switch (act) {
      case 'hold':
        return say({ kind: held ? 'go on' : 'hold' });
      case 'leave':
        return held ? router.replace('/') : say({ kind: 'hold' });
      case 'back':
        return say({ kind: 'back' });
      case 'skip':
        return say({ kind: 'skip' });
      case 'more':
        return say({ kind: 'more', ms: MORE });
      case 'undo':
        return void here?.keeper.undo();
      case 'redo':
        return void here?.keeper.redo();
      case 'squint':
      case 'grey':
        return setLook({ ...look, name: look.name === act ? null : act });
      case 'mirror':
        return mirror();
      default:
        dispatch(takePen(act));
    }
  });
  const left = (): number => {
    const stretch = stretchOf(now.current);
    return stretch ? timeLeft(now.current) / (stretch.planned + stretch.added) : 0;
  };
  if (!pose) return null;
  const { step } = pose;
  const seen = stretchOf(clock)?.seen ?? false;
  const away = !seen && doing !== 'rest';
  return (
    <View style={{ flex: 1, backgroundColor: palette.desk }}>
      <View style={{ flex: 1, flexDirection: beside ? 'row' : 'column' }}>
        <View
          style={{
            flex: paper ? 1 : away ? (beside ? 1.4 : 1) : beside ? 4 : 5,
            backgroundColor: palette.desk,
          }}
        >
          <Rim left={left}>
            <Pressable
              aria-label={held ? pose.reference.title : `${pose.reference.title}. Touch to hold`}
              onPress={() => say({ kind: 'hold' })}
              style={{ flex: 1, cursor: 'auto' } as object}
            >
              <PictureStack poses={poses} clock={clock} watch={watch} look={look} mirrored={mirrored} />
              {away ? (
                <Aside
                  title={step.source === 'memory' ? 'From memory' : 'From what you know'}
                  text={
                    step.source === 'memory'
                      ? 'The picture comes back when the time is up.'
                      : `Draw it as you know it: ${pose.reference.title.toLowerCase()}. Then look.`
                  }
                  small={!wide}
                />
              ) : null}
              {doing === 'rest' ? (
                <Aside
                  title="Rest"
                  text={
                    next ? `Then ${next.reference.title.toLowerCase()}. ${adviceFor(next.step.seconds)}` : ''
                  }
                />
              ) : null}
            </Pressable>
          </Rim>
        </View>
        {paper ? null : (
          <View style={{ flex: away ? (beside ? 5 : 8) : beside ? 5 : 6 }}>
            {pagesOf([pose, next]).map((one) => (
              <PosePage
                key={one.page}
                page={one.page}
                region={one.region}
                mirrored={mirrored}
                active={one.page === pose.page}
                drawing={clock.phase === 'running' && doing === 'draw'}
                look={look}
                onContact={onContact}
                onReady={onReady}
              />
            ))}
          </View>
        )}
        {held ? (
          <HeldPanel
            clock={clock}
            lacking={lacking}
            say={say}
            keeper={here?.keeper ?? null}
            look={look}
            onLook={setLook}
            mirrored={mirrored}
            onMirror={mirror}
          />
        ) : null}
      </View>
      <View
        style={{
          minHeight: 54,
          flexDirection: 'row',
          alignItems: 'center',
          justifyContent: 'space-between',
          paddingHorizontal: 16,
          borderTopWidth: 1,
          borderColor: palette.rule,
        }}
      >
        <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: 16, flexShrink: 1 }}>
          {figures ? (
            <Ticking
              read={() => minutesAndSeconds(timeLeft(now.current))}
              label="Time left"
              size={paper ? 26 : 21}
            />
          ) : null}
          <Words
            size={13}
            soft
            lines={1}
            style={{ flexShrink: 1 }}
          >{`${clock.current + 1} of ${poses.length}, ${doingWords(stretchOf(clock)?.doing ?? null, step.source, step.seconds)}${pose.flipped ? ', the other way round' : ''}`}</Words>
        </View>
        {clock.phase === 'running' ? (
          <WordAct
            label="Hold"
            on
            testID="hold"
            onPress={() => say({ kind: 'hold' })}
            style={{ minWidth: 84 }}
          />
        ) : null}
      </View>
    </View>
  );
}

/** What stands where the picture is not. */
function Aside({
  title,
  text,
  small = false,
}: {
  readonly title: string;
  readonly text: string;
  readonly small?: boolean;
}) {
  return (
    <View
      style={{
        position: 'absolute',
        inset: 0,
        alignItems: 'center',
        justifyContent: 'center',
        padding: 14,
        gap: 4,
      }}
    >
      <Words size={small ? 17 : 26} kind="heading" level={1}>
        {title}
      </Words>
      <Words size={small ? 13 : 15} soft style={{ textAlign: 'center', maxWidth: 340 }}>
        {text}
      </Words>
    </View>
  );
}
