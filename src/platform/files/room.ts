import { statfs } from 'node:fs/promises';

/** Room that uploads leave for everything else, above all for the database's own log, which must never find none. */
export const WATERMARK_BYTES = 512 * 1024 * 1024;

/** Room on the disk of the database; null where it lies on another machine, or cannot be looked at. */
export async function roomLeftBytes(folder = process.env['CANTIERE_DATABASE_FOLDER']): Promise<number | null> {
  if (!folder) return null;
  try {
    const { bavail, bsize } = await statfs(folder);
    return bavail * bsize;
  } catch {
    return null;
  }
}
/** Why no file is taken any more; null while there is room. */
export function whyNoRoom(leftBytes: number | null): string | null {
  if (leftBytes === null || leftBytes >= WATERMARK_BYTES) return null;
  return `The disk of the database has ${Math.floor(leftBytes / 1048576)} MB left, and keeps ${WATERMARK_BYTES / 1048576} MB for what is typed and measured: no file is taken until there is more room. Tell whoever looks after the server`;
}
