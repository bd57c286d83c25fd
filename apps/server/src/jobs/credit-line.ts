import type { Reference } from '@deft/contract';

/** Who made a picture, when, and under what terms, in one line. */
export function creditLine({
  title,
  author,
  credit,
  source,
  licence,
  year,
}: Pick<Reference, 'title' | 'author' | 'credit' | 'source' | 'licence' | 'year'>): string {
  return [title, author, year === null ? '' : String(year), credit, licence, source]
    .filter((part) => part !== '')
    .join(', ');
}
