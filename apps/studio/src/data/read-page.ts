import { addressOf, API } from '@deft/contract';
import { reducePage, type Answer, type Id, type Thing } from '@deft/core/page';
import { refusalIn } from './refusals';

/** A page's things as the desk has them. @throws DeskRefused, or TypeError where the desk does not answer */
export async function readPage(page: Id): Promise<ReadonlyMap<Id, Thing>> {
  const response = await fetch(addressOf(API.pages.readText, { page }));
  if (!response.ok) throw await refusalIn(response);
  const { operations } = (await response.json()) as Answer;
  return reducePage(operations.map(({ operation }) => operation));
}
