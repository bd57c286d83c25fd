import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { FormKind } from '@deft/core/forms';
import {
  INK_COLOUR,
  PEN_MANNERS,
  type GuideKind,
  type Id,
  type Light,
  type MassValue,
  type PenKind,
} from '@deft/core/page';
import type { Choice, Plan } from '@deft/core/session';

export const HANDS = ['Draw', 'Forms', 'Guides', 'Move', 'Words', 'Masses'] as const;
export type HandName = (typeof HANDS)[number];

export const PLACES = ['Behind', 'Beside', 'Corner', 'Away'] as const;
/** Where the reference sits. */
export type PlaceName = (typeof PLACES)[number];

export type FormsTool = FormKind | 'landmark';
/** How many kinds of form lie in the tray. */
const FORMS_AT_HAND = 4;
/** How many kinds of guide lie in the tray. */
const GUIDES_AT_HAND = 4;
export type GuidesTool = GuideKind | 'symmetry';
/** Guides that have so many parts or steps. */
export type CountedGuide = 'divided' | 'stepped';
export type WordsTool = 'text' | 'arrow' | 'count';
/** What a line does to what is filled. */
export type MassWay = 'add' | 'cut';
export type RubBy = 'stroke' | 'area';

/** How one pen is set; each pen remembers its own. */
export interface PenSetting {
  /** Millimetres. */
  readonly size: number;
  /** These five from 0 to 1. */
  readonly hardness: number;
  readonly response: number;
  readonly smoothing: number;
  readonly strength: number;
  readonly darkening: number;
  /** One width throughout, whatever the hand does. */
  readonly even: boolean;
  readonly colour: string;
}

/** How timed sessions are run. */
export interface TimedSetting {
  readonly choice: Choice;
  /** Half of the pictures the other way round. */
  readonly flip: boolean;
  readonly sounds: boolean;
  /** The phone shakes at the bell, where it can. */
  readonly shakes: boolean;
  /** The time left in figures too. */
  readonly figures: boolean;
  /** When a session's sheet says what the desk saw in its drawings. */
  readonly sheetSays: SheetSays;
  /** What was started last: of which set, by which plan. */
  readonly last: { readonly set: Id; readonly plan: Plan } | null;
}

export const SHEET_SAYS = ['after longer plans', 'always', 'when asked', 'never'] as const;
export type SheetSays = (typeof SHEET_SAYS)[number];

/** Everything the desk remembers about how one works: no page contents. */
export interface DeskState {
  readonly hand: HandName;
  readonly pen: PenKind;
  readonly pens: Readonly<Record<PenKind, PenSetting>>;
  readonly rubBy: RubBy;
  readonly symmetry: boolean;
  /** Own colours, newest first. */
  readonly mixes: readonly string[];
  readonly formsTool: FormsTool;
  /** The kinds that were used last, as they lie in the tray. */
  readonly formsAtHand: readonly FormKind[];
  readonly guide: GuidesTool;
  /** The kinds of guide that were used last, as they lie in the tray. */
  readonly guidesAtHand: readonly GuidesTool[];
  /** Parts and steps of the next one. */
  readonly guideCounts: Readonly<Record<CountedGuide, number>>;
  /** What is laid is drawn to the places and lines that lie there. */
  readonly snapping: boolean;
  /** What a move makes worse lights up meanwhile. */
  readonly lights: boolean;
  readonly words: WordsTool;
  readonly massValue: MassValue;
  readonly massWay: MassWay;
  /** What forms are blocked in by. */
  readonly light: Light;
  readonly night: boolean | null;
  readonly leftHanded: boolean;
  /** Whether fingers draw; null leaves it to whether a pen has been seen. */
  readonly fingersDraw: boolean | null;
  /** CSS pixels to a real millimetre, once a bank card has been laid on the screen. */
  readonly realScale: number | null;
  /** Pictures that are brought in keep where they were taken. */
  readonly keepLocation: boolean;
  /** Minutes set aside for collecting; null for as long as it takes. */
  readonly collecting: number | null;
  readonly timed: TimedSetting;
}

export const MOST_MIXES = 6;

const setting = (pen: PenKind, size: number, colour: string = INK_COLOUR): PenSetting => {
  const { hardness, response, smoothing, strength, darkening } = PEN_MANNERS[pen];
  return { size, hardness, response, smoothing, strength, darkening, even: false, colour };
};

const initialState: DeskState = {
  hand: 'Draw',
  pen: 'pencil',
  pens: {
    pencil: setting('pencil', 0.7),
    pen: setting('pen', 1.1),
    shade: setting('shade', 7, '#4A4F58'),
    rubber: setting('rubber', 4),
  },
  rubBy: 'stroke',
  symmetry: false,
  mixes: [],
  formsTool: 'ellipse',
  formsAtHand: ['ellipse', 'trapezoid', 'limb', 'line'],
  guide: 'ground',
  guidesAtHand: ['ground', 'level', 'plumb', 'centre'],
  guideCounts: { divided: 2, stepped: 3 },
  snapping: true,
  lights: true,
  words: 'text',
  massValue: 'middle',
  massWay: 'add',
  light: { from: 135, height: 40 },
  night: null,
  leftHanded: false,
  fingersDraw: null,
  realScale: null,
  keepLocation: false,
  collecting: 15,
  timed: {
    choice: 'least drawn',
    flip: false,
    sounds: true,
    shakes: false,
    figures: true,
    sheetSays: 'after longer plans',
    last: null,
  },
};

/** What lies at hand stays where it lies; what is new takes the first place. */
const broughtToHand = <T>(atHand: readonly T[], taken: T, most: number): readonly T[] =>
  atHand.includes(taken) ? atHand : [taken, ...atHand].slice(0, most);

export const deskSlice = createSlice({
  name: 'desk',
  initialState,
  reducers: {
    takeHand: (state, { payload }: PayloadAction<HandName>) => ({ ...state, hand: payload }),
    takePen: (state, { payload }: PayloadAction<PenKind>) => ({
      ...state,
      hand: 'Draw' as const,
      pen: payload,
    }),
    setPen: (state, { payload }: PayloadAction<Partial<PenSetting>>) => ({
      ...state,
      pens: { ...state.pens, [state.pen]: { ...state.pens[state.pen], ...payload } },
    }),
    addMix: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      mixes: [payload, ...state.mixes.filter((mix) => mix !== payload)].slice(0, MOST_MIXES),
    }),
    setRubBy: (state, { payload }: PayloadAction<RubBy>) => ({ ...state, rubBy: payload }),
    setSymmetry: (state, { payload }: PayloadAction<boolean>) => ({ ...state, symmetry: payload }),
    takeForm: (state, { payload }: PayloadAction<FormsTool>) => ({
      ...state,
      formsTool: payload,
      formsAtHand:
        payload === 'landmark' ? state.formsAtHand : broughtToHand(state.formsAtHand, payload, FORMS_AT_HAND),
    }),
    takeGuide: (state, { payload }: PayloadAction<GuidesTool>) => ({
      ...state,
      guide: payload,
      guidesAtHand: broughtToHand(state.guidesAtHand, payload, GUIDES_AT_HAND),
    }),
    setGuideCount: (
      state,
      { payload: { kind, count } }: PayloadAction<{ kind: CountedGuide; count: number }>,
    ) => ({ ...state, guideCounts: { ...state.guideCounts, [kind]: count } }),
    setLights: (state, { payload }: PayloadAction<boolean>) => ({ ...state, lights: payload }),
    setSnapping: (state, { payload }: PayloadAction<boolean>) => ({ ...state, snapping: payload }),
    takeWords: (state, { payload }: PayloadAction<WordsTool>) => ({ ...state, words: payload }),
    takeMass: (state, { payload }: PayloadAction<MassValue>) => ({
      ...state,
      massValue: payload,
      massWay: 'add' as const,
    }),
    setMassWay: (state, { payload }: PayloadAction<MassWay>) => ({ ...state, massWay: payload }),
    setLight: (state, { payload }: PayloadAction<Light>) => ({ ...state, light: payload }),
    setNight: (state, { payload }: PayloadAction<boolean>) => ({ ...state, night: payload }),
    setLeftHanded: (state, { payload }: PayloadAction<boolean>) => ({ ...state, leftHanded: payload }),
    setFingersDraw: (state, { payload }: PayloadAction<boolean | null>) => ({
      ...state,
      fingersDraw: payload,
    }),
    setKeepLocation: (state, { payload }: PayloadAction<boolean>) => ({ ...state, keepLocation: payload }),
    setCollecting: (state, { payload }: PayloadAction<number | null>) => ({ ...state, collecting: payload }),
    setTimed: (state, { payload }: PayloadAction<Partial<TimedSetting>>) => ({
      ...state,
      timed: { ...state.timed, ...payload },
    }),
    setRealScale: (state, { payload }: PayloadAction<number>) => ({ ...state, realScale: payload }),
  },
});

export const {
  takeHand,
  takePen,
  setPen,
  addMix,
  setRubBy,
  setSymmetry,
  takeForm,
  takeGuide,
  setGuideCount,
  setLights,
  setSnapping,
  takeWords,
  takeMass,
  setMassWay,
  setLight,
  setNight,
  setLeftHanded,
  setFingersDraw,
  setKeepLocation,
  setCollecting,
  setTimed,
  setRealScale,
} = deskSlice.actions;
