import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { GuideKind } from '@deft/core';

export const HANDS = ['Draw', 'Forms', 'Guides', 'Move'] as const;
export type HandName = (typeof HANDS)[number];

export const PLACES = ['Behind', 'Beside', 'Corner', 'Away'] as const;
/** Where the reference sits. */
export type PlaceName = (typeof PLACES)[number];

export type DrawTool = 'pencil' | 'pen' | 'rub out';
export type FormsTool = 'ellipse' | 'trapezoid' | 'landmark';

export interface DeskState {
  readonly hand: HandName;
  readonly drawTool: DrawTool;
  /** Millimetres, remembered for each pen on its own. */
  readonly sizes: Readonly<Record<DrawTool, number>>;
  readonly formsTool: FormsTool;
  readonly guide: GuideKind;
  readonly night: boolean | null;
  readonly leftHanded: boolean;
}

const initialState: DeskState = {
  hand: 'Draw', drawTool: 'pencil', sizes: { pencil: 0.7, pen: 1.1, 'rub out': 1 }, formsTool: 'ellipse', guide: 'ground', night: null, leftHanded: false,
};

export const deskSlice = createSlice({
  name: 'desk',
  initialState,
  reducers: {
    takeHand: (state, { payload }: PayloadAction<HandName>) => ({ ...state, hand: payload }),
    takePen: (state, { payload }: PayloadAction<DrawTool>) => ({ ...state, drawTool: payload }),
    setSize: (state, { payload }: PayloadAction<number>) => ({ ...state, sizes: { ...state.sizes, [state.drawTool]: payload } }),
    takeForm: (state, { payload }: PayloadAction<FormsTool>) => ({ ...state, formsTool: payload }),
    takeGuide: (state, { payload }: PayloadAction<GuideKind>) => ({ ...state, guide: payload }),
    setNight: (state, { payload }: PayloadAction<boolean>) => ({ ...state, night: payload }),
    setLeftHanded: (state, { payload }: PayloadAction<boolean>) => ({ ...state, leftHanded: payload }),
  },
});

export const { takeHand, takePen, setSize, takeForm, takeGuide, setNight, setLeftHanded } = deskSlice.actions;
