import { expose } from 'comlink';
import type { Point } from '@deft/core/geometry';
import { choosePerson, proposedPerson, type PersonRegion, type ProposedPerson } from '@deft/core/person';
import { loadPersonNets, type Coming, type PersonNets } from './person-nets';
import { findPeople, readTwice, type Readable } from './read-person';

/** What is seen of people in a picture. Original-picture pixels. */
export interface PeopleSeen {
  readonly people: readonly PersonRegion[];
  /** The one that was read; null where nobody is chosen, or where what was read is not believed. */
  readonly person: ProposedPerson | null;
  /** Several are about as large, and nobody was touched. */
  readonly several: boolean;
}

let nets: Promise<PersonNets> | null = null;

const work = {
  /**
   * Looks for people in a picture and reads the one that is meant.
   * @param address of a preview of the untouched original
   * @param touched where the one that is meant was touched, original-picture pixels
   * @param coming told how much of the nets has come, the first time
   */
  async see(
    address: string,
    original: Readable['original'],
    touched: Point | null,
    coming: Coming,
  ): Promise<PeopleSeen> {
    nets ??= loadPersonNets(coming);
    // What could not be fetched is asked for again the next time.
    nets.catch(() => {
      nets = null;
    });
    const ready = await nets;
    const answer = await fetch(address);
    if (!answer.ok) throw new Error('This picture cannot be read.');
    const bitmap = await createImageBitmap(await answer.blob());
    try {
      const picture: Readable = { bitmap, original };
      const people = await findPeople(ready, picture);
      const meant = choosePerson(people, touched);
      if (!meant) return { people, person: null, several: people.length > 1 };
      const { plain, flipped } = await readTwice(ready, picture, meant);
      return { people, person: proposedPerson(plain, flipped, original), several: false };
    } finally {
      bitmap.close();
    }
  },
};

export type PersonWork = typeof work;
expose(work);
