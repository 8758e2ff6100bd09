import { LineLink, LinkLost, MachineFault, MachineStopped, MachineTaken, type Temperatures } from '../devices/line.ts';
import type { Address, SerialDevice } from '../model/connection.ts';
import { heatOf } from '../model/heatOf.ts';
import { LeftOff } from '../../../platform/db/context.ts';
import { LeaseLost } from './lease.ts';
import { feeds, type PrintProgress, type PrintWish } from '../model/print.ts';

const WRITE_EVERY_MS = 250;
const RECONNECT_FOR_MS = 15_000;
const RECONNECT_EVERY_MS = 500;

/** The machine stands before the last line it had accepted: it cannot go on with this print. */
class Displaced extends Error {
  constructor(readonly line: number) {
    super('the machine has lost its place');
  }
}

/** What is written down of a print while it runs, and what people wish of it meanwhile. */
export interface PrintLog {
  /** What is printed, as its record is called. */
  readonly name: string;
  readonly wish: PrintWish;
  progress: PrintProgress;
  /** Writes progress unless that was done less than `everyMs` ago, and learns what is wished. */
  write(change: Partial<PrintProgress>, everyMs?: number): Promise<void>;
  /** Throws where the machine may have become another's meanwhile: asked before each line. */
  mayGoOn(): Promise<void>;
  /** The print has ended, or stands until somebody goes on. */
  end(how: 'finished' | 'interrupted', change: Partial<PrintProgress>): Promise<void>;
}

/** Prints lines on a machine from where it stands, to their end, a pause, a cancel or an interruption; what the machine accepted is the
 *  truth after any crash. */
export class LinePrint {
  private link: LineLink | null = null;
  private isStopping = false;

  constructor(
    private readonly lines: readonly string[],
    private readonly record: PrintLog,
    private readonly device: Address | SerialDevice,
    /** Of the lease it is printed under: the machine heeds the highest it was told. */
    private readonly epoch: number,
  ) {}

  async run(): Promise<void> {
    const lostSince = { at: 0 };
    for (;;) {
      try {
        await this.connect();
        lostSince.at = 0;
        return await this.send();
      } catch (error) {
        this.link?.close();
        if (error instanceof Displaced)
          return this.interrupt(
            'displaced',
            `The machine has lost its place (it stands at line ${error.line}), as after a power cut: clear the plate and print again`,
          );
        if (error instanceof MachineTaken) throw new LeaseLost();
        if (error instanceof MachineStopped) return this.cancelled('Stopped');
        if (error instanceof MachineFault) return this.interrupt('fault', `The machine reports: ${error.message}`);
        if (!(error instanceof LinkLost)) throw error;
        lostSince.at ||= Date.now();
        if (Date.now() - lostSince.at > RECONNECT_FOR_MS)
          return this.interrupt('lost', `${error.message}; it takes no further line, but may still be hot`);
        await this.record.write({ phase: 'lost', message: `${error.message}; trying again` });
        if (this.record.wish === 'cancel')
          return this.interrupt(
            'lost',
            'Cancelled while the machine could not be reached; switch its heaters off by hand',
          );
        await sleep(RECONNECT_EVERY_MS);
      }
    }
  }

  private async connect(): Promise<void> {
    const link = await LineLink.open(this.device, (t: Temperatures) => {
      void this.record.write(t, WRITE_EVERY_MS).then(
        () => this.stopWhileHeating(),
        (error: Error) => {
          // whoever waits for a line may wait for minutes: what nobody can write down ends now, what leaves off ends with its line
          if (!(error instanceof LeftOff)) link.abandon(error);
        },
      );
    });
    this.link = link;
    await this.link.claim(this.epoch);
    const { isBegun, acknowledged } = this.record.progress;
    if (isBegun || acknowledged > 0) {
      const last = await this.link.askLast();
      if (last.line < acknowledged) throw new Displaced(last.line);
      this.record.progress = { ...this.record.progress, acknowledged: last.line, zMm: last.zMm };
    } else {
      await this.link.begin();
      await this.record.write({ isBegun: true }); // before a line is laid: whoever comes after goes on, and lays none upon it
    }
  }

  /** Heats again to what the program had asked for: a fault or a power cut may have let the machine go cold. */
  private async reheat(): Promise<void> {
    const { bedC, tool, nozzlesC } = heatOf(this.lines.slice(0, this.record.progress.acknowledged));
    const aside = [...nozzlesC].filter(([of, c]) => of !== tool && c > 0).map(([of, c]) => `M104 T${of} S${c}`);
    const nozzleC = nozzlesC.get(tool) ?? 0;
    for (const line of [
      ...(bedC > 0 ? [`M190 S${bedC}`] : []),
      ...aside,
      ...(nozzleC > 0 ? [`M109 S${nozzleC}`] : []),
    ]) {
      await this.record.write({ phase: 'heating' });
      await this.link!.sendAside(line);
    }
  }

  private async send(): Promise<void> {
    const link = this.link!;
    if (this.record.wish !== 'cancel') await this.reheat();
    for (let n = this.record.progress.acknowledged + 1; n <= this.lines.length; n++) {
      const text = this.lines[n - 1]!;
      const wish = await this.heedWish(n);
      if (wish === 'cancel') return;
      await this.record.mayGoOn();
      if (/^M1(09|90)\b/.test(text)) await this.record.write({ phase: 'heating' });
      await link.sendLine(n, text);
      await this.record.write(
        { phase: 'printing', acknowledged: n, zMm: link.zMm, resends: link.resends },
        WRITE_EVERY_MS,
      );
    }
    const tookS = await link.askClock();
    link.close();
    await this.record.end('finished', { phase: 'done', message: null, ...(tookS !== null && { tookS }) });
  }

  private async heedWish(n: number): Promise<'print' | 'cancel'> {
    while (this.record.wish === 'pause') {
      await this.record.write({ phase: 'paused' });
      await this.link!.keepAlive();
      await sleep(WRITE_EVERY_MS);
    }
    if (this.record.wish !== 'cancel') return 'print';
    const { tool, nozzlesC } = heatOf(this.lines.slice(0, n - 1));
    const others = [...nozzlesC.keys()].filter((of) => of !== tool).map((of) => `M104 T${of} S0`);
    for (const [i, line] of ['M104 S0', ...others, 'M140 S0'].entries()) await this.link!.sendLine(n + i, line);
    this.link!.close();
    this.record.progress = { ...this.record.progress, acknowledged: n - 1 };
    await this.cancelled('Cancelled');
    return 'cancel';
  }
  private cancelled(how: 'Cancelled' | 'Stopped'): Promise<void> {
    const { acknowledged } = this.record.progress;
    // before the first line is laid the height is that of another print
    const zMm = this.lines.slice(0, acknowledged).some(feeds) ? this.record.progress.zMm : 0;
    return this.record.end('interrupted', {
      phase: 'cancelled',
      acknowledged: 0,
      zMm,
      message: `${how} at line ${acknowledged}, ${zMm.toFixed(2)} mm; heaters off`,
    });
  }
  /** A machine that waits for its heat answers no line: a cancel reaches it beside that one. */
  private async stopWhileHeating(): Promise<void> {
    if (this.record.wish !== 'cancel' || this.record.progress.phase !== 'heating' || this.isStopping) return;
    this.isStopping = true;
    try {
      await stopDevice(this.device);
    } catch {
      /* not reached: the next temperature it tells tries again */
    }
    this.isStopping = false;
  }

  private interrupt(phase: 'lost' | 'fault' | 'displaced', why: string): Promise<void> {
    return this.record.end('interrupted', {
      phase,
      message: `Interrupted at line ${this.record.progress.acknowledged}, ${this.record.progress.zMm.toFixed(2)} mm. ${why}.`,
    });
  }
}

/** Stops a machine at once, on a connection of its own. */
export async function stopDevice(device: Address | SerialDevice): Promise<void> {
  const link = await LineLink.open(device, () => undefined);
  try {
    await link.stop();
  } finally {
    link.close();
  }
}

const sleep = (ms: number): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve, ms);
  });
