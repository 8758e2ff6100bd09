import { LineLink } from '../../devices/line.ts';
import { LinePrint, stopDevice } from '../linePrint.ts';
import type { Adapter } from './define.ts';
import { shownBy } from './line.ts';

/** The line protocol over a serial device of the host. Two that read it take each other's answers: whoever only looks does not while
 *  something prints; a stop is said until its answer is read. */
export const serial: Adapter<'serial'> = {
  isSeenAtWork: false,
  look: async (at) => shownBy(await LineLink.look(at)),
  stop: stopDevice,
  program: (at, lines, log, epoch) => new LinePrint(lines, log, at, epoch).run(),
  stack: null,
};
