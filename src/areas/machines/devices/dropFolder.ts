import { access, constants, readdir, rename, rm, statfs, writeFile } from 'node:fs/promises';
import path from 'node:path';

/** A folder that cannot be written to, in a sentence. */
export class NoFolder extends Error {}

/** Where all folders lie that files are dropped into. */
const rootOf = (): string => {
  const root =
    process.env['CANTIERE_DROP'] ?? (process.env['CANTIERE_DATA'] && path.join(process.env['CANTIERE_DATA'], 'drop'));
  if (!root) throw new NoFolder('the service has no folder to drop files into (CANTIERE_DROP)');
  return root;
};
/** Names are checked where they come in; none leads out of the root. */
const inside = (folder: string, name = ''): string => path.join(rootOf(), folder, name);

const WHY: Readonly<Record<string, string>> = {
  ENOENT: 'is not there',
  ENOTDIR: 'is no folder',
  EACCES: 'may not be written to',
  EROFS: 'may not be written to',
  ENOSPC: 'is full',
  EDQUOT: 'is full',
};
const told = (folder: string, error: unknown): Error => {
  const { code } = error as NodeJS.ErrnoException;
  return code === undefined
    ? (error as Error)
    : new NoFolder(`the folder ${folder} ${WHY[code] ?? `cannot be used (${code})`}`);
};

/** What a folder holds, and how much more. */
export async function lookIntoFolder(folder: string): Promise<{ readonly files: number; readonly freeBytes: number }> {
  try {
    const at = inside(folder);
    const files = (await readdir(at)).length;
    await access(at, constants.W_OK);
    const { bavail, bsize } = await statfs(at);
    return { files, freeBytes: bavail * bsize };
  } catch (error) {
    throw told(folder, error);
  }
}

/** Puts a file into a folder: whole, or not at all. */
export async function dropFile(folder: string, name: string, bytes: Uint8Array): Promise<void> {
  const part = inside(folder, `.${name}.part`);
  try {
    await writeFile(part, bytes);
    await rename(part, inside(folder, name));
  } catch (error) {
    await rm(part, { force: true }).catch(() => undefined);
    throw told(folder, error);
  }
}
/** Takes a file back; false where the machine, or somebody, has taken it. */
export async function takeBack(folder: string, name: string): Promise<boolean> {
  try {
    await rm(inside(folder, name));
    return true;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return false;
    throw told(folder, error);
  }
}
