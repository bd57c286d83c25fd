import {
  compose,
  isInside,
  scaling,
  scaleOf,
  transformPoint,
  type Affine,
  type Point,
} from '@deft/core/geometry';
import { lessRubbed, type Id, type Placement, type Region, type Thing } from '@deft/core/page';
import { centreLines, lineWidths } from '@deft/core/paper';
import { smallPixels } from './seen-picture';

/** Ink that was lifted from paper, as a picture on a page. */
export interface LiftedInk extends Pick<Placement, 'sheet' | 'order'> {
  readonly address: string;
  /** Its pixels to page millimetres. */
  readonly transform: Affine;
}

/** The lines of lifted ink as they lie on the page, millimetres. */
export interface LiftedLines {
  readonly lines: readonly { readonly points: readonly Point[]; readonly width: number }[];
  /** #RRGGBB, one for all of it; null where there is no ink. */
  readonly colour: string | null;
}

/** Larger than this ink says nothing more of where its lines run, pixels of the longer side. */
const LARGEST = 1000;
/** From this on a pixel is inked, 0 to 255. */
const INKED = 90;

interface Lines {
  readonly lines: Point[][];
  /** How wide the ink is along each, in their own pixels. */
  readonly widths: number[];
  readonly colour: string | null;
  /** How much smaller they are than the picture. */
  readonly by: number;
}

/** What was traced last: the same paper is asked for again at every change of a landmark. */
let last: { readonly address: string; readonly lines: Promise<Lines> } | null = null;

async function traced(address: string): Promise<Lines> {
  const { data, width, height, by } = await smallPixels(address, LARGEST);
  const bits = new Uint8Array(width * height);
  for (let i = 0; i < bits.length; i += 1) bits[i] = (data[4 * i + 3] as number) >= INKED ? 1 : 0;
  const mask = { width, height, bits };
  const lines = centreLines(mask);
  return { lines, widths: lineWidths(mask, lines), colour: colourOf(data, bits.indexOf(1)), by };
}

/** The colour of a pixel; null where there is no such pixel. */
const colourOf = (rgba: Uint8ClampedArray, pixel: number): string | null =>
  pixel < 0
    ? null
    : `#${[...rgba.subarray(4 * pixel, 4 * pixel + 3)].map((c) => c.toString(16).padStart(2, '0')).join('')}`;

/** All lines of lifted ink; ink that cannot be read gives none, for now. */
export async function linesOfInk({ address, transform }: LiftedInk): Promise<LiftedLines> {
  if (last?.address !== address) last = { address, lines: traced(address) };
  const { lines, widths, colour, by } = await last.lines.catch((): Lines => {
    last = null;
    return { lines: [], widths: [], colour: null, by: 1 };
  });
  const toPage = compose(transform, scaling(1 / by));
  const scale = scaleOf(toPage);
  return {
    lines: lines.map((line, i) => ({
      points: line.map((p) => transformPoint(toPage, p)),
      width: (widths[i] as number) * scale,
    })),
    colour,
  };
}

/** The lines of lifted ink within a region, less what was rubbed out over it on the page; millimetres. */
export async function liftedLines(
  things: ReadonlyMap<Id, Thing>,
  lifted: readonly LiftedInk[],
  region: Region,
): Promise<(readonly Point[])[]> {
  const all: (readonly Point[])[] = [];
  for (const ink of lifted) {
    const lines = (await linesOfInk(ink)).lines.map(({ points }) => points);
    for (const line of lessRubbed(things, ink, lines)) {
      const inside = region ? line.filter((p) => isInside(region, p)).length : line.length;
      if (2 * inside > line.length) all.push(line);
    }
  }
  return all;
}
