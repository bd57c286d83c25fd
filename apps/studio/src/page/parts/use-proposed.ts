import { useMemo } from 'react';
import { labOf, proposeColours, type NamedColour } from '@deft/core/tone';
import type { Surface } from '../surface';

/** Rows of the picture that are looked at. */
const HEIGHT = 24;

/** Colours to draw with, by how they stand out from the pictures on the page as they are seen now. */
export function useProposed(surface: Surface | null, asked: boolean): NamedColour[] {
  return useMemo(() => {
    const canvas = asked
      ? surface?.painter.small(HEIGHT, { sheets: (sheet) => sheet.kind === 'picture' })
      : null;
    const context = canvas?.getContext('2d');
    if (!canvas || !context) return proposeColours([]);
    const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
    const under = Array.from({ length: data.length / 4 }, (_, i) =>
      labOf(data[4 * i] as number, data[4 * i + 1] as number, data[4 * i + 2] as number),
    );
    const varied = under.some(({ l }) => Math.abs(l - (under[0]?.l ?? 0)) > 2);
    return proposeColours(varied ? under : []);
  }, [surface, asked]);
}
