/** Leaves of the shell that may lie over the page, one at a time; a pass adds its own by their names. */
export type ShellPanelName = 'hand' | 'place' | 'looks' | 'paper' | 'versions' | 'out' | 'desk' | 'keys';
export type PanelName = ShellPanelName | (string & {});
