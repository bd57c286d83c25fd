import { useRouter } from 'expo-router';
import { View } from 'react-native';
import type { Session } from '@deft/contract';
import { previewOf } from '../data/api';
import { useStart } from '../data/use-start';
import { DrawnPage } from '../ui/drawn-page';
import { MainAct, SideAct, WordAct } from '../ui/acts';
import { PaperCard } from '../ui/paper-card';
import { Screen } from '../ui/screen';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';
import { spoken } from './words';

/** Each pose's picture beside its drawing; any of them opens as a study. */
export function ContactSheet({ session }: { readonly session: Session }) {
  const palette = usePalette();
  const wide = useWide();
  const router = useRouter();
  const { study, start, busy } = useStart();
  const { poses } = session;
  const single = poses.length === 1;
  const [first] = poses;
  const drawn = poses.reduce((sum, pose) => sum + (pose.drawnMs ?? 0), 0);
  const held = poses.reduce((sum, pose) => sum + pose.heldMs, 0);
  const skipped = poses.filter((pose) => pose.skipped).length;
  const facts = [`${session.set.title}.`, held >= 1000 ? `Held ${spoken(held)}.` : '', skipped ? `${skipped} skipped.` : ''].filter(Boolean).join(' ');
  return (
    <Screen
      title={`${poses.length} ${single ? 'pose' : 'poses'}, ${spoken(drawn)}`}
      foot={
        <>
          {single && first ? <MainAct label="Study this pose" disabled={busy} onPress={() => void study({ attempt: first.attempt })} testID="study-pose" style={{ flex: wide ? undefined : 1 }} /> : <MainAct label="Back to the desk" onPress={() => router.replace('/')} style={{ flex: wide ? undefined : 1 }} />}
          {first ? <SideAct label="Once more" disabled={busy} onPress={() => void start(session.set.id, poses.length, first.seconds)} /> : null}
        </>
      }
    >
      <Words soft>{facts}</Words>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 12 }}>
        {poses.map((pose) => (
          <PaperCard key={pose.id} style={{ width: single ? '100%' : wide ? 300 : '48%', maxWidth: single ? 720 : undefined }}>
            <View style={{ flexDirection: 'row', height: single ? (wide ? 430 : 270) : 150 }}>
              <View style={{ flex: 1 }}><img src={previewOf(pose.reference)} alt={pose.reference.title} style={{ width: '100%', height: '100%', objectFit: 'contain', background: palette.rule }} /></View>
              <View style={{ flex: 1, borderLeftWidth: 1, borderColor: palette.rule }}><DrawnPage page={pose.page} label={`Your drawing of ${pose.reference.title}`} /></View>
            </View>
            <View style={{ flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center', minHeight: 40, paddingHorizontal: 12, borderTopWidth: 1, borderColor: palette.rule }}>
              <Words size={13} soft>{`${pose.reference.title}, ${spoken(pose.seconds * 1000)}${pose.addedMs ? ` + ${spoken(pose.addedMs)}` : ''}${pose.skipped ? ', skipped' : ''}`}</Words>
              {single ? null : <WordAct small label="Study" spoken={`Study ${pose.reference.title}`} onPress={() => void study({ attempt: pose.attempt })} />}
            </View>
          </PaperCard>
        ))}
      </View>
    </Screen>
  );
}
