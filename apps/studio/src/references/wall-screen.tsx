import { useRouter } from 'expo-router';
import { useRef, useState } from 'react';
import { View } from 'react-native';
import type { Brought, ReferenceSet } from '@deft/contract';
import { sentenceOf, useBringInMutation, useReferencesQuery, useSetsQuery } from '../data/api';
import { useStart } from '../data/use-start';
import { MainAct, SideAct, WordAct } from '../ui/acts';
import { PreviewCard } from '../ui/preview';
import { Empty, Screen, Waiting } from '../ui/screen';
import { useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';

/** Ready-made plans for a set, in words one can choose by. */
const PLANS = [{ label: '1 × 60 s', count: 1, seconds: 60 }, { label: '5 × 30 s', count: 5, seconds: 30 }, { label: '3 × 2 min', count: 3, seconds: 120 }] as const;

/** All references as a wall, by set; pictures are brought in here. */
export function WallScreen() {
  const wide = useWide();
  const router = useRouter();
  const { data: sets } = useSetsQuery();
  const { data: references, isError, refetch } = useReferencesQuery();
  const [bringIn, { isLoading }] = useBringInMutation();
  const [told, setTold] = useState<readonly Brought[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const { start, busy } = useStart();
  const input = useRef<HTMLInputElement>(null);
  const inSets = new Set(sets?.flatMap((s) => s.references.map((r) => r.id)));
  const own: ReferenceSet = { id: 'own', title: 'Your own', note: 'Pictures you brought in.', references: references?.filter((r) => !inSets.has(r.id)) ?? [] };
  const walls = [...(sets ?? []), ...(own.references.length > 0 ? [own] : [])];
  const shown = chosen ? walls.filter((s) => s.id === chosen) : walls;
  const bring = async (files: FileList | null): Promise<void> => {
    if (!files || files.length === 0) return;
    const form = new FormData();
    for (const file of files) form.append('pictures', file);
    setTrouble(null);
    const answer = await bringIn(form);
    if (input.current) input.current.value = '';
    if (answer.data) return setTold(answer.data);
    setTrouble(sentenceOf(answer.error) ?? 'The desk does not answer, so nothing was brought in. Try again in a moment.');
  };
  const one = told.length === 1 ? told[0] : undefined;
  return (
    <Screen
      title="References"
      aside={references ? <Words size={13} soft>{`${references.length} ${references.length === 1 ? 'picture' : 'pictures'}`}</Words> : null}
      foot={<MainAct label={isLoading ? 'Bringing in …' : 'Bring in pictures'} disabled={isLoading} onPress={() => input.current?.click()} style={{ flex: wide ? undefined : 1 }} />}
    >
      <input ref={input} type="file" multiple accept="image/jpeg,image/png,image/webp" aria-label="Pictures to bring in" data-testid="files" onChange={(event) => void bring(event.currentTarget.files)} style={{ display: 'none' }} />
      {!references ? <Waiting failed={isError} retry={() => void refetch()} /> : null}
      {trouble ? <Words>{trouble}</Words> : null}
      {told.length > 0 ? (
        <View role="alert" style={{ gap: 4 }} testID="brought">
          {told.map((item, i) => <Words key={i} kind={'refused' in item ? 'strong' : 'body'}>{'refused' in item ? item.refused : item.known ? `“${item.file}” is here already.` : `“${item.file}” is in.`}</Words>)}
          <View style={{ flexDirection: 'row', gap: 10 }}>
            {one && 'reference' in one ? <SideAct label="Look at it" onPress={() => router.push({ pathname: '/references/[id]', params: { id: one.reference.id } })} /> : null}
            <WordAct label="Close the list" onPress={() => setTold([])} />
          </View>
        </View>
      ) : null}
      {walls.length > 1 ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
          <WordAct label="All" on={chosen === null} soft onPress={() => setChosen(null)} />
          {walls.map((set) => <WordAct key={set.id} label={set.title} on={chosen === set.id} soft onPress={() => setChosen(set.id)} />)}
        </View>
      ) : null}
      {references?.length === 0 ? <Empty>No picture yet. Bring in JPEG, PNG or WebP files of one subject, as many as you like; you can study each of them.</Empty> : null}
      {shown.map((set) => (
        <View key={set.id} style={{ gap: 8 }}>
          <Words size={17} kind="heading" level={2}>{set.title}</Words>
          <Words size={13} soft>{set.note}</Words>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
            {set.references.map((reference) => <PreviewCard key={reference.id} reference={reference} width={wide ? 150 : '31%'} onPress={() => router.push({ pathname: '/references/[id]', params: { id: reference.id } })} />)}
          </View>
          {set.id === 'own' ? null : (
            <View style={{ flexDirection: 'row', alignItems: 'center', flexWrap: 'wrap', gap: 6 }}>
              <Words size={13} soft>Timed poses:</Words>
              {PLANS.map(({ label, count, seconds }) => <WordAct key={label} label={label} spoken={`Start ${count} poses of ${seconds} seconds from ${set.title}`} disabled={busy} onPress={() => void start(set.id, count, seconds)} />)}
            </View>
          )}
        </View>
      ))}
    </Screen>
  );
}
