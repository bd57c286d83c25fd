import { isOpen } from '@deft/core/forms';
import { thinned, type Area, type Point } from '@deft/core/geometry';
import {
  BLUE_PENCIL,
  COVERED,
  formInnerLines,
  formOutline,
  HIDDEN_LINE,
  guideLook,
  guideStrokes,
  HALO,
  LINE_HEIGHT,
  MASS_COLOURS,
  massArea,
  NOTE_FONT,
  noteLines,
  noteLineWidth,
  patchwork,
  pieceOutline,
  strokeLayers,
  traceLayer,
  type Form,
  type Guide,
  type GuideLook,
  type GuideReader,
  type Landmark,
  type Mass,
  type MirrorAxis,
  type Note,
  type Page,
  type Placement,
  type SheetThing,
  type Stroke,
} from '@deft/core/page';
import type { Picture } from './pictures';
import { pointsOf } from '../stroke-points';

type Context = CanvasRenderingContext2D;

/** What painting needs to know besides the thing itself. */
export interface PaintRoom {
  readonly paper: Page;
  /** Millimetres to a CSS pixel: construction lines keep their width on the screen. */
  readonly pixel: number;
  readonly picture: (placement: Placement) => Picture | null;
  /** Says where guides lie. */
  readonly guides: GuideReader;
  /** Sheets are painted over each other: what a form covers of its own cannot be taken away alone. */
  readonly flat?: boolean;
}

const known = new WeakMap<Stroke, { path: Path2D; alpha: number }[]>();

/** A stroke ready to be painted, outlined once. */
function inked(stroke: Stroke): { path: Path2D; alpha: number }[] {
  const before = known.get(stroke);
  if (before) return before;
  const made = strokeLayers(stroke, pointsOf(stroke)).map((layer) => ({
    path: traceLayer(new Path2D(), layer),
    alpha: layer.alpha,
  }));
  known.set(stroke, made);
  return made;
}

/** Widths of construction lines, CSS pixels. */
const FORM_LINE = 1.8;

/** What a line may be off by unseen, CSS pixels: each corner of a path costs, and most outlines have many. */
const UNSEEN = 0.06;

/** A rubber's stroke takes away what is on the canvas, so each sheet must have its own. */
export function paintStroke(context: Context, stroke: Stroke): void {
  context.fillStyle = stroke.colour;
  if (stroke.pen === 'rubber') context.globalCompositeOperation = 'destination-out';
  for (const { path, alpha } of inked(stroke)) {
    context.globalAlpha = alpha;
    context.fill(path);
  }
  context.globalAlpha = 1;
  context.globalCompositeOperation = 'source-over';
}

/** Blue pencil with a paper-coloured edge, so that it shows on any picture. */
function construction(context: Context, paper: Page, path: Path2D, width: number, dash: number[] = []): void {
  context.lineJoin = 'round';
  // As in a file, and rounding the ends of many short lines costs as much as all of them.
  context.lineCap = 'butt';
  context.setLineDash([]);
  context.strokeStyle = paper.colour;
  context.globalAlpha = 0.85;
  context.lineWidth = width * HALO;
  context.stroke(path);
  context.globalAlpha = 1;
  context.setLineDash(dash);
  context.strokeStyle = BLUE_PENCIL;
  context.lineWidth = width;
  context.stroke(path);
  context.setLineDash([]);
}

/** A line through points; added to a path where one is given, which costs less than a path of its own. */
export function polyline(points: readonly Point[], closed = false, path = new Path2D()): Path2D {
  points.forEach((p, i) => (i ? path.lineTo(p.x, p.y) : path.moveTo(p.x, p.y)));
  if (closed) path.closePath();
  return path;
}

export function areaPath(area: Area): Path2D {
  const path = new Path2D();
  for (const outline of area) polyline(outline, true, path);
  return path;
}

const segment = ([x1, y1, x2, y2]: readonly [number, number, number, number]): Path2D =>
  polyline([
    { x: x1, y: y1 },
    { x: x2, y: y2 },
  ]);

export function paintMass(context: Context, mass: Mass): void {
  context.fillStyle = MASS_COLOURS[mass.value];
  context.fill(areaPath(massArea(mass)), 'evenodd');
}

/** Takes away of what lies behind on the same canvas, but for a little. */
function takeAway(context: Context, room: Path2D): void {
  context.save();
  context.globalCompositeOperation = 'destination-out';
  context.globalAlpha = COVERED;
  context.fill(room);
  context.restore();
}

export function paintForm(context: Context, form: Form, { paper, pixel, flat }: PaintRoom): void {
  if (form.covers && !flat && !isOpen(form.shape)) takeAway(context, polyline(formOutline(form), true));
  const { seen, hidden } = formInnerLines(form);
  if (hidden.length > 0) {
    context.save();
    context.strokeStyle = BLUE_PENCIL;
    context.globalAlpha = HIDDEN_LINE;
    context.lineWidth = FORM_LINE * pixel;
    for (const line of hidden) context.stroke(polyline(line));
    context.restore();
  }
  const path = polyline(thinned(formOutline(form), UNSEEN * pixel), !isOpen(form.shape));
  for (const line of seen) polyline(line, false, path);
  construction(context, paper, path, FORM_LINE * pixel);
}

/**
 * Paints guides in page millimetres: those of one look as one path, since each path costs as much as what is
 * in it.
 */
export function paintGuides(
  context: Context,
  all: readonly (Guide | MirrorAxis)[],
  { paper, pixel, guides }: PaintRoom,
): void {
  const looks = new Map<string, { look: GuideLook; lines: Path2D; ticks: Path2D; dots: Point[] }>();
  let radius = 0;
  for (const guide of all) {
    const look = guideLook(guide);
    const key = `${look.width} ${look.dash.join(' ')}`;
    const alike = looks.get(key) ?? { look, lines: new Path2D(), ticks: new Path2D(), dots: [] };
    looks.set(key, alike);
    const drawn = guideStrokes(guides.drawn(guide), look, pixel);
    for (const line of drawn.lines) polyline(line, false, alike.lines);
    // What is not dashed is one path with its ticks.
    for (const tick of drawn.ticks) polyline(tick, false, look.dash.length > 0 ? alike.ticks : alike.lines);
    alike.dots.push(...drawn.dots);
    ({ radius } = drawn);
  }
  for (const { look, lines, ticks, dots } of looks.values()) {
    const width = look.width * pixel;
    const dash = look.dash.map((length) => length * pixel);
    construction(context, paper, lines, width, dash);
    if (dash.length > 0) construction(context, paper, ticks, width);
    context.fillStyle = BLUE_PENCIL;
    for (const { x, y } of dots) {
      context.beginPath();
      context.arc(x, y, radius, 0, 2 * Math.PI);
      context.fill();
    }
  }
}

export function paintLandmark(context: Context, landmark: Landmark, { paper, pixel }: PaintRoom): void {
  if (landmark.state !== 'set') return;
  const { x, y } = landmark.at;
  const arm = 7 * pixel;
  const path = segment([x - arm, y, x + arm, y]);
  path.addPath(segment([x, y - arm, x, y + arm]));
  construction(context, paper, path, FORM_LINE * pixel);
}

export function paintNote(context: Context, note: Note): void {
  const { says, colour, transform } = note;
  if (says.kind === 'text') {
    context.save();
    context.transform(...transform);
    context.fillStyle = colour;
    context.font = `${says.size}px ${NOTE_FONT}`;
    says.text
      .split('\n')
      .forEach((row, i) => context.fillText(row, 0, (i + 1) * says.size * LINE_HEIGHT - 0.3 * says.size));
    context.restore();
    return;
  }
  context.strokeStyle = colour;
  context.lineWidth = noteLineWidth(note);
  context.lineCap = 'round';
  context.lineJoin = 'round';
  for (const line of noteLines(note)) context.stroke(polyline(line));
}

/**
 * A picture, a piece cut from it, or a bent piece: triangle by triangle, each a little larger than itself.
 */
export function paintPlacement(
  context: Context,
  placement: Placement,
  { image, width, height }: Picture,
): void {
  const outline = pieceOutline(placement);
  context.save();
  if (outline) context.clip(polyline(outline, true));
  const patches = patchwork(placement);
  if (patches.length === 0) {
    context.transform(...placement.transform);
    context.drawImage(image, 0, 0, width, height);
  }
  for (const { to, transform } of patches) {
    const centre = { x: (to[0].x + to[1].x + to[2].x) / 3, y: (to[0].y + to[1].y + to[2].y) / 3 };
    context.save();
    context.clip(
      polyline(
        to.map((p) => {
          const far = Math.hypot(p.x - centre.x, p.y - centre.y) || 1;
          return { x: p.x + ((p.x - centre.x) / far) * 0.2, y: p.y + ((p.y - centre.y) / far) * 0.2 };
        }),
        true,
      ),
    );
    context.transform(...transform);
    context.drawImage(image, 0, 0, width, height);
    context.restore();
  }
  context.restore();
}

/** Paints one thing in page millimetres. */
export function paintThing(context: Context, thing: SheetThing, room: PaintRoom): void {
  switch (thing.type) {
    case 'stroke':
      return paintStroke(context, thing);
    case 'mass':
      return paintMass(context, thing);
    case 'form':
      return paintForm(context, thing, room);
    case 'note':
      return paintNote(context, thing);
    case 'guide':
    case 'axis':
      return paintGuides(context, [thing], room);
    case 'landmark':
      return paintLandmark(context, thing, room);
    case 'placement': {
      const picture = thing.hidden ? null : room.picture(thing);
      return picture ? paintPlacement(context, thing, picture) : undefined;
    }
  }
}
