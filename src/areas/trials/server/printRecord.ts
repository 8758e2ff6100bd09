import { and, eq } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { notify, recordEvent } from '../../../platform/events/record.ts';
import { leavesPart } from '../../machines/model/occupancy.ts';
import { KeptPrint, release, type Machine } from '../../machines/server/index.ts';
import type { PrintProgress } from '../model/trial.ts';
import { moveMates, progressOnPlate } from './plateMates.ts';
import { trialName } from './planTrial.ts';
import type { Trial } from './rows.ts';
import { trial } from './tables.ts';

/** What is written down of a trial's print, whatever machine prints it. */
export class PrintRecord extends KeptPrint {
  constructor(
    ctx: Ctx,
    private readonly row: Trial,
    private readonly on: Machine,
    renewLease: () => Promise<boolean>,
    progress: PrintProgress,
  ) {
    super(ctx, row.wish, renewLease, progress);
  }

  protected async keep() {
    const [row] = await this.ctx.db
      .update(trial)
      .set({ progress: this.progress })
      .where(and(eq(trial.id, this.row.id), eq(trial.state, 'printing')))
      .returning({ wish: trial.wish });
    await notify(this.ctx, 'trial', this.row.id);
    return row?.wish ?? null;
  }

  /** The print has ended, or stands until somebody goes on. */
  async end(how: 'finished' | 'interrupted', change: Partial<PrintProgress>): Promise<void> {
    const state = how === 'finished' ? 'measuring' : 'interrupted';
    this.stamp(change);
    const { phase, acknowledged, zMm, message } = this.progress;
    const stop = leavesPart(how, this.progress)
      ? {
          of: 'trial' as const,
          id: this.row.id,
          name: trialName(this.row.number),
          zMm,
          why: message ?? phase,
          isFinished: how === 'finished',
          at: this.progress.at,
        }
      : null;
    await this.ctx.db.transaction(async (db) => {
      await release({ ...this.ctx, db }, this.on, { of: 'trial', id: this.row.id }, how, stop);
      await moveMates({ db }, this.row, state, this.progress);
      const isHost = this.row.plan.plate?.host === null;
      const progress = isHost ? progressOnPlate(this.row.plan, this.progress) : this.progress;
      await db
        .update(trial)
        .set({ state, wish: 'idle', progress })
        .where(and(eq(trial.id, this.row.id), eq(trial.state, 'printing')));
      await recordEvent(
        { ...this.ctx, db },
        {
          subjectKind: 'trial',
          subjectId: this.row.id,
          subjectName: trialName(this.row.number),
          what:
            state === 'measuring' ? 'coupon printed' : phase === 'cancelled' ? 'print cancelled' : 'print interrupted',
          to: { line: acknowledged, zMm },
          why: message,
        },
      );
    });
  }
}
