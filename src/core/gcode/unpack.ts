import { asChecked } from '../result/checked.ts';
import { fail, succeed, type Failure, type Result } from '../result/result.ts';

/** Most a packed program may unpack to: beyond it a small file could fill the disk. */
export const MOST_UNPACKED_BYTES = 512 * 1024 * 1024;
/** Whether a file begins as gzip does (RFC 1952, section 2.3.1). */
export const isGzip = (head: Uint8Array): boolean => head[0] === 0x1f && head[1] === 0x8b;
/** The name a packed file has once it is unpacked. */
export const unpackedName = (name: string): string => name.replace(/\.gz$/i, '');

/** What was wrong with a packed file, thrown while its pieces are read. */
export class CannotUnpack extends Error {
  constructor(readonly failure: Failure) {
    super(failure.what);
  }
}

/** Unpacks gzip piece by piece. A file that is cut short, spoiled or grows without end is refused with the place. */
export async function* unpackedPieces(
  packed: ReadableStream<Uint8Array>,
  most = MOST_UNPACKED_BYTES,
): AsyncGenerator<Uint8Array> {
  const reader = packed
    .pipeThrough(asChecked<ReadableWritablePair<Uint8Array, Uint8Array>>(new DecompressionStream('gzip')))
    .getReader();
  let bytes = 0;
  try {
    for (;;) {
      const piece = await next(reader, bytes);
      if (!piece.ok) throw new CannotUnpack(piece.failure);
      if (piece.value === null) return;
      bytes += piece.value.length;
      if (bytes > most)
        throw new CannotUnpack({
          code: 'tooLarge',
          what: `The file unpacks to more than ${Math.round(most / 1024 / 1024)} MB`,
          where: `byte ${most} once unpacked`,
          todo: 'split the job',
        });
      yield piece.value;
    }
  } finally {
    await reader.cancel().catch(() => undefined);
  }
}

async function next(
  reader: ReadableStreamDefaultReader<Uint8Array>,
  bytes: number,
): Promise<Result<Uint8Array | null>> {
  try {
    const { done, value } = await reader.read();
    return succeed(done ? null : value);
  } catch {
    return fail({
      code: 'spoiled',
      what: 'The packed file is cut short or spoiled',
      where: `byte ${bytes} once unpacked`,
      todo: 'copy it again from where it was made',
    });
  }
}
