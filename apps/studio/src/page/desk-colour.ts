import { DAY } from '../ui/theme';

/** Colours of what hands show over the page: the paper is light by day and by night. */
export const deskColour = { verdigris: DAY.verdigris, paper: DAY.paper } as const;
