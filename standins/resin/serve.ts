import http from 'node:http';
import type { SimulatedResinPrinter } from './printer.ts';

const MOST_STACK_BYTES = 256 * 1024 * 1024;

/** The printer's own small HTTP service on loopback (docs/formats/stack-protocol.md). */
export function serveResinPrinter(printer: SimulatedResinPrinter, port: number): Promise<http.Server> {
  const server = http.createServer((request, response) => {
    if (printer.isDeaf) {
      request.socket.destroy();
      return;
    }
    const answer = (status: number, body: object): void => {
      response.writeHead(status, { 'content-type': 'application/json' });
      response.end(JSON.stringify(body));
    };
    const refusal = (why: string | null): void => (why ? answer(409, { error: why }) : answer(200, printer.state()));
    const epoch = request.headers['x-host-epoch'];
    if (epoch !== undefined && !printer.heeds(Number(epoch)))
      return answer(423, { error: 'another host has this printer' });
    switch (`${request.method} ${request.url}`) {
      case 'GET /state':
        return answer(200, printer.state());
      case 'PUT /stack':
        return void takeBody(request, MOST_STACK_BYTES).then(
          (zip) => refusal(zip ? printer.load(zip) : 'the stack is too large'),
          () => answer(400, { error: 'the stack was cut off' }),
        );
      case 'POST /start':
        return refusal(printer.start());
      case 'POST /pause':
        printer.pause();
        return answer(200, printer.state());
      case 'POST /cancel':
        printer.cancel();
        return answer(200, printer.state());
      default:
        return answer(404, { error: 'unknown request' });
    }
  });
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}

async function takeBody(request: http.IncomingMessage, most: number): Promise<Uint8Array | null> {
  const pieces: Buffer[] = [];
  let size = 0;
  for await (const piece of request as AsyncIterable<Buffer>) {
    size += piece.length;
    if (size > most) return null;
    pieces.push(piece);
  }
  return Buffer.concat(pieces);
}
