import { and, eq } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { notify, recordEvent } from '../../../platform/events/record.ts';
import { PrinterLost, PrinterRefused, StackPrinter, type StackPrinterState } from '../../machines/server/index.ts';
import type { PrintProgress } from '../model/trial.ts';
import { stackOf } from './plateStack.ts';
import { trialName } from './planTrial.ts';
import type { Trial } from './rows.ts';
import { trial } from './tables.ts';

const LOOK_EVERY_MS = 300;
const LOST_FOR_MS = 15_000;

/** Prints a trial's plate: sends the stack unless the printer holds it already, starts or goes on, and follows it to its end. What the
 *  printer says is the truth after any crash of ours. */
export class PlatePrint {
  private progress: PrintProgress;
  private wish: Trial['wish'];
  private lostSince = 0;
  /** Whether the printer has been started or told to go on since this run began. */
  private hasBegun = false;

  constructor(
    private readonly ctx: Ctx,
    private readonly row: Trial,
    private readonly printer: StackPrinter,
    private readonly renew: () => Promise<boolean>,
  ) {
    this.wish = row.wish;
    this.progress = {
      phase: 'connecting',
      acknowledged: 0,
      lines: row.plan.lines,
      zMm: 0,
      nozzleC: 0,
      nozzleTargetC: 0,
      bedC: 0,
      bedTargetC: 0,
      resends: 0,
      message: null,
      at: ctx.clock.now().toISOString(),
    };
  }

  async run(): Promise<void> {
    const { zip, digest } = stackOf(this.row.gcode);
    for (;;) {
      try {
        const state = await this.step(zip, digest);
        this.lostSince = 0;
        if (state === 'ended') return;
      } catch (error) {
        if (error instanceof PrinterRefused)
          return this.end('interrupted', 'fault', `The printer refuses: ${error.message}`);
        if (!(error instanceof PrinterLost)) throw error;
        this.lostSince ||= Date.now();
        if (Date.now() - this.lostSince > LOST_FOR_MS)
          return this.end('interrupted', 'lost', `${error.message}; it may go on by itself, go and look`);
        await this.write({ phase: 'lost', message: `${error.message}; trying again` });
      }
      await new Promise((again) => {
        setTimeout(again, LOOK_EVERY_MS);
      });
    }
  }

  private async step(zip: Uint8Array, digest: string): Promise<'goes on' | 'ended'> {
    let state = await this.printer.state();
    const isOurs = state.digest === digest && state.phase !== 'cancelled';
    // after a crash of ours the printer may have gone on, and even come to its end, by itself
    const wasRunning = ['printing', 'paused', 'lost'].includes(this.row.progress?.phase ?? '');
    const isOver = state.phase === 'done' && !wasRunning;
    if (this.wish === 'cancel') {
      await this.printer.cancel();
      await this.end('interrupted', 'cancelled', `Cancelled at layer ${state.layer}; lamp off`);
      return 'ended';
    }
    if (!this.hasBegun && this.wish === 'print') {
      if (!isOurs || isOver) state = await this.printer.send(zip);
      if (state.phase !== 'done') state = await this.printer.start();
      this.hasBegun = true;
    } else if (this.wish === 'print' && state.phase === 'paused') state = await this.printer.start();
    else if (this.wish === 'pause' && state.phase === 'printing') state = await this.printer.pause();
    if (state.digest !== digest) {
      await this.end(
        'interrupted',
        'displaced',
        'The printer holds another stack, as after a power cut: clear the plate and print again',
      );
      return 'ended';
    }
    return this.follow(state);
  }

  private async follow(state: StackPrinterState): Promise<'goes on' | 'ended'> {
    const at = { acknowledged: state.layer, lines: state.layers, zMm: state.zMm };
    switch (state.phase) {
      case 'done':
        await this.end('measuring', 'done', null, at);
        return 'ended';
      case 'fault':
        await this.end(
          'interrupted',
          'fault',
          `Interrupted at layer ${state.layer}: ${state.message}. Search the vat before going on`,
          at,
        );
        return 'ended';
      case 'cancelled':
        await this.end('interrupted', 'cancelled', `Cancelled at the printer, layer ${state.layer}`, at);
        return 'ended';
      default:
        await this.write({ ...at, phase: state.phase === 'paused' ? 'paused' : 'printing', message: null });
        return 'goes on';
    }
  }

  /** Writes progress, learns what people wish, renews the lease. */
  private async write(change: Partial<PrintProgress>): Promise<void> {
    this.progress = { ...this.progress, ...change, at: this.ctx.clock.now().toISOString() };
    if (!(await this.renew())) throw new Error('another worker holds this machine');
    const [row] = await this.ctx.db
      .update(trial)
      .set({ progress: this.progress })
      .where(and(eq(trial.id, this.row.id), eq(trial.state, 'printing')))
      .returning({ wish: trial.wish });
    if (row) this.wish = row.wish;
    await notify(this.ctx, 'trial', this.row.id);
  }

  private async end(
    state: 'measuring' | 'interrupted',
    phase: PrintProgress['phase'],
    message: string | null,
    at: Partial<PrintProgress> = {},
  ): Promise<void> {
    this.progress = { ...this.progress, ...at, phase, message, at: this.ctx.clock.now().toISOString() };
    await this.ctx.db.transaction(async (db) => {
      await db.update(trial).set({ state, wish: 'idle', progress: this.progress }).where(eq(trial.id, this.row.id));
      await recordEvent(
        { ...this.ctx, db },
        {
          subjectKind: 'trial',
          subjectId: this.row.id,
          subjectName: trialName(this.row.number!),
          what:
            state === 'measuring' ? 'coupon printed' : phase === 'cancelled' ? 'print cancelled' : 'print interrupted',
          to: { layer: this.progress.acknowledged, zMm: this.progress.zMm },
          why: message,
        },
      );
    });
  }
}
