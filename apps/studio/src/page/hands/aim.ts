import type { Point } from '@deft/core/geometry';
import { ALONG, type Anchor } from '@deft/core/page';
import { deskColour } from '../desk-colour';
import type { PointerKind } from '../pointer';

/** From how far a place is drawn to what lies there, CSS pixels: a finger hides more than a point does. */
export const SNAP_REACH: Readonly<Record<PointerKind, number>> = { touch: 16, pen: 9, mouse: 9 };

/** Sizes on the screen, CSS pixels. */
const RING = 10;
const GRIP = 6;

/** Where a place was drawn to: a ring round a place of something, a small cross of two strokes on a line. */
export function drawAim(context: CanvasRenderingContext2D, { at, place }: Anchor, pixel: number): void {
  context.save();
  context.strokeStyle = deskColour.verdigris;
  context.lineWidth = 2.4 * pixel;
  context.beginPath();
  if (place !== undefined && place !== ALONG) context.arc(at.x, at.y, RING * pixel, 0, 2 * Math.PI);
  else {
    const arm = RING * pixel;
    context.moveTo(at.x - arm, at.y - arm);
    context.lineTo(at.x + arm, at.y + arm);
    context.moveTo(at.x + arm, at.y - arm);
    context.lineTo(at.x - arm, at.y + arm);
  }
  context.stroke();
  context.restore();
}

/** A place by which a guide is pulled; how far a centre line is turned, filled. */
export function drawGrip(
  context: CanvasRenderingContext2D,
  at: Point,
  key: number | 'turn',
  pixel: number,
): void {
  context.strokeStyle = deskColour.verdigris;
  context.fillStyle = key === 'turn' ? deskColour.verdigris : deskColour.paper;
  context.lineWidth = 2 * pixel;
  context.beginPath();
  context.arc(at.x, at.y, GRIP * pixel, 0, 2 * Math.PI);
  context.fill();
  context.stroke();
}
