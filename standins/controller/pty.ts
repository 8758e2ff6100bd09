import { spawn } from 'node:child_process';
import { Duplex } from 'node:stream';
import type { SimulatedController } from './controller.ts';
import { serveController } from './serve.ts';

export interface SerialEnd {
  /** Where it is spoken to. */
  readonly path: string;
  /** As if somebody pulled the cable. */
  pull(): void;
}

/** Gives a controller a serial device of this host to be spoken to over: a pseudo-terminal, made by script(1), which every Debian has. */
export function servePty(controller: SimulatedController): Promise<SerialEnd> {
  const pty = spawn('script', ['-qfc', 'stty raw -echo; tty; exec sleep infinity', '/dev/null'], {
    stdio: ['pipe', 'pipe', 'ignore'],
  });
  return new Promise((resolve, reject) => {
    pty.once('error', reject);
    let said = '';
    const hear = (bytes: Buffer): void => {
      said += bytes.toString('latin1');
      const [, path] = /^(\/dev\/\S+)\s*\n/.exec(said) ?? [];
      if (path === undefined) return;
      pty.stdout.off('data', hear);
      const end = Duplex.from({ readable: pty.stdout, writable: pty.stdin });
      end.on('error', () => undefined); // pulled
      serveController(end, controller);
      resolve({ path, pull: () => pty.kill('SIGKILL') });
    };
    pty.stdout.on('data', hear);
  });
}
