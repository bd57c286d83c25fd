import type { Logger } from 'pino';
import type { PicturePool } from './jobs/picture-pool.ts';
import type { PictureService } from './services/picture-service.ts';
import type { BlobFiles } from './store/blob-files.ts';
import type { Store } from './store/store.ts';

/** What every part of the server works with. */
export interface ServerContext {
  readonly store: Store;
  readonly files: BlobFiles;
  readonly pool: PicturePool;
  /** Folder for files on their way in or out; on the same disk as the files that are kept. */
  readonly temporary: string;
  readonly service: PictureService;
  readonly log: Logger;
}
