import { MD3DarkTheme, MD3LightTheme, configureFonts, type MD3Theme } from 'react-native-paper';

/** The desk's colours by what they are for. One set for the day, one for the night. */
export interface Palette {
  readonly desk: string;
  readonly paper: string;
  readonly ink: string;
  readonly softInk: string;
  readonly rule: string;
  /** Controls and the selected thing, nothing else. */
  readonly verdigris: string;
  readonly verdigrisWash: string;
  readonly onVerdigris: string;
  /** Corrections, nothing else. */
  readonly redline: string;
  /** Forms and guides. */
  readonly bluePencil: string;
}

export const DAY: Palette = {
  desk: '#E9E2D4',
  paper: '#FBF8F1',
  ink: '#1E2430',
  softInk: '#535A67',
  rule: '#CFC5B3',
  verdigris: '#17635A',
  verdigrisWash: '#D3E4DF',
  onVerdigris: '#FFFFFF',
  redline: '#A92E17',
  bluePencil: '#2B579C',
};

export const NIGHT: Palette = {
  desk: '#1C1E22',
  paper: '#292C31',
  ink: '#EDE8DD',
  softInk: '#B3B0A6',
  rule: '#46494E',
  verdigris: '#7CC7B9',
  verdigrisWash: '#22413D',
  onVerdigris: '#10211F',
  redline: '#F08A70',
  bluePencil: '#8FB4EE',
};

/**
 * Colours of drawing paper and of what is shown on it, which stay as they are by night: what is drawn was
 * mixed
 * for light paper.
 */
export const ON_PAGE = {
  paper: DAY.paper,
  words: DAY.softInk,
  rule: DAY.rule,
  control: DAY.verdigris,
  correction: DAY.redline,
  form: DAY.bluePencil,
} as const;

export const HEADING = 'BricolageGrotesque_700Bold';
export const FIGURES = 'BricolageGrotesque_600SemiBold';
export const BODY = 'AtkinsonHyperlegibleNext_400Regular';
export const STRONG = 'AtkinsonHyperlegibleNext_600SemiBold';

/** Type sizes and their line heights, pixels. */
export const TYPE = { 12: 16, 13: 18, 15: 21, 17: 23, 21: 26, 26: 31 } as const;
export type TypeSize = keyof typeof TYPE;

export const CORNER = 3;
/** Smallest side of anything to be touched. */
export const TOUCH = 44;
/** From this width on the parts lie side by side. */
export const WIDE = 900;

export interface DeskTheme extends MD3Theme {
  readonly palette: Palette;
}

/** Paper's theme in our colours, with its own look taken out: no roundness, no elevation. */
export function deskTheme(dark: boolean): DeskTheme {
  const base = dark ? MD3DarkTheme : MD3LightTheme;
  const palette = dark ? NIGHT : DAY;
  const flat = {
    level0: 'transparent',
    level1: palette.paper,
    level2: palette.paper,
    level3: palette.paper,
    level4: palette.paper,
    level5: palette.paper,
  };
  return {
    ...base,
    palette,
    roundness: CORNER,
    fonts: configureFonts({ config: { fontFamily: BODY } }),
    colors: {
      ...base.colors,
      primary: palette.verdigris,
      onPrimary: palette.onVerdigris,
      background: palette.desk,
      surface: palette.paper,
      onSurface: palette.ink,
      onSurfaceVariant: palette.softInk,
      outline: palette.rule,
      outlineVariant: palette.rule,
      elevation: flat,
      error: palette.ink,
      surfaceVariant: palette.paper,
    },
  };
}
