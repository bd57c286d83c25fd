import { useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import { newBlock } from '@deft/core/session';
import type { Study } from '@deft/contract';
import { previewOf, smallOf, useSetsQuery, useStudiesQuery } from '../data/api';
import { useStart } from '../data/use-start';
import { MainAct, WordAct } from '../ui/acts';
import { PaperCard } from '../ui/paper-card';
import { Empty, Screen, Waiting } from '../ui/screen';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';

const ONE_MINUTE = { title: 'One minute', blocks: [newBlock(1, 60)] };

const today = (): string =>
  new Date().toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });

function stateOf({ pass, attempts }: Study): string {
  if (pass === 'trace') return 'Trace';
  if (pass === 'check') return 'Check';
  return attempts.length > 1 ? `Build, attempt ${attempts.length}` : 'Build';
}

/** What lies on the desk: something to begin at once, and what was begun. */
export function DeskScreen() {
  const palette = usePalette();
  const wide = useWide();
  const router = useRouter();
  const { data: sets, isError, refetch } = useSetsQuery();
  const { data: studies = [] } = useStudiesQuery();
  const { start, busy, failed } = useStart();
  const set = sets?.find((s) => s.count > 0);
  const next = set && [...set.first].sort((a, b) => a.attempts - b.attempts)[0];
  const others = sets?.filter((s) => s.id !== set?.id && s.count > 0) ?? [];
  return (
    <Screen
      title="Your desk"
      aside={
        <Words size={13} soft>
          {today()}
        </Words>
      }
    >
      {!sets ? <Waiting failed={isError} retry={() => void refetch()} /> : null}
      <View style={{ flexDirection: wide ? 'row' : 'column', gap: wide ? 30 : 18 }}>
        <View style={{ flex: wide ? 2 : undefined, gap: 14 }}>
          {set && next ? (
            <PaperCard style={{ flexDirection: wide ? 'row' : 'column' }}>
              <View
                style={{
                  height: wide ? 420 : 250,
                  flex: wide ? 1 : undefined,
                  backgroundColor: palette.rule,
                }}
              >
                <img
                  src={previewOf(next)}
                  alt={next.title}
                  style={{ width: '100%', height: '100%', objectFit: 'cover', objectPosition: '50% 22%' }}
                />
              </View>
              <View
                style={{
                  padding: wide ? 28 : 16,
                  gap: 8,
                  flex: wide ? 1 : undefined,
                  justifyContent: 'center',
                }}
              >
                <Words
                  size={wide ? 26 : 21}
                  kind="heading"
                  level={2}
                >{`Warm up with ${set.title.toLowerCase()}`}</Words>
                <Words soft>{`One pose, 60 seconds: ${next.title.toLowerCase()}. ${set.note}`}</Words>
                <MainAct
                  label="Start, 1 min"
                  disabled={busy}
                  onPress={() => void start({ set: set.id, plan: ONE_MINUTE })}
                  testID="start"
                  style={{ marginTop: 6 }}
                />
                <WordAct
                  label="Choose a plan"
                  onPress={() => router.push({ pathname: '/sessions/new', params: { set: set.id } })}
                />
                {failed ? (
                  <Words size={13}>The desk does not answer just now. Try again in a moment.</Words>
                ) : null}
              </View>
            </PaperCard>
          ) : null}
          {sets && !set ? (
            <>
              <Empty>
                The desk is empty. Bring in a picture of something you want to learn to draw, and study it.
              </Empty>
              <MainAct label="Bring in a picture" onPress={() => router.push('/references')} />
            </>
          ) : null}
          {others.length > 0 ? (
            <View style={{ gap: 4 }}>
              <Words size={17} kind="heading" level={2}>
                Or a minute with
              </Words>
              <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
                {others.map((other) => (
                  <WordAct
                    key={other.id}
                    label={other.title.toLowerCase()}
                    disabled={busy}
                    onPress={() => void start({ set: other.id, plan: ONE_MINUTE })}
                  />
                ))}
              </View>
            </View>
          ) : null}
        </View>
        <View style={{ flex: wide ? 1 : undefined, gap: 10 }}>
          <Words size={17} kind="heading" level={2}>
            Go on with
          </Words>
          {studies.length === 0 ? <Empty>What you study will wait for you here.</Empty> : null}
          <View
            style={{ flexDirection: wide ? 'column' : 'row', flexWrap: wide ? 'nowrap' : 'wrap', gap: 10 }}
          >
            {studies.slice(0, 4).map((study) => (
              <Pressable
                key={study.id}
                role="button"
                aria-label={`Go on with ${study.reference.title}, ${stateOf(study)}`}
                onPress={() => router.push({ pathname: '/studies/[id]', params: { id: study.id } })}
                style={{ width: wide ? '100%' : '48.5%' }}
              >
                <PaperCard style={{ flexDirection: 'row', height: 94 }}>
                  <View style={{ width: 74 }}>
                    <img
                      src={smallOf(study.reference)}
                      alt=""
                      style={{ width: '100%', height: '100%', objectFit: 'cover' }}
                    />
                  </View>
                  <View style={{ flex: 1, padding: 10, paddingRight: 18 }}>
                    <Words size={13} kind="strong" lines={2}>
                      {study.reference.title}
                    </Words>
                    <Words size={13} soft>
                      {stateOf(study)}
                    </Words>
                  </View>
                </PaperCard>
              </Pressable>
            ))}
          </View>
        </View>
      </View>
    </Screen>
  );
}
