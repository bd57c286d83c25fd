import { JSON_LINES, type ExportLine } from '@deft/contract';
import { readJsonLines } from './json-lines';
import { DeskRefused, refusalIn, SILENT } from './refusals';

/** How far a file that is being made is; of 0 where that cannot be told. */
export interface Making {
  readonly done: number;
  readonly of: number;
}

/** Hands bytes to the browser to keep. */
export function keepFile(bytes: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(bytes);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

async function fetched(address: string, init: RequestInit = {}): Promise<Response> {
  const response = await fetch(address, init);
  if (!response.ok) throw await refusalIn(response);
  return response;
}

/** Fetches a file that is there and hands it to the browser to keep. @throws DeskRefused */
export async function saveFile(address: string, name: string): Promise<void> {
  keepFile(await (await fetched(address)).blob(), name);
}

/**
 * Has a file made and hands it to the browser to keep.
 * @param hear hears how far it is
 * @throws DeskRefused; an AbortError where it was stopped
 */
export async function saveMade(
  address: string,
  name: string,
  hear: (making: Making) => void,
  signal: AbortSignal,
): Promise<void> {
  const response = await fetched(address, { headers: { Accept: JSON_LINES }, signal });
  let file: string | null = null;
  await readJsonLines<ExportLine>(response, (line) => {
    if ('done' in line) hear(line);
    else if ('file' in line) file = line.file;
    else throw new DeskRefused(line.sentence, null, line.status);
  });
  if (!file) throw new DeskRefused(SILENT, null, 0);
  keepFile(await (await fetched(file, { signal })).blob(), name);
}
