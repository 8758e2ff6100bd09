import { createHash } from 'node:crypto';
import { PrinterLost, PrinterRefused, type StackPrinter, type StackPrinterState } from '../devices/stackPrinter.ts';
import type { PrintProgress } from '../model/print.ts';
import type { PrintLog } from './linePrint.ts';

const LOOK_EVERY_MS = 300;
const LOST_FOR_MS = 15_000;

/** A layer stack as it is sent. */
export interface SentStack {
  readonly zip: Uint8Array;
  readonly layers: number;
  /** Layers of plates before this one, where it is one of several. */
  readonly layersBefore?: number;
  /** What somebody does before the next plate, and where that begins; null after the last. */
  readonly next?: { readonly plate: number; readonly says: string } | null;
}

/** Prints a layer stack: sends it unless the printer holds it already, starts or goes on, and follows it to its end. What the printer says
 *  is the truth after any crash of ours. */
export class StackPrint {
  private lostSince = 0;
  /** Whether the printer has been started or told to go on since this run began. */
  private hasBegun = false;

  constructor(
    private readonly stack: SentStack,
    private readonly record: PrintLog,
    private readonly printer: StackPrinter,
  ) {}

  async run(): Promise<void> {
    const { zip } = this.stack;
    const digest = createHash('sha256').update(zip).digest('hex');
    for (;;) {
      try {
        const state = await this.step(zip, digest);
        this.lostSince = 0;
        if (state === 'ended') return;
      } catch (error) {
        if (error instanceof PrinterRefused)
          return this.interrupt(this.hasBegun ? 'fault' : 'refused', `The printer refuses: ${error.message}`);
        if (!(error instanceof PrinterLost)) throw error;
        this.lostSince ||= Date.now();
        if (Date.now() - this.lostSince > LOST_FOR_MS)
          return this.interrupt('lost', `${error.message}; it may go on by itself, go and look`);
        await this.record.write({ phase: 'lost', message: `${error.message}; trying again` });
        if (this.record.wish === 'cancel')
          return this.interrupt('lost', 'Cancelled while the printer could not be reached; stop it by hand');
      }
      await new Promise((again) => {
        setTimeout(again, LOOK_EVERY_MS);
      });
    }
  }

  private async step(zip: Uint8Array, digest: string): Promise<'goes on' | 'ended'> {
    const { wish } = this.record;
    let state = await this.printer.state();
    if (wish === 'cancel') {
      await this.printer.cancel();
      await this.interrupt('cancelled', `Cancelled at layer ${state.layer}; lamp off`);
      return 'ended';
    }
    if (state.digest !== digest && this.record.progress.isBegun) {
      await this.interrupt(
        'displaced',
        'The printer holds another stack, as after a power cut: clear the plate and print again',
      );
      return 'ended';
    }
    if (!this.hasBegun && wish === 'print') {
      if (!this.record.progress.isBegun) {
        state = await this.printer.send(zip);
        await this.record.write({ isBegun: true }); // before it starts: after a crash of ours its own word is believed
      }
      // it may have gone on, and even come to its end, by itself: that is not started again
      if (state.phase !== 'done' && state.phase !== 'cancelled') state = await this.printer.start();
      this.hasBegun = true;
    } else if (wish === 'print' && state.phase === 'paused') state = await this.printer.start();
    else if (wish === 'pause' && state.phase === 'printing') state = await this.printer.pause();
    return this.follow(state);
  }

  private async follow(state: StackPrinterState): Promise<'goes on' | 'ended'> {
    const at = { acknowledged: (this.stack.layersBefore ?? 0) + state.layer, zMm: state.zMm, resinC: state.resinC };
    switch (state.phase) {
      case 'done':
        if (this.stack.next) {
          const { plate, says } = this.stack.next;
          await this.interrupt('next plate', says, { ...at, plate, isBegun: false });
          return 'ended';
        }
        await this.record.end('finished', { ...at, phase: 'done', message: null });
        return 'ended';
      case 'fault':
        await this.interrupt(
          'fault',
          `Interrupted at layer ${state.layer}: ${state.message}. Search the vat before going on`,
          at,
        );
        return 'ended';
      case 'cancelled':
        await this.interrupt('cancelled', `Cancelled at the printer, layer ${state.layer}`, at);
        return 'ended';
      default:
        await this.record.write({ ...at, phase: state.phase === 'paused' ? 'paused' : 'printing', message: null });
        return 'goes on';
    }
  }

  private interrupt(phase: PrintProgress['phase'], message: string, at: Partial<PrintProgress> = {}): Promise<void> {
    return this.record.end('interrupted', { ...at, phase, message });
  }
}
