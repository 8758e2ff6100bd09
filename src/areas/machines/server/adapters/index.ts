import { isUnreachable } from '../../devices/unreachable.ts';
import type { Connection, WayOfConnection } from '../../model/connection.ts';
import type { PrintLog } from '../linePrint.ts';
import type { SentStack } from '../stackPrint.ts';
import type { Adapter, DeviceLook } from './define.ts';
import { folder } from './folder.ts';
import { line } from './line.ts';
import { serial } from './serial.ts';
import { stack } from './stack.ts';

const adapters: { readonly [W in WayOfConnection]: Adapter<W> } = { line, serial, stack, folder };

/** What a device shows, or why nothing is seen of it: it does not answer, or in another language. */
export async function lookAt<W extends WayOfConnection>(c: Connection<W>): Promise<DeviceLook | string> {
  try {
    return await adapters[c.adapter].look(c);
  } catch (error) {
    if (isUnreachable(error)) return error.message;
    throw error;
  }
}
export const stopAt = <W extends WayOfConnection>(c: Connection<W>): Promise<void> => adapters[c.adapter].stop(c);
export const isSeenAtWork = (c: Connection): boolean => adapters[c.adapter].isSeenAtWork;
/** What machines that are connected so take. */
export const takes = (c: Connection): { readonly program: boolean; readonly stack: boolean } => ({
  program: adapters[c.adapter].program !== null,
  stack: adapters[c.adapter].stack !== null,
});
export function printProgram<W extends WayOfConnection>(
  c: Connection<W>,
  lines: readonly string[],
  log: PrintLog,
  epoch: number,
): Promise<void> {
  const print = adapters[c.adapter].program;
  if (!print) throw new RangeError(`no program is printed over ${c.adapter}`);
  return print(c, lines, log, epoch);
}
export function printStack<W extends WayOfConnection>(
  c: Connection<W>,
  sent: SentStack,
  log: PrintLog,
  epoch: number,
): Promise<void> {
  const print = adapters[c.adapter].stack;
  if (!print) throw new RangeError(`no layer stack is printed over ${c.adapter}`);
  return print(c, sent, log, epoch);
}
