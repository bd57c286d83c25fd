import { CentreLine, type LinePoint } from './centre-line.ts';
import type { StrokePoint } from './stroke-code.ts';
import { lookOf, type StrokeLook } from './stroke-look.ts';
import {
  lineOutline,
  outlinePath,
  strokePoints,
  traceOutline,
  type Outline,
  type PathPen,
} from './stroke-outline.ts';
import type { Stroke } from './things.ts';

/**
 * One tone of a stroke, laid over the tones before it: what its outlines enclose together. A soft edge is
 * several, each narrower than the one before; a line that is pressed now more, now less is several, each of
 * the stretches that are darker than the one before.
 */
export interface StrokeLayer {
  readonly outlines: readonly Outline[];
  /** 0 to 1. */
  readonly alpha: number;
}

/** From this hardness on an edge is crisp. */
const CRISP = 0.98;
const SOFT_LAYERS = 9;
/** Tones from bare paper to the darkest of a line whose strength changes. */
const TONES = 16;
/** How much wider than the line the lowest layer of the softest edge is, and narrower the highest. */
const SPREAD = 0.6;

type Edge = Pick<StrokeLook, 'hardness'>;
const softness = ({ hardness }: Edge): number => (hardness >= CRISP ? 0 : 1 - hardness);

/** What a layer adds so that together with those below it is `now` dark, where it was `before`. */
const added = (before: number, now: number): number => 1 - (1 - now) / (1 - before);

/** Layers of a line that is equally dark throughout. */
function evenLayers(line: readonly LinePoint[], look: StrokeLook): StrokeLayer[] {
  const soft = softness(look);
  const { strength, size } = look;
  const count = soft > 0 ? SOFT_LAYERS : 1;
  return Array.from({ length: count }, (_, j) => {
    const by = soft > 0 ? 1 + SPREAD * soft * (1 - (2 * j) / (count - 1)) : 1;
    const alpha = added((strength * j) / count, (strength * (j + 1)) / count);
    return { outlines: [lineOutline(line, size, by)], alpha };
  });
}

/** How far between its neighbours the line becomes as dark as `tone`, a point of it there. */
function between(a: LinePoint, b: LinePoint, tone: number): LinePoint {
  const t = (tone - a.strength) / (b.strength - a.strength);
  const mix = (from: number, to: number): number => from + (to - from) * t;
  return { x: mix(a.x, b.x), y: mix(a.y, b.y), width: mix(a.width, b.width), strength: tone };
}

/** The stretches of a line that are at least as dark as `tone`. */
function stretchesFrom(line: readonly LinePoint[], tone: number): LinePoint[][] {
  const stretches: LinePoint[][] = [];
  let open: LinePoint[] | null = null;
  line.forEach((point, i) => {
    const before = line[i - 1];
    if (point.strength >= tone) {
      if (!open) {
        open = before ? [between(before, point, tone)] : [];
        stretches.push(open);
      }
      open.push(point);
    } else if (open && before) {
      open.push(between(before, point, tone));
      open = null;
    }
  });
  return stretches;
}

/** Layers of a line whose strength changes: as many as there are tones, the highest ones often empty. */
function gradedLayers(line: readonly LinePoint[], look: StrokeLook): StrokeLayer[] {
  const soft = softness(look);
  const { size } = look;
  // The share of its own darkness at which a tone lies says how far within a soft edge it begins.
  const width = (point: LinePoint, tone: number): LinePoint => {
    const depth = (SOFT_LAYERS * (tone / point.strength) - 0.5) / (SOFT_LAYERS - 1);
    return { ...point, width: point.width * (1 + SPREAD * soft * (1 - 2 * Math.min(1, Math.max(0, depth)))) };
  };
  const least = Math.min(...line.map(({ strength }) => strength));
  let whole: readonly Outline[] | null = null;
  return Array.from({ length: TONES }, (_, k) => {
    const tone = (k + 0.5) / TONES;
    const alpha = added(k / TONES, (k + 1) / TONES);
    if (soft === 0 && tone <= least) {
      whole ??= [lineOutline(line, size)];
      return { outlines: whole, alpha };
    }
    const outlines = stretchesFrom(line, tone).map((stretch) =>
      lineOutline(soft > 0 ? stretch.map((point) => width(point, tone)) : stretch, size, 1, [
        stretch[0] === line[0],
        stretch.at(-1) === line.at(-1),
      ]),
    );
    return { outlines, alpha };
  });
}

/**
 * The layers of a line that is shown with a look, the lowest first: always as many for the same look, so that
 * the pieces of a line that grows can be put together layer by layer.
 */
export const lineLayers = (line: readonly LinePoint[], look: StrokeLook): StrokeLayer[] =>
  look.darkening > 0 ? gradedLayers(line, look) : evenLayers(line, look);

/** Layers as few as look the same: without empty ones, and those of the same outlines as one. */
function fewest(layers: readonly StrokeLayer[]): StrokeLayer[] {
  const made: StrokeLayer[] = [];
  for (const layer of layers) {
    if (layer.outlines.length === 0 || layer.alpha === 0) continue;
    const under = made.at(-1);
    if (under?.outlines !== layer.outlines) made.push(layer);
    else made[made.length - 1] = { ...layer, alpha: 1 - (1 - under.alpha) * (1 - layer.alpha) };
  }
  return made;
}

/** A stroke as it is shown. @param points where they lie on the page, if they are unpacked already */
export function strokeLayers(
  stroke: Stroke,
  points: readonly StrokePoint[] = strokePoints(stroke),
): StrokeLayer[] {
  const look = lookOf(stroke);
  return fewest(lineLayers(new CentreLine(look).push(points).points(), look));
}

/** An SVG path for a layer, millimetres; empty where it encloses nothing. */
export const layerPath = ({ outlines }: StrokeLayer): string => outlines.map(outlinePath).join('');

/** Draws a layer with a path pen: much quicker than handing it over as text. */
export function traceLayer<T extends PathPen>(pen: T, { outlines }: StrokeLayer): T {
  for (const outline of outlines) traceOutline(pen, outline);
  return pen;
}
