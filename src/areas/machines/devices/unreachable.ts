import { NoFolder } from './dropFolder.ts';
import { LinkLost } from './line.ts';
import { PrinterLost, PrinterRefused } from './stackPrinter.ts';

/** A device that does not answer, or not as it should: nothing is wrong with us. */
export const isUnreachable = (error: unknown): error is Error =>
  error instanceof LinkLost ||
  error instanceof NoFolder ||
  error instanceof PrinterLost ||
  error instanceof PrinterRefused;
