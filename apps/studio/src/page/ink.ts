import { BLUE_PENCIL, boxOf, decodeStroke, formOutline, grow, guideLine, outlinePath, strokeOutline, type Box, type Form, type Guide, type Landmark, type Paper, type Stroke } from '@deft/core';

/** A stroke ready to be painted, page millimetres. */
export interface Inked {
  readonly path: Path2D;
  readonly box: Box;
}

const known = new WeakMap<Stroke, Inked | null>();

/** Outlined once a stroke; null for a stroke without points. */
export function inked(stroke: Stroke): Inked | null {
  const before = known.get(stroke);
  if (before !== undefined) return before;
  const points = decodeStroke(stroke.points);
  const box = boxOf(points);
  const made = box && { path: new Path2D(outlinePath(strokeOutline(points, stroke))), box: grow(box, stroke.size) };
  known.set(stroke, made);
  return made;
}

type Context = CanvasRenderingContext2D;

/** Widths of construction lines, millimetres on the page at the least and CSS pixels on the screen at the least. */
const LINE_PIXELS = 1.8;

export function paintStroke(context: Context, stroke: Stroke): void {
  const ink = inked(stroke);
  if (!ink) return;
  context.fillStyle = stroke.colour;
  context.fill(ink.path);
}

function halo(context: Context, paper: string, width: number, draw: () => void, dash: number[] = []): void {
  context.lineJoin = 'round';
  context.lineCap = 'round';
  context.setLineDash([]);
  context.strokeStyle = paper;
  context.globalAlpha = 0.85;
  context.lineWidth = width * 2.6;
  draw();
  context.globalAlpha = 1;
  context.setLineDash(dash);
  context.strokeStyle = BLUE_PENCIL;
  context.lineWidth = width;
  draw();
  context.setLineDash([]);
}

/** Blue pencil with a paper-coloured halo. @param pixel millimetres to a CSS pixel */
export function paintForm(context: Context, form: Form, paper: Paper, pixel: number): void {
  const path = new Path2D();
  formOutline(form).forEach((p, i) => (i ? path.lineTo(p.x, p.y) : path.moveTo(p.x, p.y)));
  path.closePath();
  halo(context, paper.colour, LINE_PIXELS * pixel, () => context.stroke(path));
}

export function paintGuide(context: Context, guide: Guide, paper: Paper, pixel: number): void {
  const [x1, y1, x2, y2] = guideLine(guide, paper);
  const path = new Path2D();
  path.moveTo(x1, y1);
  path.lineTo(x2, y2);
  halo(context, paper.colour, (guide.kind === 'ground' ? 1.6 : 1.2) * pixel, () => context.stroke(path), guide.kind === 'ground' ? [] : [7 * pixel, 5 * pixel]);
}

export function paintLandmark(context: Context, landmark: Landmark, paper: Paper, pixel: number): void {
  if (landmark.state !== 'set') return;
  const { x, y } = landmark.at;
  const arm = 7 * pixel;
  const path = new Path2D();
  path.moveTo(x - arm, y);
  path.lineTo(x + arm, y);
  path.moveTo(x, y - arm);
  path.lineTo(x, y + arm);
  halo(context, paper.colour, 1.8 * pixel, () => context.stroke(path));
}
