import { cpSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { getTableName, is } from 'drizzle-orm';
import { PgTable } from 'drizzle-orm/pg-core';
import { drizzle, type PgliteDatabase } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { closeOldDrawings } from './old-drawings.ts';
import * as schema from './schema.ts';

export type Database = PgliteDatabase<typeof schema>;

const TABLES = Object.values<unknown>(schema).flatMap((value) =>
  is(value, PgTable) ? [`"${getTableName(value)}"`] : [],
);

export interface OpenOptions {
  readonly folder: string;
  /** Folder of checked-in migrations. */
  readonly migrations: string;
  /** The folder of an empty database to begin a new one from, which is quicker than making one. */
  readonly template?: string;
}

/**
 * Opens the database, bringing it up to date. A new one is made in a temporary folder and renamed
 * when it is whole, so that a kill on the way leaves nothing that looks like a database.
 */
export async function openDatabase({
  folder,
  migrations,
  template,
}: OpenOptions): Promise<{ client: PGlite; database: Database }> {
  mkdirSync(dirname(folder), { recursive: true });
  const unfinished = `${basename(folder)}.new-`;
  for (const name of readdirSync(dirname(folder)))
    if (name.startsWith(unfinished)) rmSync(join(dirname(folder), name), { recursive: true, force: true });
  if (!existsSync(folder)) {
    const temporary = join(dirname(folder), `${unfinished}${process.pid}`);
    if (template && existsSync(template)) cpSync(template, temporary, { recursive: true });
    else await (await PGlite.create(temporary)).close();
    renameSync(temporary, folder);
  }
  const client = await PGlite.create({ dataDir: folder });
  // In memory, or on a disk that does not turn, reading here and there costs little more than in order.
  await client.exec('set random_page_cost = 1.1');
  const database = drizzle(client, { schema });
  await migrate(database, { migrationsFolder: migrations });
  await closeOldDrawings(database);
  // Nothing gathers statistics or clears out what was changed by itself here, and without that long lists
  // are read in poor ways. Only in our own tables: the catalogue's would take most of the time of an opening.
  await client.exec(`vacuum analyze ${TABLES.join(', ')}`);
  return { client, database };
}
