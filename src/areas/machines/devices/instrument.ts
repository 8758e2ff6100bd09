import net from 'node:net';

export interface Asked {
  readonly machine: string;
  readonly kind: string;
  readonly band: number;
  readonly feature: string;
  readonly repeat: number;
}

/** Asks the instrument server for one reading at one place of the coupon that stands on a machine; rejects with a plain reason. */
export function askInstrument(port: number, asked: Asked): Promise<string> {
  return new Promise((resolve, reject) => {
    const socket = net.connect({ host: '127.0.0.1', port, timeout: 2000 });
    let text = '';
    socket.setEncoding('utf8');
    socket.once('timeout', () => {
      socket.destroy();
      reject(new Error('it does not answer'));
    });
    socket.once('error', () => reject(new Error('it is not connected')));
    socket.on('data', (piece: string) => {
      text += piece;
      if (!text.includes('\n')) return;
      socket.destroy();
      const answer = JSON.parse(text) as { typed?: string; error?: string };
      if (answer.typed !== undefined) resolve(answer.typed);
      else reject(new Error(answer.error ?? 'no reading'));
    });
    socket.once('connect', () => socket.write(`${JSON.stringify({ ask: 'read', ...asked })}\n`));
  });
}
