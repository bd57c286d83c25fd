import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { IDENTITY, type Point } from '@deft/core/geometry';
import {
  axisOf,
  placeWhole,
  sheetsOf,
  straightened,
  encodeStroke,
  strokePoints,
  thingsOfType,
  type Id,
  type Region,
} from '@deft/core/page';
import type { Board, Study } from '@deft/contract';
import { addMix, HANDS, PLACES, setPen, takeHand, takePen, type PlaceName } from '../data/desk-slice';
import type { PageKeeper } from '../data/page-keeper';
import { useDesk, useDeskDispatch } from '../data/store';
import { useThings } from '../data/use-page';
import type { MoveWay } from '../page/hands/move';
import { useKeys, type KeyAct } from '../page/keys';
import { BoardsPanel } from '../page/parts/boards-panel';
import { DeskPanel } from '../page/parts/desk-panel';
import { Fan } from '../page/parts/fan';
import { HandRow, PEN_OFFERS } from '../page/parts/hand-row';
import { Icon } from '../page/parts/icons';
import { KeysPanel } from '../page/parts/keys-panel';
import { LinePanel } from '../page/parts/line-panel';
import { LooksPanel } from '../page/parts/looks-panel';
import { MoveActs, Numbers } from '../page/parts/move-acts';
import { NameChips } from '../page/parts/name-chips';
import { Notice } from '../page/parts/notice';
import { OutPanel } from '../page/parts/out-panel';
import { PageView } from '../page/parts/page-view';
import type { PanelName } from '../page/parts/panels';
import { PaperPanel } from '../page/parts/paper-panel';
import { BesideView, CornerView, PeekAct } from '../page/parts/reference-view';
import { PageLook, SmallPair } from '../page/parts/second-look';
import { SheetsSpread } from '../page/parts/sheets-spread';
import { Slider } from '../ui/slider';
import { SmallPage } from '../page/parts/small-page';
import { Stage } from '../page/parts/stage';
import { Tray } from '../page/parts/tray';
import { useHands } from '../page/parts/use-hands';
import { VersionsCompared, VersionsPanel } from '../page/parts/versions-panel';
import { useMirrored, ViewSign } from '../page/parts/view-sign';
import { WordsField } from '../page/parts/words-field';
import type { Refusal } from '../page/place-on';
import { NO_LOOK, type Look, type LookName } from '../page/second-look';
import { pieceOf, removing } from '../page/selection-acts';
import { refiningOver } from '../page/sheet-acts';
import type { Surface } from '../page/surface';
import { WordAct } from '../ui/acts';
import { BoardPicture } from '../ui/board-picture';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';
import { useNames } from './use-names';
import { useProposed } from './use-proposed';
import { TraitsPanel } from './traits-panel';
import { PASS_NOTES } from './words';

interface PagePassProps {
  readonly pass: 'trace' | 'build';
  readonly study: Study;
  readonly keeper: PageKeeper;
  /** The trace's page while building: its names are taken over. */
  readonly trace: PageKeeper | null;
  /** The part of the page that is this attempt's. */
  readonly region: Region;
  readonly pageOnly: boolean;
  readonly onPageOnly: (only: boolean) => void;
}

/** What stands in the tray's upper row in place of what the hand offers. */
type Upper = 'sheets' | 'place' | 'line' | 'numbers' | null;

const NOTHING: ReadonlySet<Id> = new Set();
const PAN = 60;
const TURN = 5;
const NEARER = 1.2;
const THICKER = 1.15;

/** Trace or Build: the page, the reference in its place, and the tray. */
export function PagePass({ pass, study, keeper, trace, region, pageOnly, onPageOnly }: PagePassProps) {
  const palette = usePalette();
  const wide = useWide();
  const dispatch = useDeskDispatch();
  const { reference } = study;
  const desk = useDesk((state) => state.desk);
  const { hand, leftHanded } = desk;
  const [surface, setSurface] = useState<Surface | null>(null);
  const [place, setPlace] = useState<PlaceName>(pass === 'trace' ? 'Behind' : wide ? 'Beside' : 'Corner');
  const [open, setOpen] = useState<PanelName | null>(null);
  const [upper, setUpper] = useState<Upper>(null);
  const [sheet, setSheet] = useState<Id | null>(null);
  const [touched, setTouched] = useState<Id | null>(null);
  const [picks, setPicks] = useState<ReadonlySet<Id>>(NOTHING);
  const [loop, setLoop] = useState<readonly Point[] | null>(null);
  const [way, setWay] = useState<MoveWay>('move');
  const [oneSheet, setOneSheet] = useState(false);
  const [lastStrokes, setLastStrokes] = useState<readonly Id[]>([]);
  const [asking, setAsking] = useState<{ before: string; say: (text: string | null) => void } | null>(null);
  const [look, setLook] = useState<Look>(NO_LOOK);
  const [overall, setOverall] = useState(false);
  const [comparing, setComparing] = useState(false);
  const [picking, setPicking] = useState(false);
  const [cutting, setCutting] = useState(false);
  const [board, setBoard] = useState<Board | null>(null);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const mirrored = useMirrored(surface);
  const things = useThings(keeper, ['sheet', 'form', 'landmark', 'placement', 'page', 'axis']);
  const traceThings = useThings(trace, ['form', 'landmark']);
  const sheets = sheetsOf(things);
  const current = sheets.find(({ id }) => id === sheet) ?? sheets.at(-1) ?? null;
  const selected = hand === 'Forms' ? touched : null;
  const names = useNames({ keeper, things, traceThings, subject: reference.subject, selected });
  const proposed = useProposed(surface, upper === 'line');

  useHands({
    surface,
    selected,
    select: setTouched,
    picks,
    pick: setPicks,
    looped: setLoop,
    way,
    oneSheet,
    name: names.forNew,
    sheet: current?.id ?? null,
    refused: setRefusal,
    drawn: setLastStrokes,
    ask: (before, say) => setAsking({ before, say }),
  });
  // One begins a trace with forms, and a construction with its ground line.
  useEffect(() => {
    dispatch(
      takeHand(pass === 'build' && thingsOfType(keeper.things, 'form').length === 0 ? 'Guides' : 'Forms'),
    );
  }, [dispatch, pass, keeper]);

  const pictureSheet =
    sheets.find(({ kind, locked }) => kind === 'picture' && locked) ??
    sheets.find(({ kind }) => kind === 'picture') ??
    null;
  const close = (): void => setOpen(null);
  const takePlace = (value: PlaceName): void => {
    setPlace(value);
    setUpper(value === 'Behind' ? 'place' : null);
    close();
  };
  const showBoard = (shown: Board | null): void => {
    setBoard(shown);
    if (shown) setPlace('Beside');
  };
  const straight = lastStrokes.flatMap((id) => {
    const stroke = keeper.things.get(id);
    const points =
      stroke?.type === 'stroke' && stroke.pen !== 'rubber' ? straightened(strokePoints(stroke)) : null;
    return points ? [{ id, to: { points: encodeStroke(points), transform: IDENTITY } }] : [];
  });
  const straighten =
    straight.length > 0
      ? () => {
          void keeper.commit({ set: straight });
          setLastStrokes([]);
        }
      : null;
  const takeAway = (ids: ReadonlySet<Id>): void => {
    void keeper.commit(removing(ids));
    setTouched(null);
    setPicks(NOTHING);
  };
  const removable =
    hand === 'Move' && picks.size > 0
      ? picks
      : selected && things.get(selected)?.type === 'form'
        ? new Set([selected])
        : null;
  const toggleLook = (name: LookName): void => setLook({ ...look, name: look.name === name ? null : name });
  const refine = (): void => {
    const { change, sheet: made } = refiningOver(keeper.things);
    void keeper.commit(change).then(() => setSheet(made));
  };
  const pickColour = (hex: string): void => {
    dispatch(setPen({ colour: hex }));
    dispatch(addMix(hex));
    setPicking(false);
  };
  const cutFromReference = (loopOnPicture: readonly Point[]): void => {
    const { paper, scene } = surface?.painter ?? {};
    if (!paper || !scene) return;
    const { change, piece } = pieceOf(keeper.things, scene, {
      reference: reference.id,
      revision: reference.revision,
      clip: loopOnPicture,
      transform: placeWhole(reference, paper),
    });
    void keeper.commit(change).then(() => {
      setPicks(new Set([piece]));
      dispatch(takeHand('Move'));
    });
    setCutting(false);
  };

  const onKey = (what: KeyAct, key: string): void => {
    const nth = Number(what.at(-1)) - 1;
    const named = what.startsWith('look ') ? (what.slice(5) as LookName) : null;
    if (named) return toggleLook(named);
    if (what.startsWith('hand ')) return void dispatch(takeHand(HANDS[nth] ?? 'Draw'));
    if (what.startsWith('pen ')) return void dispatch(takePen(PEN_OFFERS[nth]?.value ?? 'pencil'));
    const way2 = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[key] ?? [
      0, 0,
    ];
    const size = desk.pens[desk.pen].size;
    const at = sheets.findIndex(({ id }) => id === current?.id);
    switch (what) {
      case 'thinner':
        return void dispatch(setPen({ size: Math.max(0.2, Math.round((size / THICKER) * 10) / 10) }));
      case 'thicker':
        return void dispatch(
          setPen({ size: Math.min(20, Math.max(size + 0.1, Math.round(size * THICKER * 10) / 10)) }),
        );
      case 'mirror':
        return surface?.mirror();
      case 'pan':
        return surface?.look({ move: { x: -(way2[0] ?? 0) * PAN, y: -(way2[1] ?? 0) * PAN } });
      case 'turn':
        return surface?.look({ turn: -((way2[0] ?? 0) + (way2[1] ?? 0)) * TURN });
      case 'nearer':
        return surface?.look({ by: NEARER });
      case 'farther':
        return surface?.look({ by: 1 / NEARER });
      case 'fit':
        return surface?.painter.fit();
      case 'real size':
        return desk.realScale ? surface?.realSize(desk.realScale) : setOpen('desk');
      case 'page only':
        return onPageOnly(!pageOnly);
      case 'sheet up':
        return setSheet(sheets[at + 1]?.id ?? current?.id ?? null);
      case 'sheet down':
        return setSheet(sheets[at - 1]?.id ?? current?.id ?? null);
      case 'refine':
        return refine();
      case 'undo':
        return void keeper.undo();
      case 'redo':
        return void keeper.redo();
      case 'remove':
        return removable ? takeAway(removable) : undefined;
      case 'keys':
        return setOpen(open === 'keys' ? null : 'keys');
      case 'close':
        if (comparing) return setComparing(false);
        if (open) return close();
        if (upper) return setUpper(null);
        return setPicks(NOTHING);
      default:
        return undefined;
    }
  };
  useKeys(onKey);

  const seen = { look, mirrored };
  const empty =
    keeper.ready &&
    ![...things.values()].some(
      ({ type: kind }) => kind === 'form' || kind === 'landmark' || kind === 'stroke' || kind === 'note',
    );
  const placed = (at: object) => ({
    position: 'absolute' as const,
    backgroundColor: palette.paper,
    borderWidth: 1,
    borderColor: palette.rule,
    ...at,
  });
  const pageView = (
    <PageView keeper={keeper} region={region} showPicture={place === 'Behind'} onSurface={setSurface}>
      <PageLook surface={surface} look={look} />
      {place === 'Corner' ? <CornerView reference={reference} leftHanded={leftHanded} seen={seen} /> : null}
      {place === 'Away' ? <PeekAct reference={reference} seen={seen} /> : null}
      {surface ? <ViewSign surface={surface} leftHanded={leftHanded} /> : null}
      {surface && look.name === 'small' ? (
        <SmallPair surface={surface} reference={reference} mirrored={mirrored} leftHanded={leftHanded} />
      ) : null}
      {surface && overall ? (
        <View
          testID="overall"
          style={placed({
            top: place === 'Corner' ? (wide ? 240 : 170) : 8,
            [leftHanded ? 'left' : 'right']: 8,
            padding: 4,
          })}
        >
          <SmallPage surface={surface} height={120} steers label="Overall view: touch to go there" />
        </View>
      ) : null}
      <WordAct
        small
        label={current?.name ?? ''}
        spoken={`Sheets, current: ${current?.name ?? 'none'}`}
        on={upper === 'sheets'}
        icon={<Icon shape="sheets" on={upper === 'sheets'} />}
        testID="sheets"
        onPress={() => {
          onPageOnly(false);
          setUpper(upper === 'sheets' ? null : 'sheets');
          close();
        }}
        style={placed({ bottom: 8, [leftHanded ? 'left' : 'right']: 8 })}
      />
      {pageOnly ? (
        <WordAct
          small
          label="tray ▴"
          spoken="Show the tray again"
          testID="tray-back"
          onPress={() => onPageOnly(false)}
          style={placed({ bottom: 8, [leftHanded ? 'right' : 'left']: 8, paddingHorizontal: 10 })}
        />
      ) : null}
      {empty && !refusal ? (
        <View
          style={{
            position: 'absolute',
            top: 10,
            left: 12,
            right: place === 'Corner' ? (wide ? 230 : 150) : 12,
            pointerEvents: 'none',
          }}
        >
          <Words size={13} soft style={{ textAlign: 'center' }}>
            {PASS_NOTES[pass]}
          </Words>
        </View>
      ) : null}
      {picking && surface ? <PickColour surface={surface} onPick={pickColour} /> : null}
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
  );
  const moveActs = (
    <>
      <MoveActs
        keeper={keeper}
        surface={surface}
        picks={picks}
        onPick={setPicks}
        loop={loop}
        way={way}
        onWay={setWay}
        sheets={{ current: current?.name ?? '', one: oneSheet, onOne: setOneSheet, onSheet: setSheet }}
        onNumbers={() => setUpper('numbers')}
      />
      {place === 'Behind' ? null : (
        <WordAct
          small
          label="piece of the reference"
          on={cutting}
          onPress={() => {
            setCutting(!cutting);
            if (place !== 'Beside') setPlace('Beside');
          }}
        />
      )}
    </>
  );
  const row = asking ? (
    <WordsField
      key={asking.before}
      before={asking.before}
      onSay={(text) => {
        asking.say(text);
        setAsking(null);
      }}
    />
  ) : upper === 'sheets' ? (
    <View style={{ flex: wide ? 1 : undefined }}>
      <SheetsSpread keeper={keeper} current={current?.id ?? null} onChoose={setSheet} />
    </View>
  ) : upper === 'place' && pictureSheet ? (
    <OpacityRow
      keeper={keeper}
      sheet={pictureSheet.id}
      value={pictureSheet.opacity}
      onDone={() => setUpper(null)}
    />
  ) : upper === 'line' ? (
    <LinePanel proposed={proposed} onPick={() => setPicking(true)} onDone={() => setUpper(null)} />
  ) : upper === 'numbers' && surface && picks.size > 0 ? (
    <Numbers keeper={keeper} surface={surface} picks={picks} onDone={() => setUpper(null)} />
  ) : (
    <HandRow
      onLine={() => setUpper('line')}
      onStraighten={straighten}
      hasAxis={axisOf(things) !== null}
      onRemove={removable && hand === 'Forms' ? () => takeAway(removable) : null}
      moveActs={moveActs}
    />
  );
  const places = PLACES.filter((value) => value !== 'Behind' || pass === 'trace').map((value) => ({
    value,
    label: value,
  }));
  const panel = { onClose: close, onBack: () => setOpen('looks'), leftHanded };
  return (
    <View style={{ flex: 1 }}>
      <View style={{ flex: 1, flexDirection: wide ? (leftHanded ? 'row-reverse' : 'row') : 'column' }}>
        {place === 'Beside' && !pageOnly ? (
          <View
            style={{
              flex: wide ? 4 : 3,
              borderColor: palette.rule,
              [wide ? 'borderRightWidth' : 'borderBottomWidth']: 1,
            }}
          >
            {board ? (
              <Stage
                width={420}
                height={297}
                hand={null}
                mirrored={mirrored}
                picture={<BoardPicture board={board} dpi={150} />}
              />
            ) : (
              <BesideView
                reference={reference}
                seen={seen}
                onCut={cutting ? cutFromReference : null}
                onColour={picking ? pickColour : null}
              />
            )}
            {board ? (
              <WordAct
                small
                label="the reference again"
                onPress={() => setBoard(null)}
                style={placed({ top: 8, left: 8, paddingHorizontal: 8 })}
              />
            ) : null}
            {cutting ? (
              <View style={placed({ top: 8, left: 8, right: 8, padding: 8 })}>
                <Words size={13}>Draw round the piece you want on your page.</Words>
              </View>
            ) : null}
          </View>
        ) : null}
        <View style={{ flex: 5 }}>{pageView}</View>
        {open === 'hand' ? (
          <Fan
            label="Hands"
            side={wide ? 'right' : leftHanded ? 'right' : 'left'}
            options={HANDS.map((value) => ({ value, label: value }))}
            value={hand}
            onChoose={(value) => {
              dispatch(takeHand(value));
              setUpper(null);
              close();
            }}
            onClose={close}
          />
        ) : null}
        {open === 'place' ? (
          <Fan
            label="Place of the reference"
            side={wide ? 'right' : 'left'}
            options={places}
            value={place}
            onChoose={takePlace}
            onClose={close}
          />
        ) : null}
        {open === 'looks' ? (
          <LooksPanel
            keeper={keeper}
            surface={surface}
            look={look}
            onLook={setLook}
            mirrored={mirrored}
            onPageOnly={() => onPageOnly(true)}
            overall={overall}
            onOverall={setOverall}
            onPanel={setOpen}
            onClose={close}
            leftHanded={leftHanded}
          />
        ) : null}
        {open === 'paper' ? <PaperPanel keeper={keeper} {...panel} /> : null}
        {open === 'versions' ? (
          <VersionsPanel
            keeper={keeper}
            {...panel}
            onCompare={() => {
              setComparing(true);
              close();
            }}
          />
        ) : null}
        {open === 'out' ? <OutPanel keeper={keeper} title={reference.title} {...panel} /> : null}
        {open === 'desk' ? <DeskPanel surface={surface} {...panel} /> : null}
        {open === 'keys' ? <KeysPanel {...panel} /> : null}
        {open === 'traits' ? <TraitsPanel study={study} {...panel} /> : null}
        {open === 'boards' ? (
          <BoardsPanel keeper={keeper} beside={board} onBeside={showBoard} {...panel} />
        ) : null}
        {comparing ? <VersionsCompared keeper={keeper} onClose={() => setComparing(false)} /> : null}
      </View>
      {hand === 'Forms' && !pageOnly ? (
        <NameChips
          label={names.label}
          names={names.offered}
          used={names.used}
          value={names.value}
          onChoose={names.choose}
        />
      ) : null}
      {pageOnly && !asking ? null : (
        <Tray
          keeper={keeper}
          upper={row}
          place={place}
          open={open}
          onOpen={(what) => {
            setOpen(what);
            if (upper !== 'line') setUpper(null);
          }}
        />
      )}
    </View>
  );
}

/** Takes the next touch on the page for its colour. */
function PickColour({
  surface,
  onPick,
}: {
  readonly surface: Surface;
  readonly onPick: (hex: string) => void;
}) {
  return (
    <div
      role="button"
      aria-label="Touch a colour on the page"
      style={{
        position: 'absolute',
        inset: 0,
        cursor: 'cell',
        touchAction: 'none',
        display: 'flex',
        alignItems: 'flex-start',
        justifyContent: 'center',
        padding: 12,
      }}
      onPointerDown={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        onPick(
          surface.painter.colourAt(
            surface.toPage({ x: event.clientX - box.left, y: event.clientY - box.top }),
          ),
        );
      }}
    >
      <Words size={13} style={{ backgroundColor: '#FBF8F1', padding: 8 }}>
        Touch the colour you want.
      </Words>
    </div>
  );
}

/** The veil over the faded reference; shown only while its place is being set. */
function OpacityRow({
  keeper,
  sheet,
  value,
  onDone,
}: {
  readonly keeper: PageKeeper;
  readonly sheet: Id;
  readonly value: number;
  readonly onDone: () => void;
}) {
  const [now, setNow] = useState(value);
  return (
    <View
      style={{ flexDirection: 'row', alignItems: 'center', minHeight: 62, paddingHorizontal: 10, flex: 1 }}
    >
      <Words size={13} soft>
        Faded reference
      </Words>
      <Slider
        label="Opacity of the reference"
        value={now}
        least={0.05}
        most={1}
        step={0.05}
        shown={`${Math.round(now * 100)} %`}
        onChange={setNow}
        onSettle={(opacity) => void keeper.commit({ set: [{ id: sheet, to: { opacity } }] })}
      />
      <WordAct label="Done" onPress={onDone} />
    </View>
  );
}
