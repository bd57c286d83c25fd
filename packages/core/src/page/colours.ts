import type { MassValue } from './things.ts';

/** Colours that belong to the drawing itself, not to the desk around it. */
export const PAPER_COLOUR = '#FBF8F1';
export const INK_COLOUR = '#1E2430';
/** What masses are filled with: L* of 84, 54 and 25. */
export const MASS_COLOURS: Readonly<Record<MassValue, string>> = {
  light: '#D6D1C9',
  middle: '#86817A',
  dark: '#3E3A35',
};
/** Forms and guides, as the trade draws construction. */
export const BLUE_PENCIL = '#2B579C';
/** How faint construction and words get their paper-coloured edge: its width over the line's own. */
export const HALO = 2.6;
/** How strongly lines of a form are drawn that lie behind it. */
export const HIDDEN_LINE = 0.35;
/** How much of what lies behind a covering form is not to be seen. */
export const COVERED = 0.85;
