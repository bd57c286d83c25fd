import {
  movedValues,
  planesOf,
  valuesOf,
  type Outlines,
  type Plane,
  type ValueReport,
} from '@deft/core/findings';
import { compose, scaling, type Affine, type Point } from '@deft/core/geometry';
import { filled } from '@deft/core/mask';
import {
  MASS_COLOURS,
  massArea,
  pageOf,
  sheetsOf,
  strokeLayers,
  strokePoints,
  thingsOfType,
  traceLayer,
  traceOutline,
  type Id,
  type Mass,
  type Sheet,
  type Stroke,
  type Thing,
} from '@deft/core/page';
import { lightnessOf } from '@deft/core/tone';
import type { LiftedInk } from './lifted-lines';
import { fetchedBitmap, hiddenCanvas, seenPicture, type Pixels, type SeenPicture } from './seen-picture';

type Things = ReadonlyMap<Id, Thing>;

/** What of a drawing is looked at for its values. */
export interface ToValue {
  readonly attempt: Things;
  readonly lifted: readonly LiftedInk[];
  readonly picture: SeenPicture;
  readonly silhouettes: readonly Outlines[];
  /** Page millimetres to the picture's pixels. */
  readonly toReference: Affine;
  /** Of the figure, the picture's pixels. */
  readonly height: number;
  /** The planes of a box, the picture's pixels; empty of what is none. */
  readonly planes: readonly Plane[];
}

/** Sheets on which something is drawn that stands for light and dark. */
const DRAWN_ON: readonly Sheet['kind'][] = ['ink', 'tone'];

/** Whether there may be any tone on a page: lines alone are none. */
const mayBeToned = (things: Things, lifted: readonly LiftedInk[]): boolean =>
  lifted.length > 0 ||
  thingsOfType(things, 'mass').length > 0 ||
  thingsOfType(things, 'stroke').some(({ pen }) => pen === 'shade');

/**
 * A stroke of shade as it lies; of a line only its middle counts at this size, so it is drawn as a
 * plain one.
 */
function paintStroke(context: OffscreenCanvasRenderingContext2D, stroke: Stroke): void {
  context.globalCompositeOperation = stroke.pen === 'rubber' ? 'destination-out' : 'source-over';
  if (stroke.pen === 'shade') {
    context.fillStyle = stroke.colour;
    for (const layer of strokeLayers(stroke)) {
      context.globalAlpha = layer.alpha;
      context.fill(traceLayer(new Path2D(), layer));
    }
  } else {
    context.strokeStyle = stroke.colour;
    context.lineWidth = stroke.size;
    context.beginPath();
    strokePoints(stroke).forEach(({ x, y }, i) => (i ? context.lineTo(x, y) : context.moveTo(x, y)));
    context.stroke();
  }
  context.globalAlpha = 1;
}

function paintMass(context: OffscreenCanvasRenderingContext2D, mass: Mass): void {
  const path = new Path2D();
  for (const outline of massArea(mass)) traceOutline(path, outline);
  context.fillStyle = MASS_COLOURS[mass.value];
  context.fill(path, 'evenodd');
}

/** The drawing as it lies on its picture, in the picture's own small size. */
async function drawnOver({ attempt, lifted, toReference }: ToValue, { width, height, scale }: Pixels) {
  const whole = hiddenCanvas(width, height);
  whole.fillStyle = pageOf(attempt)?.colour ?? '#ffffff';
  whole.fillRect(0, 0, width, height);
  const onto = compose(scaling(1 / scale), toReference);
  for (const sheet of sheetsOf(attempt)) {
    if (sheet.hidden || !DRAWN_ON.includes(sheet.kind)) continue;
    // What is rubbed out is taken from its own sheet.
    const layer = hiddenCanvas(width, height);
    layer.lineCap = 'round';
    layer.lineJoin = 'round';
    layer.setTransform(...onto);
    for (const ink of lifted.filter((one) => one.sheet === sheet.id)) {
      const bitmap = await fetchedBitmap(ink.address).catch(() => null);
      if (!bitmap) continue;
      layer.setTransform(...compose(onto, ink.transform));
      layer.drawImage(bitmap, 0, 0);
      bitmap.close();
      layer.setTransform(...onto);
    }
    for (const mass of thingsOfType(attempt, 'mass')) if (mass.sheet === sheet.id) paintMass(layer, mass);
    for (const thing of thingsOfType(attempt, 'stroke'))
      if (thing.sheet === sheet.id) paintStroke(layer, thing);
    whole.globalAlpha = sheet.opacity;
    whole.globalCompositeOperation = sheet.multiply ? 'multiply' : 'source-over';
    whole.drawImage(layer.canvas, 0, 0);
  }
  return whole.getImageData(0, 0, width, height).data;
}

/**
 * The values of a drawing beside its picture's, in the picture's pixels; null where hardly any tone is
 * laid, or the picture cannot be read.
 */
export async function seenValues(input: ToValue): Promise<ValueReport | null> {
  const { attempt, lifted, picture, silhouettes, height, planes } = input;
  if (!mayBeToned(attempt, lifted)) return null;
  const pixels = await seenPicture(picture);
  if (!pixels) return null;
  const { width, height: rows, scale } = pixels;
  const [outlines] = silhouettes;
  const whole = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: rows },
    { x: 0, y: rows },
  ];
  const smaller = (outline: readonly Point[]): Point[] =>
    outline.map(({ x, y }) => ({ x: x / scale, y: y / scale }));
  const thing = outlines ? outlines.map(smaller) : [whole];
  const [drawn, shown] = [
    lightnessOf(await drawnOver(input, pixels), width, rows),
    lightnessOf(pixels.data, width, rows),
  ];
  const report = valuesOf(drawn, shown, filled(thing, width, rows), height / scale);
  const inFrame = planes.map(({ name, drawn: own, reference }) => ({
    name,
    drawn: smaller(own),
    reference: smaller(reference),
  }));
  return report && { ...movedValues(report, scaling(scale)), planes: planesOf(drawn, shown, inFrame) };
}
