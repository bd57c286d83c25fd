import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Fault, Offered, OfferedPage, Truth, ViewKey } from '@deft/contract';
import { Refused } from '../store/refusals.ts';
import type { SubjectKey } from '@deft/core/subjects';

/** Raised where the service does not answer as it should. */
export class ServiceTrouble extends Refused {
  constructor(sentence: string) {
    super('ServiceTrouble', 503, sentence);
  }
}

const PER_PAGE = 24;
const SLOW_MS = 2500;

/** A picture in the service's own catalogue. */
interface Listed extends Offered {
  readonly file: string;
  readonly keywords: readonly string[];
  readonly subject: SubjectKey;
  readonly view: ViewKey;
  readonly source: string;
  readonly truth: Truth;
}

/**
 * A small simulated picture service: it stands where a service on the network would, with a
 * catalogue of made pictures, and can be told to be slow, to find nothing, or to fail.
 */
export class PictureService {
  fault: Fault = 'none';
  #catalogue: readonly Listed[] | null = null;

  /** @param folder holds catalogue.json and its pictures */
  constructor(private readonly folder: string) {}

  async #list(): Promise<readonly Listed[]> {
    if (this.fault === 'slow') await new Promise((done) => setTimeout(done, SLOW_MS));
    if (this.fault === 'failing')
      throw new ServiceTrouble(
        'The picture service does not answer just now. Your own pictures are not touched; try again in a moment.',
      );
    if (this.fault === 'empty') return [];
    const path = join(this.folder, 'catalogue.json');
    this.#catalogue ??= existsSync(path)
      ? (JSON.parse(await readFile(path, 'utf8')) as readonly Listed[])
      : [];
    return this.#catalogue;
  }

  /**
   * Pictures of which every word is the beginning of a word of title, keywords, author or licence; those that
   * match in the title first.
   */
  async search(words: string, page: number): Promise<OfferedPage> {
    const asked = words
      .toLowerCase()
      .split(/\s+/)
      .filter((word) => word !== '');
    const begins = (text: string, word: string): boolean =>
      ` ${text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, ' ')}`.includes(` ${word}`);
    const found = (await this.#list())
      .filter((p) =>
        asked.every((word) =>
          begins(`${p.title} ${p.keywords.join(' ')} ${p.author} ${p.licence} ${p.view}`, word),
        ),
      )
      .map((p, i) => ({ p, i, rank: asked.filter((word) => begins(p.title, word)).length }))
      .sort((a, b) => b.rank - a.rank || a.i - b.i)
      .map(({ p: { key, title, author, licence, year, width, height } }): Offered => ({
        key,
        title,
        author,
        licence,
        year,
        width,
        height,
      }));
    return {
      total: found.length,
      page,
      pages: Math.ceil(found.length / PER_PAGE),
      items: found.slice((page - 1) * PER_PAGE, page * PER_PAGE),
    };
  }

  /**
   * Pictures with where each lies and all that the service says of it; null for a name that it does not have.
   */
  async find(keys: readonly string[]): Promise<({ path: string; listed: Listed } | null)[]> {
    const known = new Map((await this.#list()).map((p) => [p.key, p]));
    return keys.map((key) => {
      const listed = known.get(key);
      return listed ? { path: join(this.folder, listed.file), listed } : null;
    });
  }
}
