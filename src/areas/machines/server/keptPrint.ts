import { LeftOff, type Ctx } from '../../../platform/db/context.ts';
import type { PrintProgress } from '../model/print.ts';
import type { Lease } from './lease.ts';
import type { PrintLog } from './linePrint.ts';

/** A print that is written down while it runs, whoever owns its record: seldom enough, with the lease renewed and wishes learnt each time. */
export abstract class KeptPrint implements PrintLog {
  private written = 0;
  /** Why it cannot be written any more: whoever learns it first may not be the one who sends. */
  private lost: Error | null = null;

  constructor(
    protected readonly ctx: Ctx,
    readonly name: string,
    public wish: PrintLog['wish'],
    protected readonly lease: Pick<Lease, 'renew' | 'note' | 'isGood'>,
    public progress: PrintProgress,
  ) {}

  async write(change: Partial<PrintProgress>, everyMs = 0): Promise<void> {
    if (this.lost) throw this.lost;
    this.progress = { ...this.progress, ...change };
    if (Date.now() - this.written < everyMs) return;
    await this.writeNow();
  }
  /** Before anything is sent: a process that was held up for long looks first whether the machine is still its own, and one that ends
   *  sends no more. */
  async mayGoOn(): Promise<void> {
    if (this.lost) throw this.lost;
    if (!this.lease.isGood || this.ctx.ending?.aborted) await this.writeNow();
  }

  private async writeNow(): Promise<void> {
    this.written = Date.now();
    this.stamp();
    try {
      const wish = await this.ctx.db.transaction(async (db) => {
        await this.lease.renew({ db });
        await this.lease.note({ db }, this.progress);
        return this.keep({ ...this.ctx, db });
      });
      this.wish = wish ?? this.wish;
    } catch (error) {
      this.lost = error instanceof Error ? error : new Error(String(error));
      throw this.lost;
    }
    if (this.ctx.ending?.aborted) throw new LeftOff(); // with what was done written down
  }
  /** Brings the progress up to now. */
  protected stamp(change: Partial<PrintProgress> = {}): void {
    this.progress = { ...this.progress, ...change, at: this.ctx.clock.now().toISOString() };
  }

  async end(how: 'finished' | 'interrupted', change: Partial<PrintProgress>): Promise<void> {
    this.stamp(change);
    await this.ctx.db.transaction(async (db) => {
      await this.lease.renew({ db });
      await this.close({ ...this.ctx, db }, how);
    });
  }

  /** Keeps the progress with its record and gives what is wished of it; null where it is not printing any more. */
  protected abstract keep(inside: Ctx): Promise<PrintLog['wish'] | null>;
  /** Writes the end down, in one transaction: of what was printed, of what it took, of the machine. */
  protected abstract close(inside: Ctx, how: 'finished' | 'interrupted'): Promise<void>;
}
