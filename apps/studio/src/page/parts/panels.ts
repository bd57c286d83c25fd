/** Leaves that may lie over the page, one at a time. */
export type PanelName =
  'hand' | 'place' | 'looks' | 'paper' | 'versions' | 'out' | 'desk' | 'keys' | 'boards' | 'traits';
