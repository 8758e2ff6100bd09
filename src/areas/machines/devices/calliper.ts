import net from 'node:net';

/** Asks the instrument server for one reading of the coupon that stands on a machine; rejects with a plain reason. */
export function askCalliper(port: number, machine: string, side: string, repeat: number): Promise<string> {
  return new Promise((resolve, reject) => {
    const socket = net.connect({ host: '127.0.0.1', port, timeout: 2000 });
    let text = '';
    socket.setEncoding('utf8');
    socket.once('timeout', () => { socket.destroy(); reject(new Error('it does not answer')); });
    socket.once('error', () => reject(new Error('it is not connected')));
    socket.on('data', (piece: string) => {
      text += piece;
      if (!text.includes('\n')) return;
      socket.destroy();
      const answer = JSON.parse(text) as { typed?: string; error?: string };
      if (answer.typed !== undefined) resolve(answer.typed); else reject(new Error(answer.error ?? 'no reading'));
    });
    socket.once('connect', () => socket.write(`${JSON.stringify({ ask: 'calliper', machine, side, repeat })}\n`));
  });
}
