import type { PenKind, Stroke } from './things.ts';

/** How a pen behaves where the stroke does not say; each from 0 to 1. */
export interface PenManner {
  readonly hardness: number;
  readonly response: number;
  readonly smoothing: number;
  /** How dark one stroke of it is. */
  readonly strength: number;
  /** How many times wider it gets lying flat. */
  readonly flat: number;
}

export const PEN_MANNERS: Readonly<Record<PenKind, PenManner>> = {
  pencil: { hardness: 1, response: 0.55, smoothing: 0.15, strength: 1, flat: 3 },
  pen: { hardness: 1, response: 0.3, smoothing: 0.35, strength: 1, flat: 1 },
  shade: { hardness: 0.2, response: 0.4, smoothing: 0.2, strength: 0.4, flat: 1.6 },
  rubber: { hardness: 0.9, response: 0.2, smoothing: 0, strength: 1, flat: 1 },
};

/** Everything that a stroke's look depends on besides its points. */
export type StrokeLook = Pick<Stroke, 'pen' | 'size' | 'colour' | 'pressure'> &
  Required<Pick<Stroke, 'hardness' | 'response' | 'smoothing'>>;

export function lookOf({
  pen,
  size,
  colour,
  pressure,
  hardness,
  response,
  smoothing,
}: Omit<StrokeLook, 'hardness' | 'response' | 'smoothing'> & Partial<StrokeLook>): StrokeLook {
  const manner = PEN_MANNERS[pen];
  return {
    pen,
    size,
    colour,
    pressure,
    hardness: hardness ?? manner.hardness,
    response: response ?? manner.response,
    smoothing: smoothing ?? manner.smoothing,
  };
}
