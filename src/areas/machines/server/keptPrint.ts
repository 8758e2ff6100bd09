import type { Ctx } from '../../../platform/db/context.ts';
import type { PrintProgress } from '../model/print.ts';
import type { PrintLog } from './linePrint.ts';

/** A print that is written down while it runs, whoever owns its record: seldom enough, with the lease renewed and wishes learnt each time. */
export abstract class KeptPrint implements PrintLog {
  private written = 0;
  /** Why it cannot be written any more: whoever learns it first may not be the one who sends. */
  private lost: Error | null = null;

  constructor(
    protected readonly ctx: Ctx,
    public wish: PrintLog['wish'],
    private readonly renewLease: () => Promise<boolean>,
    public progress: PrintProgress,
  ) {}

  async write(change: Partial<PrintProgress>, everyMs = 0): Promise<void> {
    if (this.lost) throw this.lost;
    this.progress = { ...this.progress, ...change };
    if (Date.now() - this.written < everyMs) return;
    this.written = Date.now();
    this.stamp();
    try {
      if (!(await this.renewLease())) throw new Error('another worker holds this machine');
      this.wish = (await this.keep()) ?? this.wish;
    } catch (error) {
      this.lost = error instanceof Error ? error : new Error(String(error));
      throw this.lost;
    }
  }
  /** Brings the progress up to now. */
  protected stamp(change: Partial<PrintProgress> = {}): void {
    this.progress = { ...this.progress, ...change, at: this.ctx.clock.now().toISOString() };
  }

  /** Keeps the progress with its record and gives what is wished of it; null where it is not printing any more. */
  protected abstract keep(): Promise<PrintLog['wish'] | null>;
  abstract end(how: 'finished' | 'interrupted', change: Partial<PrintProgress>): Promise<void>;
}
