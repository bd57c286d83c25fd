import { useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import { MOST_ON_BOARD, type ReferenceQuery } from '@deft/contract';
import type { Id } from '@deft/core/page';
import {
  sentenceOf,
  useAddToSetMutation,
  useLazyReferenceIdsQuery,
  useLostQuery,
  useMakeBoardMutation,
  useMoveInSetMutation,
  useReferencesQuery,
  useSetsQuery,
} from '../data/api';
import { useDesk } from '../data/store';
import { MainAct, SideAct, WordAct } from '../ui/acts';
import { Field } from '../ui/field';
import { useSay } from '../ui/notes';
import { Empty, Screen, Waiting } from '../ui/screen';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';
import { BringPanel, useBring } from './bring-panel';
import { ManyActs } from './many-acts';
import { SetPanel } from './set-panel';
import { useDrop } from './use-drop';
import { useWallQuery } from './use-query';
import { Wall } from './wall';
import { countOf, EMPTY_WALL, NOTHING_FITS, SIEVES } from './words';

/** Ready-made plans for a set, in words one can choose by. */
const REST_MS = 220;

type PanelOpen = 'bring' | 'set' | null;

/** The library as a wall, or one set of it: sought, sifted, ordered, brought in. */
export function WallScreen() {
  const wide = useWide();
  const palette = usePalette();
  const router = useRouter();
  const say = useSay();
  const leftHanded = useDesk((state) => state.desk.leftHanded);
  const bringing = useDesk((state) => state.bringing);
  const { query, change } = useWallQuery();
  const { data: sets } = useSetsQuery();
  const { data, isError, error, refetch } = useReferencesQuery({ ...query, from: 0, count: 1 });
  const [listIds] = useLazyReferenceIdsQuery();
  const { data: lost = [] } = useLostQuery();
  const [addTo] = useAddToSetMutation();
  const [moveInSet] = useMoveInSetMutation();
  const [makeBoard] = useMakeBoardMutation();
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const [open, setOpen] = useState<PanelOpen>(null);
  const [chosen, setChosen] = useState<ReadonlySet<Id> | null>(null);
  const [ordering, setOrdering] = useState(false);
  const [sifting, setSifting] = useState(false);
  const set = sets?.find((s) => s.id === query.set) ?? null;
  const bring = useBring(
    set ? (reference) => void addTo({ set: set.id, references: [reference] }) : undefined,
  );
  const files = (list: readonly File[]): void => {
    if (list.length === 0) return;
    setOpen('bring');
    bring(list);
  };
  const over = useDrop(files);
  const sifted = SIEVES.some(({ on }) => isOn(query, on)) || (query.q ?? '') !== '';
  const total = data?.total ?? 0;
  const inOwnOrder = set !== null && !sifted && query.sort === undefined;
  const toSet = (id: Id | undefined): void => {
    setOrdering(false);
    setChosen(null);
    change({ set: id });
  };
  const all = async (): Promise<void> => {
    const ids = await listIds(query)
      .unwrap()
      .catch(() => null);
    if (ids) setChosen(new Set(ids));
    else say({ text: 'The desk does not answer just now. Try again in a moment.' });
  };
  const board = async (references: readonly Id[]): Promise<void> => {
    const most = references.slice(0, MOST_ON_BOARD);
    const made = await makeBoard({ title: set ? set.title : 'Board', references: most })
      .unwrap()
      .catch(() => null);
    if (!made) return say({ text: 'The desk does not answer, so no board was made. Try again in a moment.' });
    if (references.length > most.length)
      say({ text: `A board takes ${MOST_ON_BOARD} pictures at once; the first ${MOST_ON_BOARD} are on it.` });
    router.push({ pathname: '/boards/[id]', params: { id: made.id } });
  };
  const plain = { query, columns: wide ? 6 : 3, scroller, total };
  const quiet = bringing.items.length > 0 ? (bringing.working ? 'bringing in …' : 'what came in') : null;
  return (
    <Screen
      title={set?.title ?? 'References'}
      aside={
        data ? (
          <Words size={13} soft>
            {countOf(total, 'picture')}
          </Words>
        ) : null
      }
      onScroller={setScroller}
      foot={
        chosen ? (
          <ManyActs
            chosen={chosen}
            set={set}
            sets={sets ?? []}
            hidden={query.hidden === true}
            onAll={() => void all()}
            onDone={() => setChosen(null)}
            onBoard={(ids) => void board(ids)}
            leftHanded={leftHanded}
          />
        ) : ordering ? (
          <>
            <Words size={13} soft style={{ flex: 1, alignSelf: 'center' }}>
              {wide
                ? 'Drag a picture to its place; with a finger, rest on it first. By keys: arrows go from one to the next, with Shift they carry it along.'
                : 'Rest a finger on a picture, then drag it to its place.'}
            </Words>
            <MainAct label="Done" onPress={() => setOrdering(false)} testID="ordering-done" />
          </>
        ) : (
          <>
            {set && set.count > 0 ? (
              <MainAct
                label="Start a session"
                onPress={() => router.push({ pathname: '/sessions/new', params: { set: set.id } })}
                style={{ flex: wide ? undefined : 2 }}
              />
            ) : null}
            {set ? (
              <SideAct
                label="Bring in"
                onPress={() => setOpen('bring')}
                testID="bring"
                style={{ minHeight: 52, flex: wide ? undefined : 1 }}
              />
            ) : (
              <MainAct
                label="Bring in pictures"
                onPress={() => setOpen('bring')}
                testID="bring"
                style={{ flex: wide ? undefined : 1 }}
              />
            )}
          </>
        )
      }
      over={
        <>
          {over ? (
            <View
              style={{
                position: 'absolute',
                inset: 10,
                borderWidth: 2,
                borderStyle: 'dashed',
                borderColor: palette.verdigris,
                backgroundColor: palette.verdigrisWash,
                opacity: 0.92,
                alignItems: 'center',
                justifyContent: 'center',
                pointerEvents: 'none',
              }}
            >
              <Words size={21} kind="heading">
                {set ? `Let go to put them into “${set.title}”` : 'Let go to bring them in'}
              </Words>
            </View>
          ) : null}
          {open === 'bring' ? (
            <BringPanel onFiles={files} onClose={() => setOpen(null)} leftHanded={leftHanded} />
          ) : null}
          {open === 'set' && set ? (
            <SetPanel
              key={set.id}
              set={set}
              onClose={() => setOpen(null)}
              onGone={() => {
                setOpen(null);
                toSet(undefined);
              }}
              leftHanded={leftHanded}
            />
          ) : null}
        </>
      }
    >
      <ScrollView
        horizontal
        showsHorizontalScrollIndicator={false}
        contentContainerStyle={{ gap: 8 }}
        style={{ flexGrow: 0, marginVertical: -10 }}
      >
        <WordAct label="All" on={query.set === undefined} soft onPress={() => toSet(undefined)} />
        {sets?.map((s) => (
          <WordAct key={s.id} label={s.title} on={query.set === s.id} soft onPress={() => toSet(s.id)} />
        ))}
      </ScrollView>
      {set && set.note !== '' ? (
        <Words size={13} soft>
          {set.note}
        </Words>
      ) : null}
      <View
        style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 10, rowGap: 4 }}
      >
        <Search key={query.set ?? 'all'} value={query.q ?? ''} onChange={(q) => change({ q })} />
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 4, flexShrink: 1 }}>
          <WordAct
            small
            label={sifting ? 'sift ▴' : 'sift ▾'}
            spoken="Sift"
            on={sifted}
            onPress={() => setSifting(!sifting)}
          />
          <WordAct
            small
            label="choose several"
            on={chosen !== null}
            onPress={() => {
              setChosen(chosen ? null : new Set());
              setOrdering(false);
            }}
          />
          {inOwnOrder && set.count > 1 ? (
            <WordAct
              small
              label="order"
              spoken="Change the order by hand"
              on={ordering}
              onPress={() => {
                setOrdering(!ordering);
                setChosen(null);
              }}
            />
          ) : null}
          {set ? <WordAct small label="about this set" onPress={() => setOpen('set')} /> : null}
          <WordAct small soft label="picture service" onPress={() => router.push('/references/service')} />
          <WordAct small soft label="look-alikes" onPress={() => router.push('/references/alike')} />
          <WordAct small soft label="boards" onPress={() => router.push('/boards')} />
          {quiet ? <WordAct small label={quiet} onPress={() => setOpen('bring')} /> : null}
        </View>
      </View>
      {sifting ? (
        <ScrollView
          horizontal
          showsHorizontalScrollIndicator={false}
          role="group"
          aria-label="Sift by"
          style={{ flexGrow: 0, marginVertical: -10 }}
          contentContainerStyle={{ gap: 6 }}
        >
          {SIEVES.map(({ label, on }) => (
            <WordAct
              key={label}
              small
              label={label}
              on={isOn(query, on)}
              onPress={() =>
                change(
                  isOn(query, on) ? Object.fromEntries(Object.keys(on).map((key) => [key, undefined])) : on,
                )
              }
            />
          ))}
          <WordAct
            small
            label="least drawn first"
            on={query.sort === 'least drawn'}
            onPress={() => change({ sort: query.sort === 'least drawn' ? undefined : 'least drawn' })}
          />
          <WordAct
            small
            label="by title"
            on={query.sort === 'title'}
            onPress={() => change({ sort: query.sort === 'title' ? undefined : 'title' })}
          />
        </ScrollView>
      ) : null}
      {lost.length > 0 ? (
        <Words testID="lost">{`The files of these pictures are gone from the desk’s folder: ${lost.slice(0, 5).join(', ')}${lost.length > 5 ? ` and ${lost.length - 5} more` : ''}. Bring them in again to have them back.`}</Words>
      ) : null}
      {!data ? <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} /> : null}
      {data && total === 0 ? (
        <Empty>
          {sifted
            ? NOTHING_FITS
            : set
              ? 'No picture in this set yet. Bring some in, or choose several on the wall and put them into it.'
              : EMPTY_WALL}
        </Empty>
      ) : null}
      {total > 0 ? (
        <Wall
          {...plain}
          key={JSON.stringify(query)}
          chosen={chosen}
          onMove={
            ordering && inOwnOrder ? (reference, after) => moveInSet({ set: set.id, reference, after }) : null
          }
          onTouch={({ id }) => {
            if (!chosen) return router.push({ pathname: '/references/[id]', params: { id } });
            const next = new Set(chosen);
            if (!next.delete(id)) next.add(id);
            setChosen(next);
          }}
        />
      ) : null}
    </Screen>
  );
}

const isOn = (query: ReferenceQuery, on: Partial<ReferenceQuery>): boolean =>
  Object.entries(on).every(([key, value]) => query[key as keyof ReferenceQuery] === value);

/** The words sought, asked for once the typing rests. */
function Search({ value, onChange }: { readonly value: string; readonly onChange: (q: string) => void }) {
  const [text, setText] = useState(value);
  const [timer, setTimer] = useState<ReturnType<typeof setTimeout> | null>(null);
  return (
    <View style={{ flexGrow: 1, minWidth: 180, maxWidth: 340 }}>
      <Field
        label="Search titles, tags, notes, credit"
        value={text}
        maxLength={200}
        testID="search"
        onChangeText={(typed) => {
          setText(typed);
          if (timer) clearTimeout(timer);
          setTimer(setTimeout(() => onChange(typed.trim()), REST_MS));
        }}
      />
    </View>
  );
}
