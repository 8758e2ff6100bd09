import { and, eq } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { notify, recordEvent } from '../../../platform/events/record.ts';
import type { PrintLog } from '../../machines/server/index.ts';
import type { PrintProgress } from '../model/trial.ts';
import { moveMates, progressOnPlate } from './plateMates.ts';
import { trialName } from './planTrial.ts';
import type { Trial } from './rows.ts';
import { trial } from './tables.ts';

/** What is written down of a print while it runs, whatever machine prints it, and what people wish of it meanwhile. */
export class PrintRecord implements PrintLog {
  wish: Trial['wish'];
  private written = 0;

  constructor(
    private readonly ctx: Ctx,
    private readonly row: Trial,
    private readonly renewLease: () => Promise<boolean>,
    public progress: PrintProgress,
  ) {
    this.wish = row.wish;
  }

  /** Writes progress unless that was done less than `everyMs` ago; learns what people wish and renews the lease. */
  async write(change: Partial<PrintProgress>, everyMs = 0): Promise<void> {
    this.progress = { ...this.progress, ...change };
    if (Date.now() - this.written < everyMs) return;
    this.written = Date.now();
    this.progress = { ...this.progress, at: this.ctx.clock.now().toISOString() };
    if (!(await this.renewLease())) throw new Error('another worker holds this machine');
    const [row] = await this.ctx.db
      .update(trial)
      .set({ progress: this.progress })
      .where(and(eq(trial.id, this.row.id), eq(trial.state, 'printing')))
      .returning({ wish: trial.wish });
    if (row) this.wish = row.wish;
    await notify(this.ctx, 'trial', this.row.id);
  }

  /** The print has ended, or stands until somebody goes on. */
  async end(how: 'finished' | 'interrupted', change: Partial<PrintProgress>): Promise<void> {
    const state = how === 'finished' ? 'measuring' : 'interrupted';
    this.progress = { ...this.progress, ...change, at: this.ctx.clock.now().toISOString() };
    const { phase, acknowledged, zMm, message } = this.progress;
    await this.ctx.db.transaction(async (db) => {
      await moveMates({ db }, this.row, state, this.progress);
      const isHost = this.row.plan.plate?.host === null;
      const progress = isHost ? progressOnPlate(this.row.plan, this.progress) : this.progress;
      await db.update(trial).set({ state, wish: 'idle', progress }).where(eq(trial.id, this.row.id));
      await recordEvent(
        { ...this.ctx, db },
        {
          subjectKind: 'trial',
          subjectId: this.row.id,
          subjectName: trialName(this.row.number!),
          what:
            state === 'measuring' ? 'coupon printed' : phase === 'cancelled' ? 'print cancelled' : 'print interrupted',
          to: { line: acknowledged, zMm },
          why: message,
        },
      );
    });
  }
}
