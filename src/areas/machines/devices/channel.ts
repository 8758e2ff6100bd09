import net from 'node:net';
import type { Duplex } from 'node:stream';
import type { Address, SerialDevice } from '../model/connection.ts';

const CONNECT_MS = 2000;

/** Nothing can be spoken to there. */
export class NoChannel extends Error {}

/** A stream of bytes to a machine, over the network or a serial device. */
export const openChannel = (at: Address | SerialDevice): Promise<Duplex> =>
  'path' in at ? openSerial(at) : openSocket(at);

function openSocket({ host, port }: Address): Promise<Duplex> {
  return new Promise((resolve, reject) => {
    const socket = net.connect({ host, port, timeout: CONNECT_MS, noDelay: true });
    const giveUp = (): void => {
      socket.destroy();
      reject(new NoChannel(`no machine answers at ${host}:${port}`));
    };
    socket.once('timeout', giveUp);
    socket.once('error', giveUp);
    socket.once('connect', () => {
      socket.removeListener('error', giveUp);
      socket.removeListener('timeout', giveUp);
      socket.setTimeout(0);
      resolve(socket);
    });
  });
}

/** Not for itself alone: a stop comes beside whoever prints. */
async function openSerial({ path, baud }: SerialDevice): Promise<Duplex> {
  const { SerialPort } = await import('serialport');
  return new Promise((resolve, reject) => {
    const port = new SerialPort({ path, baudRate: baud, autoOpen: false, lock: false });
    port.open((error) => {
      if (error) reject(new NoChannel(`no serial device can be opened at ${path}`));
      else resolve(port);
    });
  });
}
