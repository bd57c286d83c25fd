import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { boxOf, type Point } from '@deft/core/geometry';
import { thingsOfType, type Id, type Placement } from '@deft/core/page';
import type { CropBox } from '@deft/core/reference';
import type { Board, ReferenceBrief } from '@deft/contract';
import {
  pictureOf,
  sentenceOf,
  useBoardQuery,
  useBringBackBoardMutation,
  useChangeBoardMutation,
  useReferenceQuery,
  useReferencesQuery,
  useRemoveBoardMutation,
} from '../data/api';
import { takeHand } from '../data/desk-slice';
import type { PageKeeper } from '../data/page-keeper';
import { saveFile } from '../data/save-file';
import { useDesk, useDeskDispatch } from '../data/store';
import { usePage, useThings } from '../data/use-page';
import { addingPictures, cropping, hidingPictures, stacking } from '../page/board-acts';
import type { MoveWay } from '../page/hands/move';
import { MoveActs, Numbers } from '../page/parts/move-acts';
import { Notice } from '../page/parts/notice';
import { PageView } from '../page/parts/page-view';
import { SaveSign, SlimLine } from '../page/parts/slim-line';
import { useHands } from '../page/parts/use-hands';
import { ViewSign } from '../page/parts/view-sign';
import type { Refusal } from '../page/place-on';
import type { Surface } from '../page/surface';
import { CropHand } from '../page/crop-hand';
import { CropOver } from '../page/parts/crop-over';
import { Stage } from '../page/parts/stage';
import { MainAct, SideAct, WordAct } from '../ui/acts';
import { Field } from '../ui/field';
import { useSay } from '../ui/notes';
import { Panel } from '../ui/panel';
import { PreviewCard } from '../ui/preview';
import { Waiting } from '../ui/screen';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';

type Open = 'add' | 'out' | 'hidden' | 'crop' | null;
const NONE: ReadonlySet<Id> = new Set();

/** Several pictures laid out together: a page on which pictures are moved, turned, flipped, cropped. */
export function BoardScreen({ id }: { readonly id: Id }) {
  const palette = usePalette();
  const { data: board, isError, error, refetch } = useBoardQuery(id);
  const keeper = usePage(board?.page ?? null);
  if (!board || !keeper)
    return (
      <View style={{ flex: 1, padding: 24, backgroundColor: palette.desk }}>
        <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} />
      </View>
    );
  return <OpenBoard key={board.id} board={board} keeper={keeper} />;
}

function OpenBoard({ board, keeper }: { readonly board: Board; readonly keeper: PageKeeper }) {
  const palette = usePalette();
  const router = useRouter();
  const say = useSay();
  const dispatch = useDeskDispatch();
  const leftHanded = useDesk((state) => state.desk.leftHanded);
  const [rename] = useChangeBoardMutation();
  const [remove] = useRemoveBoardMutation();
  const [bringBack] = useBringBackBoardMutation();
  const [surface, setSurface] = useState<Surface | null>(null);
  const [picks, setPicks] = useState<ReadonlySet<Id>>(NONE);
  const [loop, setLoop] = useState<readonly Point[] | null>(null);
  const [way, setWay] = useState<MoveWay>('move');
  const [open, setOpen] = useState<Open>(null);
  const [numbers, setNumbers] = useState(false);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [title, setTitle] = useState(board.title);
  const things = useThings(keeper, ['placement', 'sheet', 'page']);
  const placements = thingsOfType(things, 'placement');
  const hidden = placements.filter((p) => p.hidden);
  const picked = placements.filter(({ id }) => picks.has(id));
  useEffect(() => void dispatch(takeHand('Move')), [dispatch]);
  useHands({
    surface,
    selected: null,
    select: () => undefined,
    picks,
    pick: setPicks,
    looped: setLoop,
    way,
    oneSheet: false,
    name: null,
    sheet: null,
    refused: setRefusal,
    drawn: () => undefined,
    ask: (_, tell) => tell(null),
  });
  const close = (): void => setOpen(null);
  const out = async (kind: 'png' | 'pdf'): Promise<void> => {
    await keeper.flush();
    await saveFile(`/api/boards/${board.id}/board.${kind}`, `${board.title}.${kind}`).then(
      () => say({ text: `${board.title}.${kind} is saved, with the credits underneath.` }),
      (error: Error) => say({ text: error.message }),
    );
  };
  const takeAway = async (): Promise<void> => {
    await remove(board.id);
    router.replace('/boards');
    say({ text: `“${board.title}” is taken away.`, undo: () => void bringBack(board.id) });
  };
  return (
    <View style={{ flex: 1, backgroundColor: palette.desk }}>
      <SlimLine
        left={
          <WordAct label="‹ boards" spoken="Back to the boards" onPress={() => router.replace('/boards')} />
        }
        middle={
          <View style={{ flexShrink: 1 }}>
            <Words kind="strong" lines={1} level={1} style={{ textAlign: 'center' }}>
              {board.title}
            </Words>
            <SaveSign keeper={keeper} />
          </View>
        }
        right={<WordAct small label="take it out" onPress={() => setOpen('out')} />}
      />
      <View style={{ flex: 1 }}>
        <PageView keeper={keeper} onSurface={setSurface}>
          {surface ? <ViewSign surface={surface} leftHanded={leftHanded} /> : null}
          {placements.length === 0 ? (
            <View
              style={{
                position: 'absolute',
                top: 30,
                left: 20,
                right: 20,
                alignItems: 'center',
                pointerEvents: 'none',
              }}
            >
              <Words soft>Add pictures, then move, turn and scale them as you like.</Words>
            </View>
          ) : null}
          {refusal ? (
            <Notice
              refusal={refusal}
              onClose={() => setRefusal(null)}
              onGoOn={() => {
                if (refusal.goOn) void keeper.commit(refusal.goOn.change);
                setRefusal(null);
              }}
            />
          ) : null}
        </PageView>
        {open === 'add' ? (
          <AddPanel
            onAdd={(laid) =>
              void keeper.commit(addingPictures(keeper.things, [laid])).then(() =>
                say({
                  text: `“${laid.title}” lies in the middle of the board.`,
                  undo: () => void keeper.undo(),
                }),
              )
            }
            onClose={close}
            leftHanded={leftHanded}
          />
        ) : null}
        {open === 'hidden' ? (
          <Panel title="Hidden pictures" onClose={close} leftHanded={leftHanded}>
            {hidden.map((placement) => (
              <HiddenRow
                key={placement.id}
                placement={placement}
                onShow={() => void keeper.commit(hidingPictures([placement.id], false))}
              />
            ))}
            {hidden.length === 0 ? <Words soft>All of them are shown.</Words> : null}
          </Panel>
        ) : null}
        {open === 'out' ? (
          <Panel title="This board" onClose={close} leftHanded={leftHanded}>
            <Field
              label="Name of the board"
              value={title}
              onChangeText={setTitle}
              maxLength={200}
              onBlur={() =>
                title.trim() &&
                title.trim() !== board.title &&
                void rename({ id: board.id, title: title.trim() })
              }
            />
            <View style={{ flexDirection: 'row', gap: 8, marginTop: 8 }}>
              <SideAct label="Save as PNG" onPress={() => void out('png')} />
              <SideAct label="Save as PDF" onPress={() => void out('pdf')} />
            </View>
            <Words size={13} soft>
              The credits of all its pictures stand underneath.
            </Words>
            <WordAct
              label="take the board away"
              onPress={() => void takeAway()}
              style={{ alignSelf: 'flex-start' }}
            />
          </Panel>
        ) : null}
        {open === 'crop' && picked[0] ? (
          <CropPanel
            placement={picked[0]}
            onCrop={(change) => {
              void keeper.commit(change);
              close();
            }}
            onClose={close}
            leftHanded={leftHanded}
          />
        ) : null}
      </View>
      <View style={{ borderTopWidth: 1, borderColor: palette.rule, paddingHorizontal: 6 }}>
        {numbers && surface && picked.length > 0 ? (
          <Numbers keeper={keeper} surface={surface} picks={picks} onDone={() => setNumbers(false)} />
        ) : null}
        <ScrollView
          horizontal
          showsHorizontalScrollIndicator={false}
          contentContainerStyle={{ alignItems: 'center', minHeight: 48 }}
        >
          {picked.length > 0 ? (
            <>
              <WordAct
                small
                label="to the front"
                onPress={() => void keeper.commit(stacking(keeper.things, picks, 'front'))}
              />
              <WordAct
                small
                label="to the back"
                onPress={() => void keeper.commit(stacking(keeper.things, picks, 'back'))}
              />
              {picked.length === 1 ? <WordAct small label="crop" onPress={() => setOpen('crop')} /> : null}
              <WordAct
                small
                label="hide"
                onPress={() => {
                  void keeper.commit(hidingPictures(picks, true));
                  setPicks(NONE);
                }}
              />
              {picked.length === 1 ? (
                <WordAct
                  small
                  label="look at it large"
                  onPress={() =>
                    router.push({ pathname: '/references/[id]', params: { id: picked[0]?.reference ?? '' } })
                  }
                />
              ) : null}
            </>
          ) : null}
          <MoveActs
            keeper={keeper}
            surface={surface}
            picks={picks}
            onPick={setPicks}
            loop={loop}
            way={way}
            onWay={setWay}
            onNumbers={() => setNumbers(true)}
          />
        </ScrollView>
        <View
          style={{
            flexDirection: 'row',
            alignItems: 'center',
            justifyContent: 'space-between',
            paddingVertical: 6,
          }}
        >
          <MainAct
            label="Add pictures"
            onPress={() => setOpen(open === 'add' ? null : 'add')}
            testID="add-pictures"
          />
          <View style={{ flexDirection: 'row' }}>
            {hidden.length > 0 ? (
              <WordAct small label={`hidden: ${hidden.length}`} onPress={() => setOpen('hidden')} />
            ) : null}
            <WordAct small label="fit" onPress={() => surface?.painter.fit()} />
            <WordAct small label="undo" testID="undo" onPress={() => void keeper.undo()} />
            <WordAct small label="redo" testID="redo" onPress={() => void keeper.redo()} />
          </View>
        </View>
      </View>
    </View>
  );
}

function AddPanel({
  onAdd,
  onClose,
  leftHanded,
}: {
  readonly onAdd: (laid: ReferenceBrief) => void;
  readonly onClose: () => void;
  readonly leftHanded: boolean;
}) {
  const wide = useWide();
  const [q, setQ] = useState('');
  const [from, setFrom] = useState(0);
  const { data } = useReferencesQuery({ q, from, count: 30 });
  return (
    <Panel title="Add pictures" onClose={onClose} leftHanded={leftHanded}>
      <Field
        label="Search"
        value={q}
        onChangeText={(text) => {
          setQ(text);
          setFrom(0);
        }}
        maxLength={200}
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        {data?.items.map((item) => (
          <PreviewCard key={item.id} reference={item} width={wide ? 86 : '22%'} onPress={() => onAdd(item)} />
        ))}
      </View>
      <View style={{ flexDirection: 'row' }}>
        {from > 0 ? (
          <WordAct small label="earlier ones" onPress={() => setFrom(Math.max(0, from - 30))} />
        ) : null}
        {data && from + 30 < data.total ? (
          <WordAct small label="more" onPress={() => setFrom(from + 30)} />
        ) : null}
      </View>
    </Panel>
  );
}

function HiddenRow({ placement, onShow }: { readonly placement: Placement; readonly onShow: () => void }) {
  const { data } = useReferenceQuery(placement.reference);
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
      {data ? (
        <View style={{ width: 60 }}>
          <PreviewCard reference={data} width={60} onPress={onShow} />
        </View>
      ) : null}
      <Words style={{ flex: 1 }}>{data?.title ?? ''}</Words>
      <WordAct small label="show" onPress={onShow} />
    </View>
  );
}

/** A picture of the board whole, to choose which part of it is shown. */
function CropPanel({
  placement,
  onCrop,
  onClose,
  leftHanded,
}: {
  readonly placement: Placement;
  readonly onCrop: (change: ReturnType<typeof cropping>) => void;
  readonly onClose: () => void;
  readonly leftHanded: boolean;
}) {
  const palette = usePalette();
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  const [crop, setCrop] = useState<CropBox | null>(null);
  const [hand] = useState(() => new CropHand(setCrop));
  const box = placement.clip ? boxOf(placement.clip) : null;
  const frame = size ?? { width: 1, height: 1 };
  const shown =
    crop ??
    (size && box
      ? {
          x: box.minX / size.width,
          y: box.minY / size.height,
          width: (box.maxX - box.minX) / size.width,
          height: (box.maxY - box.minY) / size.height,
        }
      : null);
  useEffect(() => hand.follow(shown, frame));
  const address = pictureOf({ id: placement.reference, revision: placement.revision });
  return (
    <Panel title="Crop" onClose={onClose} leftHanded={leftHanded}>
      <View style={{ height: 320 }}>
        <Stage
          width={frame.width}
          height={frame.height}
          hand={hand}
          picture={
            <img
              src={address}
              alt=""
              draggable={false}
              onLoad={(event) =>
                setSize({
                  width: event.currentTarget.naturalWidth,
                  height: event.currentTarget.naturalHeight,
                })
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
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <SideAct
          label="Crop"
          disabled={!crop}
          onPress={() =>
            crop &&
            onCrop(
              cropping(
                placement,
                {
                  x: crop.x * frame.width,
                  y: crop.y * frame.height,
                  width: crop.width * frame.width,
                  height: crop.height * frame.height,
                },
                frame,
              ),
            )
          }
        />
        <WordAct
          label="all of it"
          disabled={!size}
          onPress={() => onCrop(cropping(placement, null, frame))}
        />
      </View>
    </Panel>
  );
}
