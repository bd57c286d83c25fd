import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { addressOf, API } from '@deft/contract';
import { boxOf } from '@deft/core/geometry';
import { thingsOfType, type Placement } from '@deft/core/page';
import type { CropBox } from '@deft/core/reference';
import { pictureOf } from '../data/addresses';
import { useReferenceQuery, useReferencesQuery } from '../data/references-api';
import { useSaving } from '../data/use-saving';
import { addingPictures, cropping, hidingPictures } from '../page/board-acts';
import { CropHand } from '../page/crop-hand';
import { CropOver } from '../page/parts/crop-over';
import { Stage } from '../page/parts/stage';
import type { PassPanelProps } from '../page/shell/pass';
import { useShell } from '../page/shell/shell-context';
import { Act } from '../ui/acts';
import { Field } from '../ui/field';
import { useSay } from '../ui/notes';
import { Acts, Panel } from '../ui/panel';
import { PreviewCard } from '../ui/preview';
import { SavingSign } from '../ui/saving-sign';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { useChangeBoardMutation, useRemoveBoardMutation, useRestoreBoardMutation } from './api';
import { useBoard } from './board-context';

const PER_PAGE = 30;

/** Pictures of the library, to be laid on the board. */
export function AddPanel({ onClose }: PassPanelProps) {
  const wide = useWide();
  const say = useSay();
  const { keeper } = useShell();
  const [q, setQ] = useState('');
  const [from, setFrom] = useState(0);
  const { data } = useReferencesQuery({ q, from, count: PER_PAGE });
  const add = (item: Parameters<typeof addingPictures>[1][number] & { title: string }): void =>
    void keeper.commit(addingPictures(keeper.things, [item])).then(() =>
      say({
        text: `“${item.title}” lies in the middle of the board.`,
        undo: () => void keeper.undo(),
      }),
    );
  return (
    <Panel title="Add pictures" onClose={onClose}>
      <Field
        label="Search"
        value={q}
        onChangeText={(text) => {
          setQ(text);
          setFrom(0);
        }}
        maxLength={200}
      />
      <View style={styles.pictures}>
        {data?.items.map((item) => (
          <PreviewCard key={item.id} reference={item} width={wide ? 86 : '22%'} onPress={() => add(item)} />
        ))}
      </View>
      <View style={styles.row}>
        {from > 0 ? (
          <Act small label="Earlier ones" onPress={() => setFrom(Math.max(0, from - PER_PAGE))} />
        ) : null}
        {data && from + PER_PAGE < data.total ? (
          <Act small label="More" onPress={() => setFrom(from + PER_PAGE)} />
        ) : null}
      </View>
    </Panel>
  );
}

/** Pictures that lie on the board unseen. */
export function HiddenPanel({ onClose }: PassPanelProps) {
  const { keeper, things } = useShell();
  const hidden = thingsOfType(things, 'placement').filter((p) => p.hidden);
  return (
    <Panel title="Hidden pictures" onClose={onClose}>
      {hidden.map((placement) => (
        <HiddenRow
          key={placement.id}
          placement={placement}
          onShow={() => void keeper.commit(hidingPictures([placement.id], false))}
        />
      ))}
      {hidden.length === 0 ? <Text soft>All of them are shown.</Text> : null}
    </Panel>
  );
}

function HiddenRow({ placement, onShow }: { readonly placement: Placement; readonly onShow: () => void }) {
  const { data } = useReferenceQuery(placement.reference);
  return (
    <View style={styles.hidden}>
      {data ? (
        <View style={styles.small}>
          <PreviewCard reference={data} width={60} onPress={onShow} />
        </View>
      ) : null}
      <Text style={styles.fill}>{data?.title ?? ''}</Text>
      <Act small label="Show" onPress={onShow} />
    </View>
  );
}

/** The board's name, its files, and its removal. */
export function AboutPanel({ onClose }: PassPanelProps) {
  const router = useRouter();
  const say = useSay();
  const board = useBoard();
  const { keeper } = useShell();
  const [rename] = useChangeBoardMutation();
  const [removeBoard] = useRemoveBoardMutation();
  const [restore] = useRestoreBoardMutation();
  const { making, sentence, save, stop } = useSaving();
  const [title, setTitle] = useState(board.title);
  const keepTitle = (): void => {
    const text = title.trim();
    if (text && text !== board.title) void rename({ id: board.id, title: text });
  };
  const out = (kind: 'png' | 'pdf') => (): void =>
    void save(addressOf(API.boards[kind], { id: board.id }), `${board.title}.${kind}`, () => keeper.flush());
  const remove = async (): Promise<void> => {
    await removeBoard(board.id);
    router.replace('/boards');
    say({ text: `“${board.title}” is removed.`, undo: () => void restore(board.id) });
  };
  return (
    <Panel title="This board" onClose={onClose}>
      <Field
        label="Name of the board"
        value={title}
        onChangeText={setTitle}
        maxLength={200}
        onBlur={keepTitle}
      />
      <Acts about="With the credits of all its pictures">
        <Act label="Save as PNG" onPress={out('png')} />
        <Act label="Save as PDF" onPress={out('pdf')} />
      </Acts>
      <SavingSign making={making} sentence={sentence} onStop={stop} />
      <Act label="Remove the board" onPress={() => void remove()} style={styles.start} />
    </Panel>
  );
}

/** A picture of the board whole, to choose which part of it is shown. */
export function CropPanel({ onClose }: PassPanelProps) {
  const { things, state } = useShell();
  const placement = thingsOfType(things, 'placement').find(({ id }) => state.picks.has(id));
  return placement ? <Crop placement={placement} onClose={onClose} /> : null;
}

function Crop({ placement, onClose }: { readonly placement: Placement; readonly onClose: () => void }) {
  const palette = usePalette();
  const { keeper } = useShell();
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  const [crop, setCrop] = useState<CropBox | null>(null);
  const [hand] = useState(() => new CropHand(setCrop));
  const frame = size ?? { width: 1, height: 1 };
  const box = placement.clip && size ? boxOf(placement.clip) : null;
  const clipped = box && {
    x: box.minX / frame.width,
    y: box.minY / frame.height,
    width: (box.maxX - box.minX) / frame.width,
    height: (box.maxY - box.minY) / frame.height,
  };
  const shown = crop ?? clipped;
  useEffect(() => hand.follow(shown, frame));
  const keep = (part: CropBox | null): void => {
    const pixels = part && {
      x: part.x * frame.width,
      y: part.y * frame.height,
      width: part.width * frame.width,
      height: part.height * frame.height,
    };
    void keeper.commit(cropping(placement, pixels, frame));
    onClose();
  };
  return (
    <Panel title="Crop" onClose={onClose}>
      <View style={styles.crop}>
        <Stage
          width={frame.width}
          height={frame.height}
          hand={hand}
          picture={
            <img
              src={pictureOf({ id: placement.reference, revision: placement.revision })}
              alt="The picture that is cropped"
              draggable={false}
              onLoad={({ currentTarget: { naturalWidth: width, naturalHeight: height } }) =>
                setSize({ width, height })
              }
              style={{ width: '100%', height: '100%' }}
            />
          }
          over={(pixel) =>
            shown ? (
              <CropOver
                crop={shown}
                frame={frame}
                pixel={pixel}
                colour={palette.verdigris}
                paper={palette.paper}
              />
            ) : null
          }
        />
      </View>
      <View style={styles.row}>
        <Act label="Crop" disabled={!crop} onPress={() => keep(crop)} />
        <Act label="All of it" disabled={!size} onPress={() => keep(null)} />
      </View>
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 8 },
  pictures: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  hidden: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  small: { width: 60 },
  fill: { flex: 1 },
  start: { alignSelf: 'flex-start' },
  crop: { height: 320 },
});
