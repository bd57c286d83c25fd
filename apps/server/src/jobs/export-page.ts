import sharp from 'sharp';
import { MOST_PNG_PIXELS } from '@deft/contract';
import { scaleOf } from '@deft/core/geometry';
import { pageSvg, paperOf, reducePage, type Id, type Placement, type Region } from '@deft/core/page';
import type { BlobFiles } from '../store/blob-files.ts';
import type { Store } from '../store/store.ts';

export interface ExportOptions {
  /** Guides and landmarks too. */
  readonly guides: boolean;
  /** The reference behind a trace too. */
  readonly picture: boolean;
  /** Only this part of the page. */
  readonly region?: Region;
}

const MM_PER_INCH = 25.4;
/** Longer side up to which a picture goes along, pixels. */
const LONGEST = 2400;

/** The file that a placement shows, and its size as placements count it. */
async function pictureOf(
  store: Store,
  { of, reference, revision }: Placement,
): Promise<{ sha256: string; width: number; height: number }> {
  if (of === 'paper') return store.readInk(reference, revision);
  const { picture } = await store.referenceFiles(reference, revision);
  const { width, height } = await store.readReference(reference, revision);
  return { sha256: picture.sha256, width, height };
}

/**
 * A page as SVG from its operations. Throws Gone where there is no such page, RangeError where it has no
 * paper yet.
 */
export async function exportSvg(
  store: Store,
  files: BlobFiles,
  page: Id,
  options: ExportOptions & { readonly dpi?: number },
): Promise<{ svg: string; width: number; height: number }> {
  const { operations } = await store.readPage(page, 0);
  const things = reducePage(operations.map(({ operation }) => operation));
  const paper = paperOf(things);
  if (!paper) throw new RangeError('There is nothing on this page yet.');
  const pictures = new Map<string, { href: string; width: number; height: number }>();
  const seen = ({ reference, revision }: Placement): string => `${reference} ${revision}`;
  if (options.picture) {
    const placements = [...things.values()].filter(
      (t): t is Placement => t.type === 'placement' && !t.hidden,
    );
    for (const placement of placements) {
      if (pictures.has(seen(placement))) continue;
      const { sha256, width, height } = await pictureOf(store, placement);
      // No finer than it will be seen: what lies small on a page rendered small is read small.
      const finest = Math.max(
        ...placements.filter((p) => seen(p) === seen(placement)).map(({ transform }) => scaleOf(transform)),
      );
      const longest = Math.min(
        LONGEST,
        Math.ceil((finest * Math.max(width, height) * (options.dpi ?? Infinity)) / MM_PER_INCH),
      );
      const upright = sharp(await files.read(sha256))
        .autoOrient()
        .resize(longest, longest, { fit: 'inside', withoutEnlargement: true });
      const { hasAlpha } = await upright.metadata();
      const bytes = await (hasAlpha ? upright.png() : upright.jpeg({ quality: 90 })).toBuffer();
      pictures.set(seen(placement), {
        href: `data:image/${hasAlpha ? 'png' : 'jpeg'};base64,${bytes.toString('base64')}`,
        width,
        height,
      });
    }
  }
  const svg = pageSvg(things, {
    guides: options.guides,
    region: options.region ?? null,
    picture: (placement) => pictures.get(seen(placement)) ?? null,
  });
  return { svg, width: paper.width, height: paper.height };
}

/** A page as PNG, rendered from its SVG at a physical resolution that the file itself names. */
export async function exportPng(
  store: Store,
  files: BlobFiles,
  page: Id,
  dpi: number,
  options: ExportOptions,
): Promise<Buffer> {
  const { svg, width, height } = await exportSvg(store, files, page, { ...options, dpi });
  const most = Math.sqrt((MOST_PNG_PIXELS * MM_PER_INCH ** 2) / (width * height));
  const density = Math.max(1, Math.min(dpi, Math.floor(most)));
  const pixels = {
    width: Math.round((width / MM_PER_INCH) * density),
    height: Math.round((height / MM_PER_INCH) * density),
  };
  return sharp(Buffer.from(svg), { density, limitInputPixels: 2 * MOST_PNG_PIXELS })
    .resize(pixels.width, pixels.height, { fit: 'fill' })
    .withMetadata({ density })
    .png()
    .toBuffer();
}
