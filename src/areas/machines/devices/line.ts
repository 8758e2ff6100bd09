import type { Duplex } from 'node:stream';
import { withChecksum } from '../../../core/gcode/words.ts';
import type { Address, SerialDevice } from '../model/connection.ts';
import { NoChannel, openChannel } from './channel.ts';

export interface Temperatures {
  readonly nozzleC: number;
  readonly nozzleTargetC: number;
  readonly bedC: number;
  readonly bedTargetC: number;
}
/** What a machine reads off the spool of each head; null where it reads nothing there. */
export type SpoolCodes = readonly (string | null)[];
const MOST_HEADS = 8;
const NO_CODE = '-';
/** The codes of an answer to `@slots`, as `slots 0:S-0012 1:-`; null of a machine that has no readers and answers anything else. */
export function readCodes(answer: string): SpoolCodes | null {
  if (!/^slots( \d:[\x21-\x7e]{1,40})+$/.test(answer)) return null;
  const codes: (string | null)[] = [];
  for (const entry of answer.split(' ').slice(1)) {
    const head = Number(entry[0]);
    if (head !== codes.length || head >= MOST_HEADS) return null;
    const code = entry.slice(2);
    codes.push(code === NO_CODE ? null : code);
  }
  return codes;
}
/** The link broke or the other side does not answer: connect again and ask for the last accepted line. */
export class LinkLost extends Error {}
/** The machine itself reports a fault. */
export class MachineFault extends Error {}
/** A host that came later has the machine: it takes nothing from this one any more. */
export class MachineTaken extends MachineFault {}
/** Somebody has stopped the machine: it heats and moves no more until a new program begins. */
export class MachineStopped extends MachineFault {}
const faultOf = (words: string): MachineFault =>
  words.startsWith('stopped by hand')
    ? new MachineStopped(words)
    : words.startsWith('another host')
      ? new MachineTaken(words)
      : new MachineFault(words);

const ANSWER_MS = 4000;
/** A stop is said again after so long: of a serial device another may have read the answer. */
const STOP_AGAIN_MS = 300;
const MOST_STOPS = 14;
const STOPPED = 'ok @stop';

/** Host side of the line protocol (docs/formats/line-protocol.md): one unacknowledged line, checksums, resend. */
export class LineLink {
  resends = 0;
  zMm = 0;
  private rest = '';
  private waiting: {
    /** Temperatures, told beside every other answer, are the answer itself. */
    readonly isForTemperatures: boolean;
    resolve: (line: string) => void;
    reject: (error: Error) => void;
  } | null = null;

  private constructor(
    private readonly channel: Duplex,
    private readonly onTemperatures: (t: Temperatures) => void,
  ) {
    channel.setEncoding('latin1');
    channel.on('data', (text: string) => this.receive(text));
    channel.on('close', () => this.fail(new LinkLost('the machine closed the connection')));
    channel.on('error', () => undefined);
  }

  static async open(at: Address | SerialDevice, onTemperatures: (t: Temperatures) => void): Promise<LineLink> {
    try {
      return new LineLink(await openChannel(at), onTemperatures);
    } catch (error) {
      if (error instanceof NoChannel) throw new LinkLost(error.message);
      throw error;
    }
  }

  /** The temperatures of a machine and the codes it reads off its spools, and nothing else of it. */
  static async look(at: Address | SerialDevice): Promise<Temperatures & { readonly codes: SpoolCodes | null }> {
    let told: Temperatures | null = null;
    const link = await LineLink.open(at, (t) => {
      told = t;
    });
    try {
      await link.ask('@state', true);
      if (told) return { ...(told as Temperatures), codes: readCodes(await link.ask('@slots')) };
      throw new LinkLost('the machine answers in another language');
    } finally {
      link.close();
    }
  }
  /** Says which of all hosts this one is: the machine heeds the highest it was told, on every connection. */
  async claim(epoch: number): Promise<void> {
    const answer = await this.ask(`@host ${epoch}`);
    if (answer.startsWith('fault')) throw faultOf(answer.slice(6));
    if (!answer.startsWith('ok')) throw new LinkLost('the machine answers in another language');
  }
  /** Has the machine hear its host, which parks and cools without. */
  async keepAlive(): Promise<void> {
    await this.ask('@last');
  }

  /** Number of the last line the machine accepted, and its height. */
  async askLast(): Promise<{ line: number; zMm: number }> {
    const match = /^last (\d+) Z:([-\d.]+)/.exec(await this.ask('@last'));
    if (!match) throw new LinkLost('the machine answers in another language');
    return { line: Number(match[1]), zMm: Number(match[2]) };
  }

  /** How long the program at hand has taken by the machine's own clock, once what was sent is done, s; null where it keeps none. */
  async askClock(): Promise<number | null> {
    const match = /^clock ([\d.]+)/.exec(await this.ask('@clock'));
    return match ? Number(match[1]) : null;
  }

  /** Starts a new program: the next line is 1. */
  async begin(): Promise<void> {
    await this.sendLine(0, 'M110');
  }

  /** Sends one line and waits until it is accepted, sending again as often as asked. */
  async sendLine(n: number, text: string): Promise<void> {
    const line = withChecksum(`N${n} ${text}`);
    for (let tries = 0; tries < 20; tries++) {
      let answer: string;
      try {
        answer = await this.ask(line);
      } catch (error) {
        // A silent machine may have missed the line, or its answer was lost: ask before sending twice.
        if (!(error instanceof SilentLink)) throw error;
        if ((await this.askLast()).line >= n) return;
        this.resends++;
        continue;
      }
      if (answer.startsWith('ok')) {
        const z = / Z:([-\d.]+)/.exec(answer);
        if (z) this.zMm = Number(z[1]);
        this.readTemperatures(answer);
        return;
      }
      if (answer.startsWith('fault')) throw faultOf(answer.slice(6));
      const resend = /^Resend: (\d+)/.exec(answer);
      if (resend && Number(resend[1]) === n + 1) return;
      this.resends++;
    }
    throw new LinkLost(`line ${n} was refused twenty times`);
  }

  /** Stops the machine at once, beside whoever prints on it: says so until the machine says that it has. */
  async stop(): Promise<void> {
    this.isStopping = true;
    for (let tries = 0; tries < MOST_STOPS; tries++)
      try {
        if ((await this.ask('@stop', false, STOP_AGAIN_MS)).startsWith(STOPPED)) return;
      } catch (error) {
        if (!(error instanceof SilentLink)) throw error;
      }
    throw new LinkLost('the machine does not say that it has stopped');
  }
  private isStopping = false;

  /** Has the machine do something outside the program: obeyed, neither counted nor printed. */
  async sendAside(text: string): Promise<void> {
    const line = withChecksum(`@aside ${text}`);
    for (let tries = 0; tries < 20; tries++) {
      const answer = await this.ask(line);
      if (answer.startsWith('ok')) {
        this.readTemperatures(answer);
        return;
      }
      if (answer.startsWith('fault')) throw faultOf(answer.slice(6));
    }
    throw new LinkLost('the machine refuses every line');
  }

  /** Whoever waits for an answer waits no longer, but learns why. */
  abandon(why: Error): void {
    this.fail(why);
    this.channel.destroy();
  }
  close(): void {
    this.waiting = null;
    this.channel.destroy();
  }

  private ask(line: string, isForTemperatures = false, waitMs = ANSWER_MS): Promise<string> {
    if (this.channel.destroyed) return Promise.reject(new LinkLost('the connection is closed'));
    return new Promise((resolve, reject) => {
      let timer = setTimeout(() => this.fail(new SilentLink('no answer')), waitMs);
      this.stillThere = () => {
        clearTimeout(timer);
        timer = setTimeout(() => this.fail(new SilentLink('no answer')), waitMs);
      };
      this.waiting = {
        isForTemperatures,
        resolve: (text) => {
          clearTimeout(timer);
          resolve(text);
        },
        reject: (error) => {
          clearTimeout(timer);
          reject(error);
        },
      };
      this.channel.write(`${line}\n`, 'latin1');
    });
  }
  private stillThere: () => void = () => undefined;

  private receive(text: string): void {
    this.rest += text;
    for (let end = this.rest.indexOf('\n'); end >= 0; end = this.rest.indexOf('\n')) {
      const line = this.rest.slice(0, end).trim();
      this.rest = this.rest.slice(end + 1);
      if (line.startsWith('T:')) {
        this.readTemperatures(line);
        this.stillThere();
        if (!this.waiting?.isForTemperatures) continue;
      }
      if (line.startsWith(STOPPED) && !this.isStopping) {
        this.fail(new MachineStopped('stopped by hand')); // by somebody else on the same serial device
        continue;
      }
      const waiting = this.waiting;
      this.waiting = null;
      waiting?.resolve(line);
    }
  }

  private readTemperatures(line: string): void {
    const t = /T:([-\d.]+)\/([-\d.]+) B:([-\d.]+)\/([-\d.]+)/.exec(line);
    if (t)
      this.onTemperatures({
        nozzleC: Number(t[1]),
        nozzleTargetC: Number(t[2]),
        bedC: Number(t[3]),
        bedTargetC: Number(t[4]),
      });
  }

  private fail(error: Error): void {
    const waiting = this.waiting;
    this.waiting = null;
    waiting?.reject(error);
  }
}

class SilentLink extends LinkLost {}
