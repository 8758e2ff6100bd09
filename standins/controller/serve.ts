import net from 'node:net';
import type { Duplex } from 'node:stream';
import type { DefectSymbol } from '../../src/core/looks/looks.ts';
import { readBench } from '../instruments/bench.ts';
import { photograph } from '../instruments/camera.ts';
import { readResinBench } from '../resin/bench.ts';
import { micrograph } from '../resin/microscope.ts';
import { SimulatedResinPrinter, type ResinFault } from '../resin/printer.ts';
import { serveResinPrinter } from '../resin/serve.ts';
import { SimulatedController, type Fault, type Host } from './controller.ts';
import { couponsOf } from './plate.ts';

export interface Farm {
  readonly controllers: readonly SimulatedController[];
  readonly printers: readonly SimulatedResinPrinter[];
  /** Where each controller is spoken to. */
  readonly ports: readonly number[];
  stop(): Promise<void>;
}
const LONGEST_LINE = 4096;
const WATCH_MS = 1000;

/** Serves one controller per loopback port from `port + 1` on, then one resin printer per port, and the instruments on `port`; on ports that
 *  are free where that is 0. */
export async function serveFarm(
  port: number,
  machines: readonly { readonly key: string; readonly seed: number }[],
  resin: readonly { readonly key: string; readonly seed: number; readonly pixels: readonly [number, number] }[],
  timeScale: number,
): Promise<Farm> {
  const controllers = machines.map((m) => new SimulatedController(m.key, m.seed, timeScale));
  const printers = resin.map((m) => new SimulatedResinPrinter(m.key, m.seed, m.pixels, timeScale));
  const at = (place: number): number => (port === 0 ? 0 : port + place);
  const web = await Promise.all(printers.map((p, i) => serveResinPrinter(p, at(1 + machines.length + i))));
  const watching = setInterval(() => controllers.forEach((c) => c.watch()), WATCH_MS);
  const servers = await Promise.all([
    listen(at(0), (socket) => serveInstruments(socket, controllers, printers)),
    ...controllers.map((c, i) => listen(at(1 + i), (socket) => serveController(socket, c))),
  ]);
  return {
    controllers,
    printers,
    ports: servers.slice(1).map((s) => (s.address() as net.AddressInfo).port),
    stop: async () => {
      clearInterval(watching);
      for (const p of printers) p.stop();
      for (const s of web) s.close();
      await Promise.all(
        servers.map(
          (s) =>
            new Promise((done) => {
              s.close(done);
              for (const socket of s.sockets) socket.destroy();
            }),
        ),
      );
    },
  };
}

function listen(port: number, serve: (socket: net.Socket) => void): Promise<net.Server & { sockets: Set<net.Socket> }> {
  const sockets = new Set<net.Socket>();
  const server = Object.assign(
    net.createServer({ noDelay: true }, (socket) => {
      sockets.add(socket);
      socket.on('close', () => sockets.delete(socket));
      socket.on('error', () => undefined);
      serve(socket);
    }),
    { sockets },
  );
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}

/** Takes line by line, one after another; what is `atOnce` comes before whatever is still at work. */
function eachLine(
  socket: Duplex,
  take: (line: string) => Promise<void>,
  atOnce: (line: string) => boolean = () => false,
): void {
  let rest = '';
  let queue = Promise.resolve();
  socket.setEncoding('latin1');
  socket.on('data', (text: string) => {
    rest += text;
    if (rest.length > LONGEST_LINE) {
      socket.destroy();
      return;
    }
    for (let end = rest.indexOf('\n'); end >= 0; end = rest.indexOf('\n')) {
      const line = rest.slice(0, end);
      rest = rest.slice(end + 1);
      if (atOnce(line)) void take(line);
      else queue = queue.then(() => take(line));
    }
  });
}

export function serveController(socket: Duplex, controller: SimulatedController): void {
  const send = (line: string): void => {
    if (!socket.destroyed) socket.write(`${line}\n`, 'latin1');
  };
  const host: Host = { epoch: 0 };
  eachLine(
    socket,
    async (line) => {
      if (controller.fault === 'disconnect') {
        controller.fault = null;
        socket.destroy();
        return;
      }
      const answer = await controller.take(line, send, host);
      if (answer !== null) send(answer);
    },
    (line) => line.trim() === '@stop',
  );
}

interface MeasuringPoint {
  machine: string;
  kind: string;
  band: number;
  feature: string;
  repeat: number;
  /** Which of the coupons that one program laid, counted from 1. */
  coupon?: number;
}
type Request =
  | ({ ask: 'read' } & MeasuringPoint)
  | ({ ask: 'picture'; look: DefectSymbol | 'microscope' } & MeasuringPoint)
  | { ask: 'fail'; machine: string; fault: Fault | ResinFault | 'deaf'; lines?: number }
  | { ask: 'hold'; machine: string; line?: number }
  | { ask: 'put'; machine: string; codes: (string | null)[] };

function serveInstruments(
  socket: net.Socket,
  controllers: readonly SimulatedController[],
  printers: readonly SimulatedResinPrinter[],
): void {
  eachLine(socket, async (line) => {
    socket.write(`${JSON.stringify(answer(line, controllers, printers))}\n`);
  });
}

function answer(
  line: string,
  controllers: readonly SimulatedController[],
  printers: readonly SimulatedResinPrinter[],
): object {
  let request: Request;
  try {
    request = JSON.parse(line) as Request;
  } catch {
    return { error: 'not JSON' };
  }
  const printer = printers.find((p) => p.key === request.machine);
  if (printer) return answerOfResin(request, printer);
  const controller = controllers.find((c) => c.key === request.machine);
  if (!controller) return { error: `no machine ${String(request.machine)}` };
  if (request.ask === 'fail') {
    controller.fault = request.fault as Fault;
    controller.spoil = request.fault === 'noise' || request.fault === 'drop' ? (request.lines ?? 1) : 0;
    return { ok: true };
  }
  if (request.ask === 'hold') {
    controller.holdAt = request.line ?? Infinity;
    return { ok: true };
  }
  if (request.ask === 'put') {
    controller.codes = request.codes;
    return { ok: true };
  }
  if (request.ask !== 'read' && request.ask !== 'picture') return { error: 'unknown request' };
  const { kind, band, feature, repeat } = request;
  const place = { kind, band, feature, repeat };
  const seed = controller.seed + controller.accepted.length;
  const coupon = couponsOf(controller.coupon)[(request.coupon ?? 1) - 1] ?? [];
  const none = { error: 'no such coupon stands on this machine' };
  if (request.ask === 'picture') {
    if (request.look === 'microscope') return { error: 'the microscope stands beside the resin printers' };
    const svg = photograph(coupon, controller.truth, place, request.look, seed);
    return svg === null ? none : { svg };
  }
  const typed = readBench(coupon, controller.truth, place, seed);
  return typed === null ? none : { typed };
}

const RESIN_FAULTS: readonly string[] = ['film', 'vat', 'lamp', 'door'];
const DEAF_MS = 3000;

function answerOfResin(request: Request, printer: SimulatedResinPrinter): object {
  if (request.ask === 'fail') {
    if (request.fault === 'deaf') {
      printer.isDeaf = true;
      setTimeout(() => {
        printer.isDeaf = false;
      }, DEAF_MS);
    } else if (RESIN_FAULTS.includes(request.fault)) printer.fault = request.fault as ResinFault;
    else return { error: `a resin printer cannot fail so: ${request.fault}` };
    return { ok: true };
  }
  if (request.ask !== 'read' && request.ask !== 'picture') return { error: 'unknown request' };
  const { kind, band, feature, repeat } = request;
  if (request.ask === 'picture') {
    if (request.look !== 'microscope') return { error: 'the bench camera stands beside the filament machines' };
    const svg = micrograph(printer.printOf(band), printer.truth, { kind, band, feature, repeat }, printer.seed);
    return svg === null ? { error: 'nothing to measure lies under the microscope there' } : { svg };
  }
  const typed = readResinBench(printer.printOf(band), printer.truth, { kind, band, feature, repeat }, printer.seed);
  return typed === null ? { error: 'no such plate came off this printer' } : { typed };
}
