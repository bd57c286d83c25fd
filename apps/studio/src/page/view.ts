import type { Point } from '@deft/core';

/** How the page lies on the screen: screen = page × scale + (x, y). Scale in CSS pixels a millimetre. */
export interface View {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
}

const LEAST = 0.4;
const MOST = 60;
const MARGIN = 6;

export const toPage = (view: View, p: Point): Point => ({ x: (p.x - view.x) / view.scale, y: (p.y - view.y) / view.scale });
export const toScreen = (view: View, p: Point): Point => ({ x: p.x * view.scale + view.x, y: p.y * view.scale + view.y });

/** The whole page, centred in the room. */
export function fitView(page: { width: number; height: number }, room: { width: number; height: number }): View {
  const scale = Math.max(LEAST, Math.min((room.width - 2 * MARGIN) / page.width, (room.height - 2 * MARGIN) / page.height));
  return { scale, x: (room.width - page.width * scale) / 2, y: (room.height - page.height * scale) / 2 };
}

/** The view scaled by `by` about a screen point, then moved. */
export function zoomView(view: View, about: Point, by: number, move: Point = { x: 0, y: 0 }): View {
  const scale = Math.min(MOST, Math.max(LEAST, view.scale * by));
  const real = scale / view.scale;
  return { scale, x: about.x - (about.x - view.x) * real + move.x, y: about.y - (about.y - view.y) * real + move.y };
}
