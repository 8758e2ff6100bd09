/** State as a resin printer tells it (docs/formats/stack-protocol.md). */
export interface StackPrinterState {
  readonly phase: 'idle' | 'printing' | 'paused' | 'fault' | 'done' | 'cancelled';
  /** SHA-256 of the stack it holds. */
  readonly digest: string | null;
  readonly layer: number;
  readonly layers: number;
  readonly zMm: number;
  readonly resinC: number;
  readonly message: string | null;
}
/** The printer cannot be reached or does not answer in time. */
export class PrinterLost extends Error {}
/** A host that came later has the printer: it takes no order from this one any more. */
export class PrinterTaken extends Error {}
/** The printer says no, in one sentence. */
export class PrinterRefused extends Error {}

const ANSWER_MS = 4000;
const SEND_MS = 60_000;
const PHASES = ['idle', 'printing', 'paused', 'fault', 'done', 'cancelled'];

/** Host side of the resin printers' HTTP service. */
export class StackPrinter {
  constructor(
    private readonly host: string,
    private readonly port: number,
    /** Which of all hosts this one is: the printer takes orders from the highest it was told. None for who may always: a stop, a look. */
    private readonly epoch: number | null = null,
  ) {}

  state(): Promise<StackPrinterState> {
    return this.ask('GET', '/state');
  }
  send(stack: Uint8Array): Promise<StackPrinterState> {
    return this.ask('PUT', '/stack', stack);
  }
  start(): Promise<StackPrinterState> {
    return this.ask('POST', '/start');
  }
  pause(): Promise<StackPrinterState> {
    return this.ask('POST', '/pause');
  }
  cancel(): Promise<StackPrinterState> {
    return this.ask('POST', '/cancel');
  }

  private async ask(method: string, path: string, body?: Uint8Array): Promise<StackPrinterState> {
    let response: Response;
    let answer: Partial<StackPrinterState> & { readonly error?: string };
    try {
      response = await fetch(`http://${this.host}:${this.port}${path}`, {
        method,
        signal: AbortSignal.timeout(body ? SEND_MS : ANSWER_MS),
        headers: {
          ...(this.epoch !== null && { 'x-host-epoch': String(this.epoch) }),
          ...(body && { 'content-type': 'application/zip' }),
        },
        ...(body && { body: Buffer.from(body) }),
      });
      answer = (await response.json()) as typeof answer;
    } catch {
      throw new PrinterLost(`no printer answers at ${this.host}:${this.port}`);
    }
    if (response.status === 423) throw new PrinterTaken(answer.error ?? 'another host has it');
    if (!response.ok) throw new PrinterRefused(answer.error ?? 'it gave no reason');
    if (!PHASES.includes(answer.phase ?? '') || typeof answer.layer !== 'number' || typeof answer.layers !== 'number')
      throw new PrinterLost('the printer answers in another language');
    return answer as StackPrinterState;
  }
}
