import { Unzip, UnzipInflate } from 'fflate';
import { fail, succeed, type Result } from '../result/result.ts';

export interface UnzipLimits {
  readonly mostBytes: number;
  readonly mostFiles: number;
  /** Names that may stand in it. */
  readonly isName: (name: string) => boolean;
  /** Files that are wanted; others are passed over, but counted. All of them if not said. */
  readonly isWanted?: (name: string) => boolean;
}

/** Whether a name stays inside the folder it is unpacked to. */
export const staysInside = (name: string): boolean =>
  name.length > 0 &&
  name.length <= 200 &&
  !/^[/\\]|[\0-\x1f\\:]/.test(name) &&
  !name.split('/').some((part) => part === '..' || part === '.');

/** Files of a zip by name. Sizes are counted while unpacking and never taken from the zip's word; names that climb out, files that
 *  stand twice, and more bytes or files than allowed are refused. */
export function unzip(zip: Uint8Array, limits: UnzipLimits): Result<Map<string, Uint8Array>> {
  const pieces = new Map<string, Uint8Array[]>();
  const names = new Set<string>();
  let unpacked = 0;
  let wrong: { what: string; where?: string } | null = null;
  const reader = new Unzip((file) => {
    const name = file.name;
    if (names.size >= limits.mostFiles) wrong ??= { what: `It holds more than ${limits.mostFiles} files` };
    if (!limits.isName(name))
      wrong ??= { what: 'A file has a name that cannot be', where: JSON.stringify(name.slice(0, 60)) };
    if (names.has(name)) wrong ??= { what: 'A file stands twice', where: name };
    names.add(name);
    if (wrong || name.endsWith('/') || !(limits.isWanted?.(name) ?? true)) return;
    const list: Uint8Array[] = [];
    pieces.set(name, list);
    file.ondata = (error, data) => {
      unpacked += data?.length ?? 0;
      if (error) wrong ??= { what: 'A file does not unpack', where: name };
      else if (unpacked > limits.mostBytes)
        wrong ??= { what: `It unpacks to more than ${limits.mostBytes / 1024 / 1024} MB` };
      if (wrong) file.terminate();
      else list.push(data);
    };
    file.start();
  });
  reader.register(UnzipInflate);
  try {
    const STEP = 1 << 16;
    for (let at = 0; at < zip.length && !wrong; at += STEP)
      reader.push(zip.subarray(at, at + STEP), at + STEP >= zip.length);
  } catch {
    wrong ??= { what: 'It is no zip, or cut short' };
  }
  if (wrong) return fail({ code: 'zip', where: 'the archive', todo: 'write it again', ...(wrong as { what: string }) });
  if (names.size === 0)
    return fail({
      code: 'zip',
      what: 'It is no zip, or an empty one',
      where: 'the archive',
      todo: 'check the file',
    });
  return succeed(new Map([...pieces].map(([name, list]) => [name, join(list)])));
}

function join(list: readonly Uint8Array[]): Uint8Array {
  const out = new Uint8Array(list.reduce((s, p) => s + p.length, 0));
  let at = 0;
  for (const p of list) {
    out.set(p, at);
    at += p.length;
  }
  return out;
}
