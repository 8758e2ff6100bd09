import { createHash } from 'node:crypto';
import { and, asc, eq, inArray, lt, notInArray } from 'drizzle-orm';
import { fail, succeed, type Failure, type Result } from '../../core/result/result.ts';
import type { Ctx } from '../db/context.ts';
import { blob, chunk, file } from './tables.ts';

const CHUNK_BYTES = 1 << 20;
export const LARGEST_FILE_BYTES = 200 * 1024 * 1024;
const ORPHAN_AFTER_MS = 3600_000;

export interface StoredFile {
  readonly sha256: string;
  readonly size: number;
}

/** Why a file was not taken. */
export interface StoreFailure extends Failure {
  readonly code: 'tooLarge' | 'empty';
}

/** Streams bytes into content-addressed chunks. Nothing is visible until the last row; a cut-off upload leaves only an
 *  orphan blob that a sweep removes after an hour; the same content is kept once. */
export async function storeFile(
  ctx: Ctx,
  source: AsyncIterable<Uint8Array>,
  largest = LARGEST_FILE_BYTES,
): Promise<Result<StoredFile, StoreFailure>> {
  const blobId = ctx.newId();
  const hash = createHash('sha256');
  await ctx.db.insert(blob).values({ id: blobId, startedAt: ctx.clock.now() });
  let size = 0;
  let index = 0;
  let held = 0;
  let pieces: Uint8Array[] = [];
  const flush = async (): Promise<void> => {
    if (held === 0) return;
    const bytes = Buffer.concat(pieces, held);
    pieces = [];
    held = 0;
    await ctx.db.insert(chunk).values({ blobId, index: index++, bytes });
  };
  for await (const piece of source) {
    size += piece.length;
    if (size > largest) {
      await dropBlob(ctx, blobId);
      return fail({
        code: 'tooLarge',
        what: `The file is larger than ${largest / 1048576} MB`,
        todo: 'split the job or export it with longer lines',
      });
    }
    hash.update(piece);
    pieces.push(piece);
    held += piece.length;
    if (held >= CHUNK_BYTES) await flush();
  }
  await flush();
  if (size === 0) {
    await dropBlob(ctx, blobId);
    return fail({ code: 'empty', what: 'The file is empty', todo: 'export it again' });
  }
  const sha256 = hash.digest('hex');
  const inserted = await ctx.db
    .insert(file)
    .values({ sha256, blobId, size, at: ctx.clock.now() })
    .onConflictDoNothing()
    .returning({ sha256: file.sha256 });
  if (inserted.length === 0) await dropBlob(ctx, blobId);
  return succeed({ sha256, size });
}

/** Whether each of these was uploaded in full, as large as is said. */
export async function areStored(
  ctx: Pick<Ctx, 'db'>,
  named: readonly { readonly sha256: string; readonly size: number }[],
): Promise<boolean> {
  if (named.length === 0) return true;
  const stored = await ctx.db
    .select({ sha256: file.sha256, size: file.size })
    .from(file)
    .where(
      inArray(
        file.sha256,
        named.map((f) => f.sha256),
      ),
    );
  return named.every((f) => stored.some((s) => s.sha256 === f.sha256 && s.size === f.size));
}

/** The bytes of a stored file, chunk by chunk. */
export async function* readFile(ctx: Pick<Ctx, 'db'>, sha256: string): AsyncGenerator<Uint8Array> {
  const [found] = await ctx.db.select().from(file).where(eq(file.sha256, sha256));
  if (!found) throw new RangeError(`no file ${sha256}`);
  for (let index = 0; ; index++) {
    const [row] = await ctx.db
      .select({ bytes: chunk.bytes })
      .from(chunk)
      .where(and(eq(chunk.blobId, found.blobId), eq(chunk.index, index)))
      .orderBy(asc(chunk.index));
    if (!row) return;
    yield row.bytes;
  }
}

/** The same as one array, where its size is known to be bearable. */
export async function wholeFile(ctx: Pick<Ctx, 'db'>, sha256: string, size: number): Promise<Uint8Array> {
  const bytes = new Uint8Array(size);
  let at = 0;
  for await (const piece of readFile(ctx, sha256)) {
    bytes.set(piece, at);
    at += piece.length;
  }
  return bytes;
}

/** Removes blobs that never became a file. */
export async function sweepOrphans(ctx: Pick<Ctx, 'db' | 'clock'>): Promise<number> {
  const kept = ctx.db.select({ id: file.blobId }).from(file);
  const gone = await ctx.db
    .delete(blob)
    .where(and(lt(blob.startedAt, new Date(ctx.clock.now().getTime() - ORPHAN_AFTER_MS)), notInArray(blob.id, kept)))
    .returning({ id: blob.id });
  return gone.length;
}

async function dropBlob(ctx: Ctx, id: string): Promise<void> {
  await ctx.db.delete(blob).where(eq(blob.id, id));
}
