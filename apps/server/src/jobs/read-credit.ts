import ExifReader from 'exifreader';
import type { Credit } from '@deft/contract';

type Facts = Partial<Credit> & { location?: readonly [number, number] | null; tags?: string[] };

const tidy = (text: unknown, most: number): string =>
  typeof text === 'string'
    ? text
        .replace(/[\u0000-\u001f\u007f]+/g, ' ')
        .trim()
        .slice(0, most)
    : '';

/** A tag's words: some readers give a list of what a picture may hold several of. */
function words(tag: unknown, most: number): string {
  if (tag === undefined || tag === null) return '';
  const { value, description } = tag as { value?: unknown; description?: unknown };
  if (
    Array.isArray(value) &&
    value.length > 0 &&
    value.every((v) => typeof v === 'object' && v !== null && 'value' in v)
  ) {
    return tidy(
      value
        .map((v) =>
          tidy((v as { description?: unknown }).description ?? (v as { value: unknown }).value, most),
        )
        .filter((v) => v !== '')
        .join(', '),
      most,
    );
  }
  return tidy(description, most) || tidy(value, most);
}

/**
 * Author, credit, licence, caption and date as a picture carries them: EXIF, IPTC and XMP, in the
 * order in which people write into them with care. What cannot be read says nothing.
 * @param bytes the file, or as much of its beginning as holds what it says about itself
 */
export function readCredit(bytes: Buffer): Facts {
  let found: {
    exif?: Record<string, unknown>;
    iptc?: Record<string, unknown>;
    xmp?: Record<string, unknown>;
    gps?: { Latitude?: number; Longitude?: number };
  };
  try {
    found = ExifReader.load(bytes, { expanded: true }) as typeof found;
  } catch {
    return {};
  }
  const { exif = {}, iptc = {}, xmp = {}, gps } = found;
  const first = (most: number, ...tags: unknown[]): string =>
    tags.map((tag) => words(tag, most)).find((text) => text !== '') ?? '';
  const day = /^(\d{4})(?:[:-](\d{2})(?:[:-](\d{2}))?)?/.exec(
    first(40, exif['DateTimeOriginal'], xmp['DateCreated'], iptc['Date Created'], exif['DateTime']),
  );
  const facts: Facts = {
    title: first(200, xmp['title'], iptc['Object Name']),
    author: first(200, xmp['creator'], iptc['By-line'], exif['Artist']),
    credit: first(500, xmp['Credit'], iptc['Credit'], xmp['AttributionName']),
    licence: first(
      200,
      xmp['license'],
      xmp['UsageTerms'],
      xmp['rights'],
      iptc['Copyright Notice'],
      exif['Copyright'],
    ),
    caption: first(2000, xmp['description'], iptc['Caption/Abstract'], exif['ImageDescription']),
    source: first(500, xmp['Source'], xmp['WebStatement'], iptc['Source']),
    taken: day ? [day[1], day[2], day[3]].filter((part) => part !== undefined).join('-') : '',
    tags: [
      ...new Set(
        first(2000, xmp['subject'], iptc['Keywords'])
          .split(',')
          .map((tag) => tag.trim().slice(0, 60))
          .filter((tag) => tag !== ''),
      ),
    ].slice(0, 50),
    location:
      gps && Number.isFinite(gps.Latitude) && Number.isFinite(gps.Longitude)
        ? [gps.Latitude as number, gps.Longitude as number]
        : null,
  };
  const year = day ? Number(day[1]) : NaN;
  return Object.fromEntries(
    Object.entries({ ...facts, ...(year > 1000 && year <= 3000 ? { year } : {}) }).filter(
      ([, value]) => value !== '' && value !== null && (!Array.isArray(value) || value.length > 0),
    ),
  );
}
