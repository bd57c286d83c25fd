/** Colours that belong to the drawing itself, not to the desk around it. */
export const PAPER_COLOUR = '#FBF8F1';
export const INK_COLOUR = '#1E2430';
/** Forms and guides, as the trade draws construction. */
export const BLUE_PENCIL = '#2B579C';
/** How faint construction and words get their paper-coloured edge: its width over the line's own. */
export const HALO = 2.6;
/** How strongly lines of a form are drawn that lie behind it. */
export const HIDDEN_LINE = 0.35;
/** How much of what lies behind a covering form is not to be seen. */
export const COVERED = 0.85;
