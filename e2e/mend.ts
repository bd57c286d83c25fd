import { expect, type Page } from '@playwright/test';
import {
  about,
  middle,
  rotation,
  segmentDistance,
  transformPoint,
  unionOf,
  type Box,
} from '@deft/core/geometry';
import { strokePoints, thingBox, type Stroke } from '@deft/core/page';
import type { Desk } from './desk.ts';
import { control, type At } from './hands.ts';
import { lying } from './trace.ts';

/** A line belongs to a limb where most of it lies no further than this from it, page millimetres. */
const NEAR = 6;

function isAlong(stroke: Stroke, limb: readonly At[]): boolean {
  const points = strokePoints(stroke);
  const near = points.filter((p) =>
    limb.slice(1).some((to, i) => segmentDistance(p, limb[i] as At, to) < NEAR),
  );
  return near.length > points.length / 2;
}

/**
 * Turns a limb that was taken hold of back about its joint, by the numbers that are typed beside it: they
 * turn about the middle of what is held, so that it is moved as well.
 * @param limb as it is drawn, joint first, page millimetres
 * @param degrees counter-clockwise
 */
export async function turnLimb(
  page: Page,
  desk: Desk,
  { pageId, limb, degrees }: { pageId: string; limb: readonly At[]; degrees: number },
): Promise<void> {
  const strokes = (await lying(desk, pageId, 'stroke')).filter((stroke) => isAlong(stroke, limb));
  const room = strokes.reduce<Box | null>((all, stroke) => unionOf(all, thingBox(stroke)), null)!;
  const held = middle({ x: room.minX, y: room.minY }, { x: room.maxX, y: room.maxY });
  const [joint] = limb as [At];
  const gone = transformPoint(about(held, rotation(degrees)), joint);
  await control(page, 'numbers').click();
  const numbers = { 'Right, mm': joint.x - gone.x, 'Down, mm': joint.y - gone.y, 'Turn left, °': degrees };
  for (const [label, number] of Object.entries(numbers)) await page.getByLabel(label).fill(number.toFixed(1));
  await control(page, 'Apply').click();
  await expect(page.getByTestId('mending')).toHaveText(/That is right now/, { timeout: 20_000 });
}
