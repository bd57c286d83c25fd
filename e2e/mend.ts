import { expect, type Page } from '@playwright/test';
import { about, distance, rotation, transformPoint, unionOf, type Box } from '@deft/core/geometry';
import { strokePoints, thingBox, type Stroke } from '@deft/core/page';
import type { Desk } from './desk.ts';
import { control, type At } from './hands.ts';
import { lying } from './trace.ts';

/** A line belongs to a limb where most of it lies no further than this from it, page millimetres. */
const NEAR = 6;

function isAlong(stroke: Stroke, limb: readonly At[]): boolean {
  const along = limb.slice(1).flatMap((b, i) => {
    const a = limb[i] as At;
    const steps = Math.ceil(distance(a, b));
    return Array.from({ length: steps + 1 }, (_, k) => ({
      x: a.x + ((b.x - a.x) * k) / steps,
      y: a.y + ((b.y - a.y) * k) / steps,
    }));
  });
  const points = strokePoints(stroke);
  return points.filter((p) => along.some((q) => distance(p, q) < NEAR)).length > points.length / 2;
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
  const middle = { x: (room.minX + room.maxX) / 2, y: (room.minY + room.maxY) / 2 };
  const [joint] = limb as [At];
  const gone = transformPoint(about(middle, rotation(degrees)), joint);
  await control(page, 'numbers').click();
  const numbers = { 'Right, mm': joint.x - gone.x, 'Down, mm': joint.y - gone.y, 'Turn left, °': degrees };
  for (const [label, number] of Object.entries(numbers)) await page.getByLabel(label).fill(number.toFixed(1));
  await control(page, 'Apply').click();
  await expect(page.getByTestId('mending')).toHaveText(/That is right now/, { timeout: 20_000 });
}
