import { and, eq } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { notify, recordEvent } from '../../../platform/events/record.ts';
import { consume, KeptPrint, release, type Lease, type Machine } from '../../machines/server/index.ts';
import { couponFedG } from '../model/couponFed.ts';
import type { PrintProgress } from '../model/trial.ts';
import { moveTrial } from './moveTrial.ts';
import { moveMates, progressOnPlate } from './plateMates.ts';
import { trialName } from './planTrial.ts';
import type { Trial } from './rows.ts';
import { trial } from './tables.ts';

/** What its file is called where it is handed over: one of several plates by its number. */
const nameOf = ({ number, plan }: Trial, { plate }: PrintProgress): string =>
  plan.plates !== undefined && plan.plates > 1 ? `${trialName(number)}-${(plate ?? 0) + 1}` : trialName(number);

/** Coupons are laid by it. */
const FIRST_HEAD = 0;

/** What is written down of a trial's print, whatever machine prints it. */
export class PrintRecord extends KeptPrint {
  constructor(
    ctx: Ctx,
    private readonly row: Trial,
    private readonly on: Machine,
    lease: Lease,
    progress: PrintProgress,
  ) {
    super(ctx, nameOf(row, progress), row.wish, lease, progress);
  }

  protected async keep(inside: Ctx) {
    const [row] = await inside.db
      .update(trial)
      .set({ progress: this.progress })
      .where(and(eq(trial.id, this.row.id), eq(trial.state, 'printing')))
      .returning({ wish: trial.wish });
    await notify(inside, 'trial', this.row.id);
    return row?.wish ?? null;
  }

  /** The print has ended, or stands until somebody goes on. */
  protected async close(inside: Ctx, how: 'finished' | 'interrupted'): Promise<void> {
    const { phase, acknowledged, zMm, message } = this.progress;
    const act = how === 'finished' ? 'finish' : 'interrupt';
    const isHost = this.row.plan.plate?.host === null;
    const takenG = this.progress.takenG ?? 0;
    const fedG =
      phase === 'refused'
        ? takenG
        : couponFedG(this.row.plan, this.row.gcode, {
            zMm: how === 'finished' ? Infinity : zMm,
            layers: how === 'finished' ? Infinity : acknowledged,
          });
    this.progress = { ...this.progress, takenG: Math.max(takenG, fedG) };
    const progress = isHost ? progressOnPlate(this.row.plan, this.progress) : this.progress;
    if (!(await moveTrial(inside, this.row.id, act, { wish: 'idle', progress }))) return; // its end is written already
    const print = { of: 'trial', id: this.row.id, name: trialName(this.row.number) } as const;
    await release(inside, this.on, print, how, this.progress);
    await consume(inside, this.on.id, fedG - takenG, FIRST_HEAD, print.name);
    await moveMates(inside, this.row, act, this.progress);
    await recordEvent(inside, {
      subjectKind: 'trial',
      subjectId: this.row.id,
      subjectName: trialName(this.row.number),
      what: act === 'finish' ? 'coupon printed' : phase === 'cancelled' ? 'print cancelled' : 'print interrupted',
      to: { line: acknowledged, zMm },
      why: message,
    });
  }
}
