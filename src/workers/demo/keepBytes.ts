import type { Ctx } from '../../platform/db/context.ts';
import { storeFile, type StoredFile } from '../../platform/files/store.ts';
import { unwrap } from './must.ts';

/** Bytes kept as a file, as if they had been uploaded. */
export const keepBytes = async (ctx: Ctx, bytes: Uint8Array): Promise<StoredFile> =>
  unwrap(
    await storeFile(
      ctx,
      (async function* () {
        yield bytes;
      })(),
    ),
  );
