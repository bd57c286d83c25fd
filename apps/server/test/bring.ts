import type { Brought, BroughtLine } from '@deft/contract';
import type { Desk } from './desk.ts';

/** The lines of an answer to bringing in. */
export async function broughtLines(response: Response): Promise<BroughtLine[]> {
  const text = await response.text();
  if (!response.ok) throw new Error(text);
  return text
    .split('\n')
    .filter((line) => line !== '')
    .map((line) => JSON.parse(line) as BroughtLine);
}

/** Brings files in and tells what became of each. */
export async function bring(
  desk: Desk,
  files: Readonly<Record<string, Uint8Array>>,
  fields: Readonly<Record<string, string>> = {},
): Promise<BroughtLine[]> {
  const form = new FormData();
  for (const [name, value] of Object.entries(fields)) form.append(name, value);
  for (const [name, bytes] of Object.entries(files))
    form.append('pictures', new Blob([bytes as BlobPart]), name);
  return broughtLines(await fetch(`${desk.address}/api/references`, { method: 'POST', body: form }));
}

export const isBrought = (line: BroughtLine): line is Brought => 'file' in line;
export const refusalIn = (line: BroughtLine): string => ('refused' in line ? line.refused : '');
