import { addressOf, API } from '@deft/contract';
import { reducePage, type Answer, type Id, type Thing } from '@deft/core/page';
import { refusalIn } from './refusals';

/**
 * What a page has had done to it after a number: a long page comes as the database writes it.
 * @throws DeskRefused, or TypeError where the desk does not answer
 */
export async function readOn(page: Id, after: number): Promise<Answer> {
  const response = await fetch(addressOf(API.pages.readText, { page }, { after }));
  if (!response.ok) throw await refusalIn(response);
  return (await response.json()) as Answer;
}

/** A page's things as the desk has them. @throws as `readOn` */
export async function readPage(page: Id): Promise<ReadonlyMap<Id, Thing>> {
  const { operations } = await readOn(page, 0);
  return reducePage(operations.map(({ operation }) => operation));
}
