import { dropFile, lookIntoFolder, NoFolder, takeBack } from '../../devices/dropFolder.ts';
import { dropName, type DropFolder } from '../../model/connection.ts';
import type { PrintLog } from '../linePrint.ts';
import type { Adapter } from './define.ts';

const LOOK_EVERY_MS = 500;

/** Puts what was judged into a folder under the machine's naming rules, and waits for a person's word. Nothing is heard of the machine. */
export const folder: Adapter<'folder'> = {
  isSeenAtWork: true,
  look: async (at) => {
    const { files, freeBytes } = await lookIntoFolder(at.folder);
    return {
      says: `${files} ${files === 1 ? 'file' : 'files'}, room for ${(freeBytes / 1e9).toFixed(1)} GB`,
      does: null,
    };
  },
  stop: () => Promise.reject(new NoFolder('for nothing but files is put before it')),
  program: (at, lines, log) => handOver(at, new TextEncoder().encode(`${lines.join('\n')}\n`), log),
  stack: (at, { zip }, log) => handOver(at, zip, log),
};

async function handOver(at: DropFolder, bytes: Uint8Array, log: PrintLog): Promise<void> {
  const name = dropName(log.name, at);
  try {
    if (!log.progress.isBegun) {
      await log.mayGoOn();
      await dropFile(at.folder, name, bytes);
    }
    await log.write({
      isBegun: true,
      phase: 'handed over',
      message: `${name} lies in ${at.folder}: print it at the machine, then say here that it is printed, or cancel`,
    });
    while (log.wish !== 'cancel' && log.wish !== 'printed') {
      await new Promise((again) => setTimeout(again, LOOK_EVERY_MS));
      await log.write({});
    }
    if (log.wish === 'printed') {
      await takeBack(at.folder, name);
      return await log.end('finished', { phase: 'done', message: null });
    }
    const isBack = await takeBack(at.folder, name);
    await log.end('interrupted', {
      phase: isBack ? 'cancelled' : 'fault',
      message: isBack
        ? `Cancelled; ${name} was still in ${at.folder} and is taken back`
        : `Cancelled, but ${name} was taken out of ${at.folder}: look at the machine, and weigh what it has fed`,
    });
  } catch (error) {
    if (!(error instanceof NoFolder)) throw error;
    await log.end('interrupted', {
      phase: log.progress.isBegun ? 'fault' : 'refused',
      message: `Not handed over: ${error.message}`,
    });
  }
}
