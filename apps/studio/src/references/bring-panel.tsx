import { useRouter } from 'expo-router';
import { useRef } from 'react';
import { View } from 'react-native';
import { PICTURE_ENDINGS } from '@deft/contract';
import type { Id } from '@deft/core/page';

import { setKeepLocation } from '../data/desk-slice';
import { useSelector } from 'react-redux';
import { useDesk, useDeskDispatch } from '../data/store';
import { Act, MainAct } from '../ui/acts';
import { Bar } from '../ui/bar';
import { Choice, Option } from '../ui/choice';
import { Panel } from '../ui/panel';
import { Text } from '../ui/text';
import './import-listener';
import { cleared, importFiles, selectImporting, stopImporting, type Item } from './importing-slice';
import { readPictures } from './reading-slice';
import { ReadingStrip } from './reading-strip';
import { countOf, STATE_WORDS } from './words';

/** Most lines of one kind that are shown at once. */
const MOST_LINES = 200;

/** Brings files in as they are chosen, dropped or pasted; into a set where there is one. */
export function useImport(set: Id | null): (files: readonly File[]) => void {
  const dispatch = useDeskDispatch();
  const { keepLocation } = useDesk('keepLocation');
  return (files) => void (files.length > 0 && dispatch(importFiles(files, { keepLocation, set })));
}

interface BringPanelProps {
  readonly onFiles: (files: readonly File[]) => void;
  readonly onClose: () => void;
}

/** Where pictures come in: the ways, what is under way, and at its end a plain list. */
export function BringPanel({ onFiles, onClose }: BringPanelProps) {
  const router = useRouter();
  const dispatch = useDeskDispatch();
  const { items, working, sets } = useSelector(selectImporting);
  const { keepLocation } = useDesk('keepLocation');
  const fresh = items.flatMap(({ state, reference }) => (state === 'in' && reference ? [reference] : []));
  const files = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);
  const chosen = (event: { currentTarget: HTMLInputElement }): void => {
    onFiles([...(event.currentTarget.files ?? [])]);
    event.currentTarget.value = '';
  };
  return (
    <Panel title="Bring in" onClose={onClose}>
      <input
        ref={files}
        type="file"
        multiple
        accept={PICTURE_ENDINGS.join(',')}
        aria-label="Pictures to bring in"
        data-testid="files"
        onChange={chosen}
        style={{ display: 'none' }}
      />
      <input
        ref={(element) => {
          folder.current = element;
          element?.setAttribute('webkitdirectory', '');
        }}
        type="file"
        multiple
        aria-label="A folder to bring in"
        data-testid="folder"
        onChange={chosen}
        style={{ display: 'none' }}
      />
      <View style={{ flexDirection: 'row', gap: 10 }}>
        <MainAct label="Files or a zip" onPress={() => files.current?.click()} style={{ flex: 1 }} />
        <Act label="A folder" onPress={() => folder.current?.click()} style={{ minHeight: 52 }} />
      </View>
      <Text size={13} soft>
        Or drop them on the wall, or paste. JPEG, PNG, WebP, AVIF, GIF, TIFF and SVG; a zip of them, or a set
        from another desk.
      </Text>
      <Choice label="Where they were taken" shown>
        <Option
          small
          label="strike out"
          on={!keepLocation}
          onPress={() => dispatch(setKeepLocation(false))}
        />
        <Option small label="keep" on={keepLocation} onPress={() => dispatch(setKeepLocation(true))} />
      </Choice>
      {items.length > 0 ? (
        <Progress items={items} working={working}>
          {working ? (
            <Act label="Stop" onPress={() => dispatch(stopImporting())} />
          ) : (
            <Act label="Clear the list" onPress={() => dispatch(cleared())} />
          )}
        </Progress>
      ) : null}
      {fresh.length > 0 && !working ? (
        <Act
          label={`Find landmarks in ${fresh.length === 1 ? 'it' : `these ${fresh.length}`}`}
          onPress={() => dispatch(readPictures(fresh))}
          style={{ alignSelf: 'flex-start' }}
        />
      ) : null}
      <ReadingStrip />
      {sets.map((set) => (
        <Act
          key={set.id}
          label={`Go to the set “${set.title}”`}
          onPress={() => {
            router.navigate({ pathname: '/references', params: { set: set.id } });
            onClose();
          }}
        />
      ))}
      {items.length > 0 ? (
        <List items={items} onLook={(id) => router.push({ pathname: '/references/[id]', params: { id } })} />
      ) : null}
    </Panel>
  );
}

const ended = ({ state }: Item): boolean => state !== 'waiting' && state !== 'sending';

function Progress({
  items,
  working,
  children,
}: {
  readonly items: readonly Item[];
  readonly working: boolean;
  readonly children: React.ReactNode;
}) {
  const zips = items.filter((item) => item.of > 0);
  const total =
    items.length - zips.length + zips.reduce((sum, item) => sum + Math.max(0, item.of - item.done), 0);
  const done = items.filter((item) => item.of === 0 && ended(item)).length;
  const share = total > 0 ? done / total : 1;
  return (
    <View role="status" testID="bringing" style={{ gap: 4, marginTop: 8 }}>
      <Bar share={share} height={6} />
      <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
        <Text>{working ? `${done} of ${total}` : `${countOf(done, 'file')} done`}</Text>
        {children}
      </View>
    </View>
  );
}

/** What became of each: what was refused and why stands first. */
function List({
  items,
  onLook,
}: {
  readonly items: readonly Item[];
  readonly onLook: (reference: string) => void;
}) {
  const groups = (['refused', 'stopped', 'sending', 'waiting', 'known', 'in'] as const)
    .map((state) => ({ state, of: items.filter((item) => item.state === state && item.of === 0) }))
    .filter((group) => group.of.length > 0);
  return (
    <View testID="brought" style={{ gap: 8, marginTop: 6 }}>
      {groups.map(({ state, of }) => (
        <View key={state} role="group" aria-label={STATE_WORDS[state]}>
          <Text size={13} kind="strong">{`${STATE_WORDS[state]}: ${of.length}`}</Text>
          {of.slice(0, MOST_LINES).map((item, i) =>
            item.reference ? (
              <Act
                key={i}
                small
                label={item.name}
                spoken={`Look at ${item.name}`}
                onPress={() => onLook(item.reference as string)}
                style={{ justifyContent: 'flex-start' }}
              />
            ) : (
              <Text key={i} size={13} soft={state !== 'refused'}>
                {item.sentence ?? item.name}
              </Text>
            ),
          )}
          {of.length > MOST_LINES ? <Text size={13} soft>{`and ${of.length - MOST_LINES} more`}</Text> : null}
        </View>
      ))}
    </View>
  );
}
