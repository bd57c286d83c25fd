import { transformPoint, type Box, type Point } from '@deft/core/geometry';
import { pageBox, type Page, type Sheet } from '@deft/core/page';
import type { Scene } from '../scene';
import { viewAffine } from '../view';
import { paintThing, type PaintRoom } from './ink';
import type { Layer } from './layer';

/**
 * Paints sheets over each other into one context that is set to page millimetres already: for a loupe, a
 * small view. What was rubbed out shows the paper.
 */
export function paintFlat(
  context: CanvasRenderingContext2D,
  scene: Scene,
  sheets: readonly Sheet[],
  room: PaintRoom,
  within?: Box,
): void {
  for (const sheet of sheets) {
    context.save();
    context.globalAlpha = sheet.opacity;
    for (const thing of within ? scene.search(sheet.id, within) : scene.all(sheet.id))
      paintThing(
        context,
        thing.type === 'stroke' && thing.pen === 'rubber'
          ? { ...thing, pen: 'pen', hardness: 1, colour: room.paper.colour }
          : thing,
        { ...room, flat: true },
      );
    context.restore();
  }
}

/**
 * A canvas that shows a whole page, and its context, set to page millimetres.
 * @param height device pixels @param background under everything; none where null
 */
export function smallCanvas(
  page: Page,
  height: number,
  background: string | null,
): { canvas: HTMLCanvasElement; context: CanvasRenderingContext2D } {
  const by = height / page.height;
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(page.width * by));
  canvas.height = Math.max(1, Math.round(height));
  const context = canvas.getContext('2d', { willReadFrequently: true }) as CanvasRenderingContext2D;
  if (background) {
    context.fillStyle = background;
    context.fillRect(0, 0, canvas.width, canvas.height);
  }
  const { minX, minY } = pageBox(page);
  context.setTransform(by, 0, 0, by, -minX * by, -minY * by);
  return { canvas, context };
}

/**
 * The colour seen at a place of the page, page millimetres, all sheets laid over each other, as #RRGGBB.
 * @param layerOf the canvas of a sheet; null for one with nothing to show
 */
export function colourAt(
  at: Point,
  paper: string,
  sheets: readonly Sheet[],
  layerOf: (sheet: Sheet) => Layer | null,
): string {
  const canvas = document.createElement('canvas');
  canvas.width = 1;
  canvas.height = 1;
  const context = canvas.getContext('2d') as CanvasRenderingContext2D;
  context.fillStyle = paper;
  context.fillRect(0, 0, 1, 1);
  for (const sheet of sheets) {
    const layer = layerOf(sheet);
    if (!layer) continue;
    context.globalAlpha = sheet.opacity;
    context.globalCompositeOperation = sheet.multiply ? 'multiply' : 'source-over';
    const seen = transformPoint(viewAffine(layer.view), at);
    context.drawImage(layer.canvas, -Math.round(seen.x * layer.ratio), -Math.round(seen.y * layer.ratio));
  }
  const [r = 0, g = 0, b = 0] = context.getImageData(0, 0, 1, 1).data;
  return `#${[r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('')}`.toUpperCase();
}
