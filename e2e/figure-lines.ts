import type { Page } from '@playwright/test';
import { seeded } from '@deft/core/random';
import type { Reference } from '@deft/contract';
import { drawFigure, planted, type Change } from '../packages/core/src/testing/drawn-figure.ts';
import type { At, Pointer } from './hands.ts';
import { drawing, penLine } from './trace.ts';

/** How tall a figure is drawn, millimetres. */
export const FIGURE_TALL = 150;

/** Where a reference's landmarks come to lie with a change planted, or none, 150 mm tall on the page. */
export function placesOnPage(reference: Reference, change: Change | null): ReadonlyMap<string, At> {
  const landmarks = reference.truth?.landmarks ?? [];
  const truly = new Map(landmarks.map(({ name, at }) => [name, at]));
  const by = FIGURE_TALL / (reference.figureHeight ?? 1000);
  const left = Math.min(...landmarks.map(({ at }) => at.x));
  return new Map(
    [...(change ? planted(truly, change) : truly)].map(([name, { x, y }]) => [
      name,
      { x: 40 + (x - left) * by, y: 15 + y * by },
    ]),
  );
}
/** A figure in single lines with a change planted, or none. */
export function drawn(reference: Reference, change: Change | null): At[][] {
  const places = placesOnPage(reference, change);
  const { lines } = drawFigure(places, FIGURE_TALL, { manner: 'axes', wobble: 0.3, random: seeded(5) });
  return lines.map(penLine);
}

/** Draws lines on the page that is open, each in one stroke. */
export async function drawLines(
  page: Page,
  lines: readonly (readonly At[])[],
  pointer: Pointer,
): Promise<void> {
  const { stroke } = await drawing(page);
  for (const line of lines) await stroke(line, pointer);
}
