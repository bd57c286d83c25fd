import { useRouter } from 'expo-router';
import { useState } from 'react';
import { useSelector } from 'react-redux';
import { StyleSheet, View } from 'react-native';
import { sentenceOf } from '../data/refusals';
import { useReferencesQuery } from '../data/references-api';
import { Act, MainAct } from '../ui/acts';
import { Empty, Screen, Waiting } from '../ui/screen';
import { Search } from '../ui/search';
import { SetChoice } from '../ui/set-choice';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { useLostQuery, useMoveMemberMutation } from './api';
import { BringPanel, useImport } from './bring-panel';
import { selectImporting } from './importing-slice';
import { ManyActs } from './many-acts';
import { ReadingStrip } from './reading-strip';
import { SetPanel } from './set-panel';
import { useDrop } from './use-drop';
import { useWall } from './use-wall';
import { Wall } from './wall';
import { Filter, WallActs, WallWays } from './wall-acts';
import { countOf, EMPTY_SET, EMPTY_WALL, lostWords, NOTHING_FITS, orderingWords } from './words';

/** The library as a wall, or one set of it: sought, filtered, ordered, brought in. */
export function WallScreen() {
  const wide = useWide();
  const importing = useSelector(selectImporting);
  const wall = useWall();
  const { query, set, mode } = wall;
  const { data, isError, error, refetch } = useReferencesQuery({ ...query, from: 0, count: 1 });
  const { data: lost = [] } = useLostQuery();
  const [moveMember] = useMoveMemberMutation();
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const [open, setOpen] = useState<'bring' | 'set' | null>(null);
  const [filtering, setFiltering] = useState(false);
  const bring = useImport(set?.id ?? null);
  const take = (files: readonly File[]): void => {
    if (files.length === 0) return;
    setOpen('bring');
    bring(files);
  };
  const over = useDrop(take);
  const close = (): void => setOpen(null);
  const total = data?.total ?? 0;
  const ordering = mode.kind === 'order' && wall.inOwnOrder && set !== null;
  return (
    <Screen
      title={set?.title ?? 'References'}
      aside={
        data ? (
          <Text size={13} soft>
            {countOf(total, 'picture')}
          </Text>
        ) : null
      }
      onScroller={setScroller}
      foot={<WallFoot wall={wall} onBring={() => setOpen('bring')} />}
      over={
        <>
          {over ? <DropHint set={set?.title ?? null} /> : null}
          {open === 'bring' ? <BringPanel onFiles={take} onClose={close} /> : null}
          {open === 'set' && set ? (
            <SetPanel
              key={set.id}
              set={set}
              onClose={close}
              onGone={() => {
                close();
                wall.toSet(undefined);
              }}
            />
          ) : null}
        </>
      }
    >
      <SetChoice sets={wall.sets} current={query.set} onChoose={wall.toSet} />
      {set?.note ? (
        <Text size={13} soft>
          {set.note}
        </Text>
      ) : null}
      <View style={styles.line}>
        <Search
          key={query.set ?? 'all'}
          label={wide ? 'Search titles, tags, notes, credit' : 'Search'}
          value={query.q ?? ''}
          onChange={(q) => wall.change({ q })}
        />
        <WallActs
          filtering={filtering}
          filtered={wall.filtered || query.sort !== undefined}
          onFilter={() => setFiltering(!filtering)}
          onChoose={() => wall.setMode({ kind: 'choose', chosen: new Set() })}
          onOrder={wall.inOwnOrder && total > 1 ? () => wall.setMode({ kind: 'order' }) : null}
          onAbout={set ? () => setOpen('set') : null}
          importing={
            importing.items.length === 0 ? null : importing.working ? 'Bringing in …' : 'What came in'
          }
          onImporting={() => setOpen('bring')}
        />
      </View>
      {open === 'bring' ? null : <ReadingStrip />}
      {filtering ? <Filter query={query} inSet={set !== null} onChange={wall.change} /> : null}
      <WallWays set={set?.id ?? null} />
      {lost.length > 0 ? <Text testID="lost">{lostWords(lost)}</Text> : null}
      {!data ? <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} /> : null}
      {data && total === 0 ? (
        <Empty>{wall.filtered ? NOTHING_FITS : set ? EMPTY_SET : EMPTY_WALL}</Empty>
      ) : null}
      {total > 0 ? (
        <Wall
          key={JSON.stringify(query)}
          query={query}
          columns={wide ? 6 : 3}
          scroller={scroller}
          total={total}
          chosen={mode.kind === 'choose' ? mode.chosen : null}
          onMove={ordering ? (reference, after) => moveMember({ set: set.id, reference, after }) : null}
          onTouch={({ id }) => wall.touch(id)}
        />
      ) : null}
    </Screen>
  );
}

/** The acts in the thumb's reach, by what is done with the wall. */
function WallFoot({
  wall,
  onBring,
}: {
  readonly wall: ReturnType<typeof useWall>;
  readonly onBring: () => void;
}) {
  const wide = useWide();
  const router = useRouter();
  const { mode, set, setMode, sets, query } = wall;
  const done = (): void => setMode({ kind: 'look' });
  if (mode.kind === 'choose')
    return (
      <ManyActs
        chosen={mode.chosen}
        set={set}
        sets={sets}
        hidden={query.hidden === true}
        onAll={() => void wall.chooseAll()}
        onDone={done}
        onBoard={(ids) => void wall.toBoard(ids)}
      />
    );
  if (mode.kind === 'order')
    return (
      <>
        <Text size={13} soft style={styles.hint}>
          {orderingWords(wide)}
        </Text>
        <MainAct label="Done" onPress={done} testID="ordering-done" />
      </>
    );
  const fill = (share: number) => ({ flex: wide ? undefined : share });
  if (!set) return <MainAct label="Bring in pictures" onPress={onBring} testID="bring" style={fill(1)} />;
  return (
    <>
      {set.count > 0 ? (
        <MainAct
          label="Start a session"
          onPress={() => router.push({ pathname: '/sessions/new', params: { set: set.id } })}
          style={fill(2)}
        />
      ) : null}
      <Act label="Bring in" onPress={onBring} testID="bring" style={[styles.tall, fill(1)]} />
    </>
  );
}

/** Says where files that are held over the window will go. */
function DropHint({ set }: { readonly set: string | null }) {
  const palette = usePalette();
  return (
    <View style={[styles.drop, { borderColor: palette.verdigris, backgroundColor: palette.verdigrisWash }]}>
      <Text size={21} kind="heading">
        {set ? `Let go to put them into “${set}”` : 'Let go to bring them in'}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  line: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 10 },
  hint: { flex: 1, alignSelf: 'center' },
  tall: { minHeight: 52 },
  drop: {
    position: 'absolute',
    inset: 10,
    borderWidth: 2,
    borderStyle: 'dashed',
    opacity: 0.92,
    alignItems: 'center',
    justifyContent: 'center',
    pointerEvents: 'none',
  },
});
