import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { MOST_MARKS, SET_FILE, setFileSchema, type BroughtLine, type SetFile } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { DetailMark } from '@deft/core/reference';
import { newId } from '../ids.ts';
import { bringIn, refusalOf, type BringOptions, type Workshop } from './bring-in.ts';
import { NotAPicture } from './not-a-picture.ts';
import { openZip, type OpenZip } from './read-zip.ts';

/** Largest description of a set, bytes. */
const MOST_SET_BYTES = 32 * 1024 * 1024;

async function readSetFile(zip: OpenZip, folder: string): Promise<{ set: SetFile; inside: string } | null> {
  const entry =
    zip.entries.find((e) => e.fileName === SET_FILE) ??
    zip.entries.find((e) => e.fileName.split('/').length === 2 && e.fileName.endsWith(`/${SET_FILE}`));
  if (!entry) return null;
  if (entry.uncompressedSize > MOST_SET_BYTES) throw new NotAPicture(`its ${SET_FILE} is too large`);
  const path = join(folder, 'set');
  await zip.unpack(entry, path);
  let value: unknown;
  try {
    value = JSON.parse(await readFile(path, 'utf8'));
  } catch {
    throw new NotAPicture(`its ${SET_FILE} is no JSON`);
  }
  const checked = setFileSchema.validate(value, { convert: false, stripUnknown: true });
  if (checked.error)
    throw new NotAPicture(`its ${SET_FILE} does not fit the format: ${checked.error.message}`);
  return { set: checked.value, inside: entry.fileName.slice(0, -SET_FILE.length) };
}

/**
 * Brings the pictures of a zip in, one after the other. With a `set.json` they become a set, with
 * all that it says of them; without, they are pictures like any others.
 * @param tell hears how many there are, what became of each, and which set was made
 * @param stopped asked before each picture
 */
export async function bringZip(
  workshop: Workshop,
  path: string,
  name: string,
  options: BringOptions,
  tell: (line: BroughtLine) => void,
  stopped: () => boolean,
): Promise<void> {
  const folder = await mkdtemp(join(workshop.temporary, 'zip-'));
  let zip: OpenZip | null = null;
  try {
    zip = await openZip(path);
    const found = await readSetFile(zip, folder);
    const facts = new Map(
      found?.set.pictures.map((p, i) => [`${found.inside}${p.file}`, { ...p, place: i }]),
    );
    const entries = found ? zip.entries.filter((e) => facts.has(e.fileName)) : zip.entries;
    const held = new Set(entries.map((e) => e.fileName));
    const lacking = [...facts.keys()].filter((file) => !held.has(file));
    tell({ of: entries.length + lacking.length });
    for (const file of lacking)
      tell({ file, refused: refusalOf(file, `“${name}” speaks of it but does not hold it`) });
    const members: { reference: Id; place: number }[] = [];
    const byKey = new Map<Id, Id>();
    const details: { on: Id; mark: DetailMark }[] = [];
    for (const [i, entry] of entries.entries()) {
      if (stopped()) break;
      const {
        file: _file,
        key = null,
        place = i,
        marks = [],
        ...about
      } = facts.get(entry.fileName) ?? { file: '' };
      const shown = entry.fileName.split('/').at(-1) as string;
      const unpacked = join(folder, String(i));
      try {
        await zip.unpack(entry, unpacked);
        const brought = await bringIn(workshop, unpacked, shown, {
          ...options,
          ...(found ? { facts: { ...about, marks: marks.filter((m) => m.kind !== 'detail') } } : {}),
        });
        if ('reference' in brought) {
          members.push({ reference: brought.reference, place });
          if (key) byKey.set(key, brought.reference);
          if (!brought.known)
            details.push(
              ...marks.flatMap((mark) => (mark.kind === 'detail' ? [{ on: brought.reference, mark }] : [])),
            );
        }
        tell(brought);
      } catch (error) {
        if (!(error instanceof NotAPicture)) throw error;
        tell({ file: shown, refused: refusalOf(shown, error.message) });
      }
      await rm(unpacked, { force: true });
    }
    for (const { on, mark } of details) {
      const reference = byKey.get(mark.reference);
      if (reference) await workshop.store.putMark(on, { ...mark, id: newId(), reference }, MOST_MARKS);
    }
    if (found) {
      const set = { id: newId(), title: found.set.title };
      await workshop.store.makeSet({
        ...set,
        note: found.set.note,
        traits: found.set.traits.map((text) => ({ id: newId(), text })),
      });
      await workshop.store.addMembers(
        set.id,
        members.sort((p, q) => p.place - q.place).map((m) => m.reference),
      );
      tell({ set: set.id, title: set.title });
    }
  } catch (error) {
    if (!(error instanceof NotAPicture)) throw error;
    tell({ file: name, refused: refusalOf(name, error.message) });
  } finally {
    zip?.close();
    await rm(folder, { recursive: true, force: true });
  }
}
