import { isRefusal, type RefusalName } from '@deft/contract';

/** Said where the desk did not answer at all. */
export const SILENT = 'The desk does not answer just now. Try again in a moment.';

/** What the desk refused, in its own words; or that it does not answer. */
export class DeskRefused extends Error {
  override readonly name = 'DeskRefused';

  /** @param refusal the desk's own name for it; null where what answered was not the desk */
  constructor(
    sentence: string,
    readonly refusal: RefusalName | null,
    readonly status: number,
  ) {
    super(sentence);
  }
}

/** The refusal that an answer other than 2xx carries. */
export async function refusalIn(response: Response): Promise<DeskRefused> {
  const body: unknown = await response.json().catch(() => null);
  return isRefusal(body)
    ? new DeskRefused(body.sentence, body.refusal, response.status)
    : new DeskRefused(SILENT, null, response.status);
}

/** The desk's own sentence in an error of any kind, or `otherwise` where there is none. */
export function sentenceOf(error: unknown, otherwise = SILENT): string {
  if (error instanceof DeskRefused) return error.message;
  const { data } = (error ?? {}) as { data?: unknown };
  return isRefusal(data) ? data.sentence : otherwise;
}
