import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { MOST_PNG_PIXELS, SMALL_DRAWING } from '@deft/contract';
import { boxOf, scaleOf, transformPoint, type Point } from '@deft/core/geometry';
import {
  countedOn,
  findMisfits,
  pageBox,
  pageOf,
  pageSvg,
  reducePage,
  thingsOfType,
  withinRegion,
  type Answer,
  type Counted,
  type Id,
  type Operation,
  type Placement,
  type Region,
} from '@deft/core/page';
import { Malformed } from '../store/refusals.ts';

/** A picture that lies on a page: which one, and where its left top corner lies, millimetres. */
export interface Placed {
  readonly of: 'reference' | 'paper';
  readonly reference: Id;
  readonly revision: number;
  readonly at: Point;
}

/** The file behind a placed picture, and its size as placements count it, pixels. */
export interface PlacedFile extends Placed {
  readonly path: string;
  readonly width: number;
  readonly height: number;
}

/** A page as the pool gets it: its operations as the store writes them, and files of what lies on it. */
export interface PageSource {
  readonly text: string;
  readonly pictures: readonly PlacedFile[];
}

export interface RenderOptions {
  /** Guides and landmarks too. */
  readonly guides: boolean;
  /** Only this part of the page. */
  readonly region?: Region;
  /** As fine as pictures on it need to be at the most; as fine as they are where left out. */
  readonly dpi?: number;
}

const MM_PER_INCH = 25.4;
/** Longer side up to which a picture goes along, pixels. */
const LONGEST = 2400;

const keyOf = ({
  of,
  reference,
  revision,
}: Pick<Placement, 'of' | 'reference' | 'revision'> | Placed): string =>
  `${of ?? 'reference'} ${reference} ${revision}`;

const operationsIn = (text: string): Operation[] =>
  (JSON.parse(text) as Answer).operations.map(({ operation }) => operation);

/** Pictures that are seen on a page, each once, and how many stored fields are of no use for their things. */
export function placementsOn(text: string): { placed: Placed[]; misfits: number } {
  const operations = operationsIn(text);
  const seen = thingsOfType(reducePage(operations), 'placement').filter(({ hidden }) => !hidden);
  const placed = new Map(
    seen.map((placement): [string, Placed] => [
      keyOf(placement),
      {
        of: placement.of ?? 'reference',
        reference: placement.reference,
        revision: placement.revision,
        at: transformPoint(placement.transform, { x: 0, y: 0 }),
      },
    ]),
  );
  return { placed: [...placed.values()], misfits: findMisfits(operations).length };
}

/** A placed picture as a data URL, no finer than it is seen. */
async function embedded({ path }: PlacedFile, longest: number): Promise<string> {
  const upright = sharp(await readFile(path))
    .autoOrient()
    .resize(longest, longest, { fit: 'inside', withoutEnlargement: true });
  const { hasAlpha } = await upright.metadata();
  const bytes = await (hasAlpha ? upright.png() : upright.jpeg({ quality: 90 })).toBuffer();
  return `data:image/${hasAlpha ? 'png' : 'jpeg'};base64,${bytes.toString('base64')}`;
}

/**
 * A page or a part of one as SVG, and its size in millimetres. Pictures whose file did not come along are
 * left out.
 * @throws Malformed where it has no paper yet
 */
export async function renderSvg(
  { text, pictures }: PageSource,
  { guides, region, dpi = Infinity }: RenderOptions,
): Promise<{ svg: string; width: number; height: number }> {
  const things = reducePage(operationsIn(text));
  const paper = pageOf(things);
  if (!paper) throw new Malformed('There is nothing on this page yet.');
  const placements = thingsOfType(things, 'placement').filter(({ hidden }) => !hidden);
  const shown = new Map<string, { href: string; width: number; height: number }>();
  for (const file of pictures) {
    const key = keyOf(file);
    const finest = Math.max(
      0,
      ...placements.filter((p) => keyOf(p) === key).map(({ transform }) => scaleOf(transform)),
    );
    const wanted = Math.ceil((finest * Math.max(file.width, file.height) * dpi) / MM_PER_INCH);
    const longest = Math.max(1, Math.min(LONGEST, Number.isNaN(wanted) ? LONGEST : wanted));
    shown.set(key, { href: await embedded(file, longest), width: file.width, height: file.height });
  }
  const svg = pageSvg(things, {
    guides,
    region: region ?? null,
    picture: (placement) => shown.get(keyOf(placement)) ?? null,
  });
  const box = (region && boxOf(region)) ?? pageBox(paper);
  return { svg, width: box.maxX - box.minX, height: box.maxY - box.minY };
}

/**
 * An SVG that is so many pixels wide and high instead of so many millimetres: rasterizing one in millimetres
 * at a density applies the density twice.
 */
export function sizedSvg(svg: string, width: number, height: number): Buffer {
  const size = `width="${width}" height="${height}" preserveAspectRatio="none"`;
  return Buffer.from(svg.replace(/width="[\d.]+mm" height="[\d.]+mm"/, size));
}

/** A drawing as lists show it, as WebP: its region of a page, or all of it. */
export async function renderSmall(source: PageSource, region: Region): Promise<Uint8Array> {
  const about = (SMALL_DRAWING / 200) * MM_PER_INCH;
  const { svg, width, height } = await renderSvg(source, {
    guides: false,
    ...(region ? { region } : {}),
    dpi: about,
  });
  const scale = SMALL_DRAWING / Math.max(width, height);
  const pixels = (mm: number): number => Math.max(1, Math.round(mm * scale));
  return sharp(sizedSvg(svg, pixels(width), pixels(height)))
    .webp({ quality: 82 })
    .toBuffer();
}

/** What is to be counted on a page, or on the part of it that an attempt is. */
export const countedIn = (text: string, region: Region): Counted =>
  countedOn(withinRegion(reducePage(operationsIn(text)), region));

type PngOptions = RenderOptions & { readonly dpi: number };

/** A page as PNG, rendered from its SVG at a physical resolution that the file itself names. */
export const renderPng = async (source: PageSource, options: PngOptions): Promise<Buffer> =>
  (await renderSized(source, options)).png;

/** The same with its size, millimetres. */
export async function renderSized(
  source: PageSource,
  { dpi, ...options }: PngOptions,
): Promise<{ png: Buffer; width: number; height: number }> {
  const { svg, width, height } = await renderSvg(source, { ...options, dpi });
  const most = Math.sqrt((MOST_PNG_PIXELS * MM_PER_INCH ** 2) / (width * height));
  const density = Math.max(1, Math.min(dpi, Math.floor(most)));
  const pixels = (mm: number): number => Math.max(1, Math.round((mm / MM_PER_INCH) * density));
  const limit = { limitInputPixels: 2 * MOST_PNG_PIXELS };
  const png = await sharp(sizedSvg(svg, pixels(width), pixels(height)), limit)
    .withMetadata({ density })
    .png()
    .toBuffer();
  return { png, width, height };
}
