import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import type { Id } from '@deft/core/page';
import { firstPictures } from '@deft/core/session';
import { addressOf, API, begunOf, countedOf, type Session } from '@deft/contract';
import { posesCounted } from '../data/brief-words';
import { sendOn } from '../data/use-page';
import { useChangeSessionMutation } from '../data/sessions-api';
import { useDesk } from '../data/store';
import { useSaving } from '../data/use-saving';
import { useStart } from '../data/use-start';
import { NameField, RemoveAct } from '../practice/about-panel';
import { Act, MainAct } from '../ui/acts';
import { Field } from '../ui/field';
import { SavingSign } from '../ui/saving-sign';
import { Screen } from '../ui/screen';
import { useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { PoseCard } from './pose-card';
import { PosePanel } from './pose-panel';
import { orderIn, SheetSays } from './sheet-says';
import { useSheet } from './use-sheet';
import { drawnSeveralWays, VariantsCard } from './variants-card';
import { spoken } from './words';

/** Poses no longer than this are a warm-up, seconds: play, which is not judged unasked. */
const WARM_UP = 60;

/** Each pose's picture beside its drawing; what was learnt; and where it goes on. */
export function ContactSheet({ session }: { readonly session: Session }) {
  const wide = useWide();
  const router = useRouter();
  const { study, start, busy } = useStart();
  const { making, sentence, save, stop } = useSaving();
  const [noteSession] = useChangeSessionMutation();
  const [lesson, setLesson] = useState(session.lesson);
  const [open, setOpen] = useState<Id | null>(null);
  // What was drawn while the desk was away is sent first; then the drawings are looked at anew.
  const [sent, setSent] = useState(0);
  useEffect(() => {
    let gone = false;
    void sendOn().then(() => !gone && setSent((n) => n + 1));
    return () => {
      gone = true;
    };
  }, []);
  const { plan, set } = session;
  const named = { kind: 'session', ...session } as const;
  const [all, setAll] = useState(false);
  const begun = begunOf(session.poses);
  const poses = all ? session.poses : begun;
  const left = session.poses.length - begun.length;
  const [first] = poses;
  const single = poses.length === 1;
  const opened = poses.find(({ id }) => id === open);
  const counted = countedOf(session.poses);
  const drawn = counted.reduce((sum, pose) => sum + (pose.drawnMs ?? 0), 0);
  const held = poses.reduce((sum, pose) => sum + pose.heldMs, 0);
  const ends = (['done early', 'passed over', 'left unfinished'] as const).map((end) => {
    const count = begun.filter((pose) => pose.end === end).length;
    return count ? `${count} ${end}.` : '';
  });
  const onPaper = poses.some(({ step }) => step.ground === 'on paper');
  const facts = [
    `${set.title}.`,
    `${plan.title}.`,
    held >= 1000 ? `Held ${spoken(held)}.` : '',
    ...ends,
    left ? `${left} not begun.` : '',
  ]
    .filter(Boolean)
    .join(' ');
  const out = (kind: 'pdf' | 'png') => (): void =>
    void save(addressOf(API.sessions[kind], { id: session.id }), `${set.title}.${kind}`);
  const again = (): void =>
    void start({
      set: set.id,
      plan,
      pictures: session.poses
        .filter((pose, i) => pose.step.picture !== session.poses[i - 1]?.step.picture)
        .map(({ reference, flipped }) => ({ id: reference.id, revision: reference.revision, flipped })),
    });
  const { sheetSays } = useDesk('timed').timed;
  const [asked, setAsked] = useState(false);
  const [only, setOnly] = useState<readonly Id[] | null>(null);
  const warmUp = begun.every(({ step }) => step.seconds <= WARM_UP);
  const speaks = asked || sheetSays === 'always' || (sheetSays === 'after longer plans' && !warmUp);
  const wanted = sheetSays !== 'never' && (asked || sheetSays !== 'when asked');
  // Once all that was drawn is there.
  const sheet = useSheet(begun, wanted && sent > 0);
  const againWith = (ids: readonly Id[], inMind: string): void =>
    void start({
      set: set.id,
      plan: firstPictures(plan, ids.length),
      inMind,
      pictures: session.poses
        .filter((pose) => ids.includes(pose.id))
        .map(({ reference, flipped }) => ({ id: reference.id, revision: reference.revision, flipped })),
    });
  const fill = { flex: wide ? undefined : 1 };
  return (
    <Screen
      title={`${posesCounted(counted.length)}, ${spoken(drawn)}`}
      foot={
        <>
          {onPaper ? (
            <MainAct
              label="Photograph the paper"
              onPress={() => router.push({ pathname: '/sessions/paper', params: { session: session.id } })}
              style={fill}
              testID="photograph"
            />
          ) : single && first ? (
            <MainAct
              label="Study this pose"
              disabled={busy}
              onPress={() => void study({ attempt: first.attempt })}
              testID="study-open-pose"
              style={fill}
            />
          ) : (
            <MainAct label="Back to the desk" onPress={() => router.replace('/')} style={fill} />
          )}
          <Act label="Once more" disabled={busy} onPress={again} style={{ minHeight: 52 }} />
        </>
      }
      over={
        opened ? (
          <PosePanel
            key={opened.id}
            session={session}
            pose={opened}
            order={speaks ? orderIn(sheet.told.get(opened.id)) : null}
            onClose={() => setOpen(null)}
          />
        ) : null
      }
    >
      <View
        style={{
          flexDirection: 'row',
          flexWrap: 'wrap',
          alignItems: 'center',
          justifyContent: 'space-between',
          gap: 8,
        }}
      >
        <Text soft style={{ flexShrink: 1 }}>
          {facts}
        </Text>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
          {left ? (
            <Act
              small
              label={all ? 'Hide what was not begun' : 'Show what was not begun'}
              onPress={() => setAll(!all)}
            />
          ) : null}
          <Act small label="Save as PDF" spoken="Save as PDF: the sheet" onPress={out('pdf')} />
          <Act small label="Save as PNG" spoken="Save as PNG: the sheet" onPress={out('png')} />
        </View>
      </View>
      <SavingSign making={making} sentence={sentence} onStop={stop} />
      {sheetSays === 'never' ? null : (
        <SheetSays
          sheet={sheet}
          open={speaks}
          onOpen={() => setAsked(true)}
          shown={only}
          onShow={setOnly}
          onAgain={againWith}
        />
      )}
      {speaks
        ? drawnSeveralWays(begun, sheet.told).map((one) => (
            <VariantsCard key={one.title} {...one} poses={poses} />
          ))
        : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 12 }}>
        {poses.map((pose, i) =>
          only && !only.includes(pose.id) ? null : (
            <PoseCard
              key={`${pose.id} ${sent}`}
              session={session}
              pose={pose}
              told={speaks ? sheet.told.get(pose.id) : undefined}
              place={i + 1}
              width={single ? '100%' : wide ? 340 : '100%'}
              height={single ? (wide ? 430 : 270) : wide ? 210 : 190}
              onOpen={setOpen}
            />
          ),
        )}
      </View>
      <NameField of={named} />
      <Field
        label="The lesson of the day"
        value={lesson}
        onChangeText={setLesson}
        onBlur={() => lesson !== session.lesson && void noteSession({ id: session.id, patch: { lesson } })}
        multiline
        maxLength={4000}
        testID="lesson"
      />
      <View style={{ flexDirection: 'row' }}>
        <RemoveAct
          of={named}
          onGone={() => (router.canGoBack() ? router.back() : router.replace('/sessions'))}
        />
      </View>
    </Screen>
  );
}
