import { dropFile, lookIntoFolder, NoFolder, takeBack } from '../../devices/dropFolder.ts';
import { dropName, type DropFolder } from '../../model/connection.ts';
import type { PrintLog } from '../linePrint.ts';
import type { SentStack } from '../stackPrint.ts';
import type { Adapter } from './define.ts';

const LOOK_EVERY_MS = 1000;

/** Puts what was judged into a folder under the machine's naming rules, and waits for a person's word. Nothing is heard of the machine. */
export const folder: Adapter<'folder'> = {
  isSeenAtWork: true,
  look: async (at) => {
    const { files, freeBytes } = await lookIntoFolder(at.folder);
    return {
      says: `${files} ${files === 1 ? 'file' : 'files'}, room for ${(freeBytes / 1e9).toFixed(1)} GB`,
      does: null,
      figures: [],
      codes: null,
    };
  },
  stop: () => Promise.reject(new NoFolder('for nothing but files is put before it')),
  program: (at, lines, log) =>
    handOver(at, { bytes: new TextEncoder().encode(`${lines.join('\n')}\n`), done: lines.length }, log),
  stack: (at, { zip, layers, layersBefore = 0, next }, log) =>
    handOver(at, { bytes: zip, done: layersBefore + layers, next }, log),
};

interface Handed {
  readonly bytes: Uint8Array;
  /** Lines or layers that are done with it. */
  readonly done: number;
  readonly next?: SentStack['next'];
}
async function handOver(at: DropFolder, { bytes, done, next }: Handed, log: PrintLog): Promise<void> {
  const name = dropName(log.name, at);
  if (!log.progress.isBegun) {
    await log.mayGoOn();
    const why = await unlessNoFolder(dropFile(at.folder, name, bytes));
    if (why !== null) return log.end('interrupted', { phase: 'refused', message: `Not handed over: ${why}` });
  }
  await log.write({
    ...{ isBegun: true, isUnheard: true, phase: 'handed over' },
    message: `${name} lies in ${at.folder}: print it at the machine, then say here that it is printed, or cancel`,
  });
  while (log.wish !== 'cancel' && log.wish !== 'printed') {
    await new Promise((again) => setTimeout(again, LOOK_EVERY_MS));
    await log.write({});
  }
  let isBack = false;
  await unlessNoFolder(takeBack(at.folder, name).then((is) => (isBack = is))); // a word counts without the folder as well
  if (log.wish === 'cancel')
    return log.end('interrupted', {
      phase: isBack ? 'cancelled' : 'fault',
      message: isBack
        ? `Cancelled; ${name} was still in ${at.folder} and is taken back`
        : `Cancelled, but ${name} is not in ${at.folder} any more: look at the machine, and weigh what it has fed`,
    });
  if (next)
    return log.end('interrupted', {
      ...{ phase: 'next plate', message: next.says, plate: next.plate },
      ...{ acknowledged: done, isBegun: false },
    });
  return log.end('finished', { phase: 'done', message: null, acknowledged: done });
}

/** Why a folder could not be used; null where it could. */
const unlessNoFolder = (work: Promise<unknown>): Promise<string | null> =>
  work.then(
    () => null,
    (error: unknown) => {
      if (error instanceof NoFolder) return error.message;
      throw error;
    },
  );
