import { and, eq } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { notify, recordEvent } from '../../../platform/events/record.ts';
import {
  dropLease,
  findMachine,
  LineLink,
  LinkLost,
  MachineFault,
  setMachineState,
  StackPrinter,
  takeLease,
  type Temperatures,
} from '../../machines/server/index.ts';
import type { PrintProgress } from '../model/trial.ts';
import { trialName } from './planTrial.ts';
import { PlatePrint } from './printPlate.ts';
import { findTrial, type Trial } from './rows.ts';
import { trial } from './tables.ts';

const WRITE_EVERY_MS = 250;
const RECONNECT_FOR_MS = 15_000;
const RECONNECT_EVERY_MS = 500;

/** Lines a controller is sent: no comments, no blanks. */
export const programLines = (gcode: string): string[] =>
  gcode
    .split('\n')
    .map((l) => l.replace(/;.*$/, '').trim())
    .filter(Boolean);

/** Prints a trial's coupon from where the machine stands, to its end, a pause, a cancel or an interruption. Owned by the
 *  worker that holds the machine's lease; what the machine accepted is the truth after any crash. */
export async function runPrint(ctx: Ctx, trialId: string, holder: string): Promise<void> {
  const row = await findTrial(ctx, trialId);
  if (!row || row.state !== 'printing' || row.wish === 'idle') return;
  const m = await findMachine(ctx, row.machineId);
  if (!m?.device || !(await takeLease(ctx, m.id, holder))) return;
  await setMachineState(ctx, m.id, 'printing');
  try {
    const renew = (): Promise<boolean> => takeLease(ctx, m.id, holder);
    await (
      m.device.adapter === 'stack'
        ? new PlatePrint(ctx, row, new StackPrinter(m.device.host, m.device.port), renew)
        : new Print(ctx, row, m.device, renew)
    ).run();
  } finally {
    await setMachineState(ctx, m.id, 'ready');
    await dropLease(ctx, m.id, holder);
  }
}

/** The machine stands before the last line it had accepted: it cannot go on with this print. */
class Displaced extends Error {
  constructor(readonly line: number) {
    super('the machine has lost its place');
  }
}

class Print {
  private readonly lines: string[];
  private progress: PrintProgress;
  private written = 0;
  private wish: Trial['wish'];
  private link: LineLink | null = null;

  constructor(
    private readonly ctx: Ctx,
    private readonly row: Trial,
    private readonly device: { host: string; port: number },
    private readonly renew: () => Promise<boolean>,
  ) {
    this.lines = programLines(row.gcode);
    this.wish = row.wish;
    const fresh = !row.progress || ['cancelled', 'displaced', 'done'].includes(row.progress.phase);
    this.progress = fresh
      ? {
          phase: 'connecting',
          acknowledged: 0,
          lines: this.lines.length,
          zMm: 0,
          nozzleC: 0,
          nozzleTargetC: 0,
          bedC: 0,
          bedTargetC: 0,
          resends: 0,
          message: null,
          at: ctx.clock.now().toISOString(),
        }
      : { ...row.progress!, phase: 'connecting', message: null };
  }

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
        if (error instanceof MachineFault) return this.interrupt('fault', `The machine reports: ${error.message}`);
        if (!(error instanceof LinkLost)) throw error;
        lostSince.at ||= Date.now();
        if (Date.now() - lostSince.at > RECONNECT_FOR_MS)
          return this.interrupt('lost', `${error.message}; the machine stands still`);
        await this.write({ phase: 'lost', message: `${error.message}; trying again` }, true);
        if (this.wish === 'cancel')
          return this.interrupt(
            'lost',
            'Cancelled while the machine could not be reached; switch its heaters off by hand',
          );
        await sleep(RECONNECT_EVERY_MS);
      }
    }
  }

  private async connect(): Promise<void> {
    this.link = await LineLink.open(this.device.host, this.device.port, (t: Temperatures) => {
      this.progress = { ...this.progress, ...t };
      void this.write({}).catch(() => undefined);
    });
    const last = await this.link.askLast();
    if (this.progress.acknowledged === 0) await this.link.begin();
    else if (last.line < this.progress.acknowledged) throw new Displaced(last.line);
    else this.progress = { ...this.progress, acknowledged: last.line, zMm: last.zMm };
  }

  /** Heats again to what the program had asked for: a fault or a power cut may have let the machine go cold. */
  private async reheat(): Promise<void> {
    for (const wait of ['M190', 'M109']) {
      const cold = wait === 'M190' ? 'M140' : 'M104';
      const last = this.lines
        .slice(0, this.progress.acknowledged)
        .reverse()
        .find((l) => l.startsWith(wait) || l.startsWith(cold));
      const target = /S([\d.]+)/.exec(last ?? '')?.[1];
      if (target && Number(target) > 0) {
        await this.write({ phase: 'heating' }, true);
        await this.link!.sendAside(`${wait} S${target}`);
      }
    }
  }

  private async send(): Promise<void> {
    const link = this.link!;
    await this.reheat();
    for (let n = this.progress.acknowledged + 1; n <= this.lines.length; n++) {
      const text = this.lines[n - 1]!;
      const wish = await this.heedWish(n);
      if (wish === 'cancel') return;
      if (/^M1(09|90)\b/.test(text)) await this.write({ phase: 'heating' }, true);
      await link.sendLine(n, text);
      await this.write({ phase: 'printing', acknowledged: n, zMm: link.zMm, resends: link.resends });
    }
    link.close();
    await this.finish('measuring', { phase: 'done', message: null }, 'coupon printed');
  }

  private async heedWish(n: number): Promise<'print' | 'cancel'> {
    while (this.wish === 'pause') {
      await this.write({ phase: 'paused' }, true);
      await sleep(WRITE_EVERY_MS);
    }
    if (this.wish !== 'cancel') return 'print';
    const other = this.lines.slice(0, n - 1).includes('T1') ? ['T0', 'M104 S0'] : []; // the first head of two stays hot until it is spoken to
    for (const [i, line] of ['M104 S0', ...other, 'M140 S0'].entries()) await this.link!.sendLine(n + i, line);
    this.link!.close();
    await this.finish(
      'interrupted',
      {
        phase: 'cancelled',
        acknowledged: 0,
        message: `Cancelled at line ${n - 1}, ${this.progress.zMm.toFixed(2)} mm; heaters off`,
      },
      'print cancelled',
    );
    return 'cancel';
  }

  private interrupt(phase: 'lost' | 'fault' | 'displaced', why: string): Promise<void> {
    return this.finish(
      'interrupted',
      {
        phase,
        message: `Interrupted at line ${this.progress.acknowledged}, ${this.progress.zMm.toFixed(2)} mm. ${why}.`,
      },
      'print interrupted',
    );
  }

  /** Writes progress at most four times a second and learns what people wish; renews the lease. */
  private async write(change: Partial<PrintProgress>, force = false): Promise<void> {
    this.progress = { ...this.progress, ...change };
    if (!force && Date.now() - this.written < WRITE_EVERY_MS) return;
    this.written = Date.now();
    this.progress = { ...this.progress, at: this.ctx.clock.now().toISOString() };
    if (!(await this.renew())) throw new Error('another worker holds this machine');
    const [row] = await this.ctx.db
      .update(trial)
      .set({ progress: this.progress })
      .where(and(eq(trial.id, this.row.id), eq(trial.state, 'printing')))
      .returning({ wish: trial.wish });
    if (row) this.wish = row.wish;
    await notify(this.ctx, 'trial', this.row.id);
  }

  private async finish(
    state: 'measuring' | 'interrupted',
    change: Partial<PrintProgress>,
    what: string,
  ): Promise<void> {
    this.progress = { ...this.progress, ...change, at: this.ctx.clock.now().toISOString() };
    await this.ctx.db.transaction(async (db) => {
      await db.update(trial).set({ state, wish: 'idle', progress: this.progress }).where(eq(trial.id, this.row.id));
      await recordEvent(
        { ...this.ctx, db },
        {
          subjectKind: 'trial',
          subjectId: this.row.id,
          subjectName: trialName(this.row.number!),
          what,
          to: { line: this.progress.acknowledged, zMm: this.progress.zMm },
          why: this.progress.message,
        },
      );
    });
  }
}

const sleep = (ms: number): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve, ms);
  });
