import { Readable } from 'node:stream';
import type { Ctx } from '../db/context.ts';
import { readFile } from './store.ts';

/** A kept file as an answer that is saved under its name. */
export const attachment = (
  ctx: Pick<Ctx, 'db'>,
  { sha256, name }: { readonly sha256: string; readonly name: string },
  type: string,
): Response =>
  new Response(Readable.toWeb(Readable.from(readFile(ctx, sha256))) as ReadableStream, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  });
