import { useEffect, useMemo, useState } from 'react';
import { View } from 'react-native';
import { SUBJECTS, sheetsOf, thingsOfType, type Id } from '@deft/core';
import type { Study } from '@deft/contract';
import { HANDS, PLACES, takeHand, type PlaceName } from '../data/desk-slice';
import type { PageKeeper } from '../data/page-keeper';
import { useDesk, useDeskDispatch } from '../data/store';
import { useThings } from '../data/use-page';
import { Fan } from '../page/parts/fan';
import { HandRow } from '../page/parts/hand-row';
import { Icon } from '../page/parts/icons';
import { NameChips } from '../page/parts/name-chips';
import { PageView } from '../page/parts/page-view';
import { BesideView, CornerView, PeekAct } from '../page/parts/reference-view';
import { SheetsSpread } from '../page/parts/sheets-spread';
import { Slider } from '../page/parts/slider';
import { Tray } from '../page/parts/tray';
import { useHands } from '../page/parts/use-hands';
import type { Surface } from '../page/surface';
import { WordAct } from '../ui/acts';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';
import { LooksPanel } from './looks-panel';
import { nextName } from './next-name';
import { PASS_NOTES } from './words';

interface PagePassProps {
  readonly pass: 'trace' | 'build';
  readonly study: Study;
  readonly keeper: PageKeeper;
  /** The trace's page while building: its names are taken over. */
  readonly trace: PageKeeper | null;
}

/** Trace or Build: the page, the reference in its place, and the tray. */
export function PagePass({ pass, study, keeper, trace }: PagePassProps) {
  const palette = usePalette();
  const wide = useWide();
  const dispatch = useDeskDispatch();
  const { reference } = study;
  const { hand, formsTool, leftHanded } = useDesk((state) => state.desk);
  const [surface, setSurface] = useState<Surface | null>(null);
  const [place, setPlace] = useState<PlaceName>(pass === 'trace' ? 'Behind' : wide ? 'Beside' : 'Corner');
  const [settingPlace, setSettingPlace] = useState(false);
  const [open, setOpen] = useState<'hand' | 'place' | 'looks' | null>(null);
  const [spread, setSpread] = useState(false);
  const [sheet, setSheet] = useState<Id | null>(null);
  const [touched, setTouched] = useState<Id | null>(null);
  const [choice, setChoice] = useState<{ name: string | null; among: string } | null>(null);
  const [notice, setNotice] = useState<string | null>(null);
  const things = useThings(keeper, ['sheet', 'form', 'landmark', 'placement', 'page']);
  const traceThings = useThings(trace, ['form', 'landmark']);
  const sheets = sheetsOf(things);
  const current = sheets.find(({ id }) => id === sheet) ?? sheets.at(-1) ?? null;
  const subject = SUBJECTS[reference.subject];

  const landmarks = formsTool === 'landmark';
  const type = landmarks ? 'landmark' : 'form';
  const offered = useMemo(() => {
    const known = landmarks ? thingsOfType(traceThings, 'landmark').map((l) => l.name) : thingsOfType(traceThings, 'form').map((f) => f.part);
    return [...new Set([...known.filter((n) => n !== null), ...(landmarks ? subject.landmarks : subject.parts)])];
  }, [traceThings, landmarks, subject]);
  const used = new Set(landmarks ? thingsOfType(things, 'landmark').map((l) => l.name ?? '') : thingsOfType(things, 'form').map((f) => f.part ?? ''));
  const selected = hand === 'Forms' || hand === 'Move' ? touched : null;
  // A choice of name holds for one thing: the next one is offered the next name.
  const among = `${type} ${used.size} ${selected ?? ''}`;
  const chosenName = choice?.among === among ? choice.name : undefined;
  const selectedForm = selected ? things.get(selected) : undefined;
  const name = selectedForm?.type === 'form' && !landmarks ? selectedForm.part : chosenName === undefined ? nextName(offered, used) : chosenName;
  const nextForNew = chosenName === undefined ? nextName(offered, used) : chosenName;

  const select = setTouched;
  const choose = (value: string | null): void => {
    if (selectedForm?.type === 'form' && !landmarks) void keeper.commit({ set: [{ id: selectedForm.id, to: { part: value } }] });
    else setChoice({ name: value, among });
  };
  useHands({ surface, selected, select, name: nextForNew, sheet: current?.kind === 'ink' ? current.id : null, refused: setNotice });
  // One begins a trace with forms, and a construction with its ground line.
  useEffect(() => {
    dispatch(takeHand(pass === 'build' && thingsOfType(keeper.things, 'form').length === 0 ? 'Guides' : 'Forms'));
  }, [dispatch, pass, keeper]);

  const pictureSheet = sheets.find(({ kind }) => kind === 'picture') ?? null;
  const sizes = useMemo(() => ({ [reference.id]: { width: reference.width, height: reference.height } }), [reference]);
  const takePlace = (value: PlaceName): void => {
    setPlace(value);
    setSettingPlace(value === 'Behind');
    setOpen(null);
  };
  const places = PLACES.filter((value) => value !== 'Behind' || pass === 'trace').map((value) => ({ value, label: value }));
  const remove = selectedForm?.type === 'form' ? () => { void keeper.commit({ remove: [selectedForm.id] }); select(null); } : null;
  const sheetSign = (
    <WordAct
      small label={current?.name ?? ''} spoken={`Sheets, current: ${current?.name ?? 'none'}`} on={spread} icon={<Icon shape="sheets" on={spread} />} testID="sheets"
      onPress={() => { setSpread(!spread); setOpen(null); }}
      style={{ position: 'absolute', bottom: 8, [leftHanded ? 'left' : 'right']: 8, backgroundColor: palette.paper, borderWidth: 1, borderColor: palette.rule }}
    />
  );

  const empty = keeper.ready && ![...things.values()].some(({ type: kind }) => kind === 'form' || kind === 'landmark' || kind === 'stroke');
  const pageView = (
    <PageView keeper={keeper} pictures={sizes} showPicture={place === 'Behind'} onSurface={setSurface}>
      {place === 'Corner' ? <CornerView reference={reference} leftHanded={leftHanded} /> : null}
      {place === 'Away' ? <PeekAct reference={reference} /> : null}
      {sheetSign}
      {empty ? <View style={{ position: 'absolute', top: 10, left: 12, right: place === 'Corner' ? (wide ? 230 : 150) : 12, pointerEvents: 'none' }}><Words size={13} soft style={{ textAlign: 'center' }}>{PASS_NOTES[pass]}</Words></View> : null}
      {notice ? (
        <View role="alert" style={{ position: 'absolute', top: 8, left: 8, right: 8, backgroundColor: palette.paper, borderWidth: 1, borderColor: palette.ink, padding: 12, flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', gap: 8 }}>
          <Words style={{ flex: 1 }}>{notice}</Words>
          <WordAct label="Show the sheets" onPress={() => { setNotice(null); setSpread(true); }} />
          <WordAct label="Close" onPress={() => setNotice(null)} />
        </View>
      ) : null}
    </PageView>
  );
  const upper = spread ? <View style={{ flex: wide ? 1 : undefined }}><SheetsSpread keeper={keeper} current={current?.id ?? null} onChoose={setSheet} /></View>
    : settingPlace && pictureSheet ? <OpacityRow keeper={keeper} sheet={pictureSheet.id} value={pictureSheet.opacity} onDone={() => setSettingPlace(false)} />
      : <HandRow onRemove={remove} />;
  return (
    <View style={{ flex: 1 }}>
      <View style={{ flex: 1, flexDirection: wide ? (leftHanded ? 'row-reverse' : 'row') : 'column' }}>
        {place === 'Beside' ? <View style={{ flex: wide ? 4 : 3, borderColor: palette.rule, [wide ? 'borderRightWidth' : 'borderBottomWidth']: 1 }}><BesideView reference={reference} /></View> : null}
        <View style={{ flex: 5 }}>{pageView}</View>
        {open === 'hand' ? <Fan label="Hands" side={wide ? 'right' : leftHanded ? 'right' : 'left'} options={HANDS.map((value) => ({ value, label: value }))} value={hand} onChoose={(value) => { dispatch(takeHand(value)); setOpen(null); setSpread(false); setSettingPlace(false); }} onClose={() => setOpen(null)} /> : null}
        {open === 'place' ? <Fan label="Place of the reference" side={wide ? 'right' : 'left'} options={places} value={place} onChoose={takePlace} onClose={() => setOpen(null)} /> : null}
        {open === 'looks' ? <LooksPanel keeper={keeper} onFit={() => surface?.painter.fit()} onClose={() => setOpen(null)} title={reference.title} /> : null}
      </View>
      {hand === 'Forms' ? <NameChips label={landmarks ? 'Name of the landmark' : 'Name of the part'} names={offered} used={used} value={name} onChoose={choose} /> : null}
      <Tray keeper={keeper} upper={upper} place={place} open={open} onOpen={(what) => { setOpen(what); setSpread(false); }} />
    </View>
  );
}

/** The veil over the faded reference; shown only while its place is being set. */
function OpacityRow({ keeper, sheet, value, onDone }: { readonly keeper: PageKeeper; readonly sheet: Id; readonly value: number; readonly onDone: () => void }) {
  const [now, setNow] = useState(value);
  const show = (opacity: number): void => {
    setNow(opacity);
  };
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', minHeight: 62, paddingHorizontal: 10, flex: 1 }}>
      <Words size={13} soft>Faded reference</Words>
      <Slider label="Opacity of the reference" value={now} least={0.05} most={1} step={0.05} shown={`${Math.round(now * 100)} %`} onChange={show} onSettle={(opacity) => void keeper.commit({ set: [{ id: sheet, to: { opacity } }] })} />
      <WordAct label="Done" onPress={onDone} />
    </View>
  );
}
