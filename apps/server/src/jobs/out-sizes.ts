/** What everything that goes out as PDF or PNG with words on it has in common. */
export const DPI = 150;
export const POINTS_PER_PIXEL = 72 / DPI;
export const PAPER = '#FBF8F1';
export const INK = '#1E2430';
/** Size of a credit's letters, and room round them, points. */
export const LETTERS = 9;
export const MARGIN = 24;
