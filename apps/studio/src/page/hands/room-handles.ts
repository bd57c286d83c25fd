import { about, cornersOf, rotation, scaling, type Affine, type Box, type Point } from '@deft/core/geometry';
import { deskColour } from '../desk-colour';
import type { PointerKind } from '../pointer';

/** Handles round the room of what is moved: corners and sides scale it, the knob above turns it. */

/** How near a handle a contact takes it, and how far it must go to count as a drag, CSS pixels. */
export const GRIP: Readonly<Record<PointerKind, number>> = { touch: 20, pen: 11, mouse: 11 };
export const SHORTEST_DRAG = 4;
const STALK = 30;
const HANDLE = 6;

export interface Handle {
  readonly key: string;
  readonly at: Point;
}

export const cornerHandles = (room: Box): Handle[] =>
  cornersOf(room).map((at, i) => ({ key: String(i), at }));

/** The knob that turns a room. @param scale CSS pixels to a millimetre */
export const turnHandle = (room: Box, scale: number): Handle => ({
  key: 'turn',
  at: { x: (room.minX + room.maxX) / 2, y: room.minY - STALK / scale },
});

export const middleOf = (room: Box): Point => ({
  x: (room.minX + room.maxX) / 2,
  y: (room.minY + room.maxY) / 2,
});

/** All handles of a room. @param scale CSS pixels to a millimetre */
export function roomHandles(room: Box, scale: number): Handle[] {
  const middle = middleOf(room);
  const sides = [
    { x: middle.x, y: room.minY },
    { x: room.maxX, y: middle.y },
    { x: middle.x, y: room.maxY },
    { x: room.minX, y: middle.y },
  ].map((at, i) => ({ key: `side ${i}`, at }));
  return [...cornerHandles(room), ...sides, turnHandle(room, scale)];
}

/** What pulling a corner, a side or the turning handle of a room does to it. */
export function pulledBy(room: Box, key: string, from: Point, to: Point): Affine {
  const middle = middleOf(room);
  if (key === 'turn') {
    const angle = (p: Point): number => (Math.atan2(-(p.y - middle.y), p.x - middle.x) * 180) / Math.PI;
    return about(middle, rotation(angle(to) - angle(from)));
  }
  const corners = cornersOf(room);
  const side = key.startsWith('side ') ? Number(key.slice(5)) : null;
  const share = (now: number, then: number, held: number): number => {
    const by = then === held ? 1 : (now - held) / (then - held);
    return Math.abs(by) < 0.02 ? 0.02 : by;
  };
  if (side === null) {
    const held = corners[(Number(key) + 2) % 4] as Point;
    const grip = corners[Number(key)] as Point;
    const [dx, dy] = [grip.x - held.x, grip.y - held.y];
    const by = ((to.x - from.x + dx) * dx + (to.y - from.y + dy) * dy) / (dx * dx + dy * dy || 1);
    return about(held, scaling(Math.max(0.02, by)));
  }
  if (side % 2 === 0) {
    const [grip, held] = side === 0 ? [room.minY, room.maxY] : [room.maxY, room.minY];
    return about({ x: middle.x, y: held }, scaling(1, share(grip + to.y - from.y, grip, held)));
  }
  const [grip, held] = side === 1 ? [room.maxX, room.minX] : [room.minX, room.maxX];
  return about({ x: held, y: middle.y }, scaling(share(grip + to.x - from.x, grip, held), 1));
}

export function paintHandle(context: CanvasRenderingContext2D, at: Point, key: string, pixel: number): void {
  context.beginPath();
  if (key.startsWith('side')) context.rect(at.x - 4 * pixel, at.y - 4 * pixel, 8 * pixel, 8 * pixel);
  else context.arc(at.x, at.y, (key === 'turn' ? 8 : HANDLE) * pixel, 0, 2 * Math.PI);
  context.fillStyle = key === 'turn' ? deskColour.verdigris : deskColour.paper;
  context.lineWidth = 2 * pixel;
  context.fill();
  context.stroke();
}
