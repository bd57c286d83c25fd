import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { MOST_MARKS, SET_FILE, setFileSchema, type BroughtLine, type SetFile } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { DetailMark, ReferenceMark } from '@deft/core/reference';
import type { ServerContext } from '../context.ts';
import { newId } from '../ids.ts';
import { bringIn, reasonOf, refusedLine } from './bring-in.ts';
import { NotAPicture } from './not-a-picture.ts';
import { openZip, type OpenZip } from './read-zip.ts';
import type { TakeOptions } from './take-picture.ts';

/** Where lines go, and when to stop. */
interface Lines {
  readonly write: (line: BroughtLine) => void;
  readonly signal: AbortSignal;
}

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

/** A picture of a zip that is to be brought in, with what the zip's description says of it. */
interface Listed {
  readonly entry: OpenZip['entries'][number];
  readonly facts: SetFile['pictures'][number] | null;
  readonly place: number;
}

/** What is to be brought in of a zip: the pictures its description names, else all its files. */
function listed(
  zip: OpenZip,
  found: { set: SetFile; inside: string } | null,
): {
  pictures: Listed[];
  lacking: string[];
} {
  if (!found)
    return { pictures: zip.entries.map((entry, place) => ({ entry, facts: null, place })), lacking: [] };
  const entries = new Map(zip.entries.map((entry) => [entry.fileName, entry]));
  const pictures: Listed[] = [];
  const lacking: string[] = [];
  for (const [place, facts] of found.set.pictures.entries()) {
    const entry = entries.get(`${found.inside}${facts.file}`);
    if (entry) pictures.push({ entry, facts, place });
    else lacking.push(facts.file);
  }
  return { pictures, lacking };
}

const isDetail = (mark: ReferenceMark): mark is DetailMark => mark.kind === 'detail';

/** Makes the set that a zip describes, once its pictures are in. */
async function makeSet(
  { store }: Pick<ServerContext, 'store'>,
  { title, note, traits }: SetFile,
  members: readonly Id[],
): Promise<{ set: Id; title: string }> {
  const id = newId();
  await store.makeSet({ id, title, note, traits: traits.map((text) => ({ id: newId(), text })) });
  await store.addMembers(id, members);
  return { set: id, title };
}

/**
 * Brings the pictures of an open zip in, one after the other; each is answered with one line.
 * @param folder for what is unpacked
 */
async function bringPictures(
  context: ServerContext,
  zip: OpenZip,
  found: { set: SetFile; inside: string } | null,
  { folder, name, options, lines }: { folder: string; name: string; options: TakeOptions; lines: Lines },
): Promise<void> {
  const { pictures, lacking } = listed(zip, found);
  lines.write({ of: pictures.length + lacking.length });
  for (const file of lacking) lines.write(refusedLine(file, `“${name}” speaks of it but does not hold it`));
  const members: { reference: Id; place: number }[] = [];
  const byKey = new Map<Id, Id>();
  const details: { on: Id; mark: DetailMark }[] = [];
  for (const [i, { entry, facts, place }] of pictures.entries()) {
    if (lines.signal.aborted) return;
    const { file: _file, key = null, marks = [], ...about } = facts ?? { file: '' };
    const shown = entry.fileName.split('/').at(-1) as string;
    const unpacked = join(folder, String(i));
    const known = facts ? { facts: { ...about, marks: marks.filter((mark) => !isDetail(mark)) } } : {};
    const brought = await zip.unpack(entry, unpacked).then(
      () => bringIn(context, unpacked, shown, { ...options, ...known }),
      (error: unknown) => refusedLine(shown, reasonOf(error, shown, context.log)),
    );
    if ('reference' in brought) {
      const { reference } = brought;
      members.push({ reference, place });
      if (key) byKey.set(key, reference);
      if (!brought.known) details.push(...marks.filter(isDetail).map((mark) => ({ on: reference, mark })));
    }
    lines.write(brought);
    await rm(unpacked, { force: true });
  }
  for (const { on, mark } of details) {
    const reference = byKey.get(mark.reference);
    if (reference)
      await context.store.changeMarks(
        on,
        { put: [{ ...mark, id: newId(), reference }], remove: [] },
        MOST_MARKS,
      );
  }
  if (!found) return;
  members.sort((p, q) => p.place - q.place);
  lines.write(
    await makeSet(
      context,
      found.set,
      members.map((m) => m.reference),
    ),
  );
}

/**
 * Brings the pictures of a zip in. With a `set.json` they become a set, with all that it says of them;
 * without, they are pictures like any others.
 * @param lines hear how many there are, what became of each, and which set was made; a zip that cannot be
 * opened, or that holds nothing, is answered with one line of its own
 */
export async function bringZip(
  context: ServerContext,
  path: string,
  name: string,
  options: TakeOptions,
  lines: Lines,
): Promise<void> {
  let folder: string | null = null;
  let zip: OpenZip | null = null;
  try {
    folder = await mkdtemp(join(context.temporary, 'zip-'));
    zip = await openZip(path);
    if (zip.entries.length === 0) throw new NotAPicture('it is an empty zip, with no file in it');
    const found = await readSetFile(zip, folder);
    await bringPictures(context, zip, found, { folder, name, options, lines });
  } catch (error) {
    lines.write(refusedLine(name, reasonOf(error, name, context.log)));
  } finally {
    zip?.close();
    if (folder) await rm(folder, { recursive: true, force: true });
  }
}
