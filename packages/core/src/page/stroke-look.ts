import type { PenKind, Stroke } from './things.ts';

/** How a pen behaves where the stroke does not say; each from 0 to 1. */
export interface PenManner {
  readonly hardness: number;
  readonly response: number;
  readonly smoothing: number;
  /** How dark one stroke of it is at middle pressure. */
  readonly strength: number;
  /** How much of that follows pressure. */
  readonly darkening: number;
  /** How many times wider it gets lying flat. */
  readonly flat: number;
}

export const PEN_MANNERS: Readonly<Record<PenKind, PenManner>> = {
  pencil: { hardness: 1, response: 0.55, smoothing: 0.15, strength: 1, darkening: 0, flat: 3 },
  pen: { hardness: 1, response: 0.3, smoothing: 0.35, strength: 1, darkening: 0, flat: 1 },
  shade: { hardness: 0.2, response: 0.4, smoothing: 0.2, strength: 0.4, darkening: 0, flat: 1.6 },
  rubber: { hardness: 0.9, response: 0.2, smoothing: 0, strength: 1, darkening: 0, flat: 1 },
};

const MANNERS = ['hardness', 'response', 'smoothing', 'strength', 'darkening'] as const;
type Manner = (typeof MANNERS)[number];

/** Everything that a stroke's look depends on besides its points. */
export type StrokeLook = Pick<Stroke, 'pen' | 'size' | 'colour' | 'pressure'> &
  Required<Pick<Stroke, Manner>>;

/** A stroke's look, filled up with what its pen does by itself. */
export function lookOf(stroke: Omit<StrokeLook, Manner> & Partial<Pick<StrokeLook, Manner>>): StrokeLook {
  const { pen, size, colour, pressure } = stroke;
  const own = PEN_MANNERS[pen];
  const [hardness, response, smoothing, strength, darkening] = MANNERS.map(
    (manner) => stroke[manner] ?? own[manner],
  ) as [number, number, number, number, number];
  return { pen, size, colour, pressure, hardness, response, smoothing, strength, darkening };
}
