import net from 'node:net';

export interface Asked {
  readonly machine: string;
  readonly kind: string;
  readonly band: number;
  readonly feature: string;
  readonly repeat: number;
  /** Which of the coupons that one program laid; the only one if not said. */
  readonly coupon?: number;
}
const LONGEST_ANSWER = 1 << 20;
/** A picture is drawn while somebody waits for it, on a machine that may have other things to do. */
const ANSWER_MS = 20_000;

/** Asks the instrument server for one thing; rejects with a plain reason. */
function ask(port: number, question: object): Promise<Record<string, unknown>> {
  return new Promise((resolve, reject) => {
    const socket = net.connect({ host: '127.0.0.1', port, timeout: ANSWER_MS });
    let text = '';
    socket.setEncoding('utf8');
    socket.once('timeout', () => {
      socket.destroy();
      reject(new Error('it does not answer'));
    });
    socket.once('error', () => reject(new Error('it is not connected')));
    socket.on('data', (piece: string) => {
      text += piece;
      if (text.length > LONGEST_ANSWER) {
        socket.destroy();
        reject(new Error('its answer has no end'));
        return;
      }
      if (!text.includes('\n')) return;
      socket.destroy();
      try {
        const answer = JSON.parse(text) as Record<string, unknown>;
        if (typeof answer['error'] === 'string') reject(new Error(answer['error']));
        else resolve(answer);
      } catch {
        reject(new Error('its answer cannot be read'));
      }
    });
    socket.once('connect', () => socket.write(`${JSON.stringify(question)}\n`));
  });
}
const textOf = (answer: Record<string, unknown>, key: string): string => {
  const text = answer[key];
  if (typeof text !== 'string') throw new Error('no reading');
  return text;
};

/** One reading at one place of the coupon that stands on a machine. */
export const askInstrument = async (port: number, asked: Asked): Promise<string> =>
  textOf(await ask(port, { ask: 'read', ...asked }), 'typed');
/** The picture (SVG) of one place: by the bench camera, of what it looks for there, or through the microscope. */
export const askCamera = async (port: number, asked: Asked, look: string): Promise<string> =>
  textOf(await ask(port, { ask: 'picture', look, ...asked }), 'svg');
