import type { MeasuringPointKey } from './measuringPoint.ts';

export interface ReadingToSend {
  readonly band: number;
  readonly feature: string;
  readonly repeat: number;
  readonly typed: string;
  readonly instrument: string;
  /** What stood there when it was typed. */
  readonly replaces: string | null;
}
interface Waiting {
  readonly reading: ReadingToSend;
  /** Typed while an earlier one of the same place was on its way: it corrects whatever became of that one. */
  readonly isAfterOwn: boolean;
}
export interface QueueEvents {
  /** The server has it, under this id; null where there was nothing to withdraw. */
  readonly onTaken: (key: MeasuringPointKey, typed: string, id: string | null) => void;
  readonly onRefused: (key: MeasuringPointKey, why: string) => void;
}

/** Readings on their way to the server, one after another: one that finds no connection, or a server that fails, waits and is sent again;
 *  one that is refused is told and sent no more. */
export class ReadingQueue {
  private readonly waiting = new Map<MeasuringPointKey, Waiting>();
  private readonly own = new Map<MeasuringPointKey, string | null>();
  private turn: Promise<void> = Promise.resolve();

  constructor(
    private readonly post: (reading: ReadingToSend) => Promise<{ readonly id: string | null }>,
    private readonly events: () => QueueEvents,
  ) {}

  get length(): number {
    return this.waiting.size;
  }
  has(key: MeasuringPointKey): boolean {
    return this.waiting.has(key);
  }

  add(key: MeasuringPointKey, reading: ReadingToSend): Promise<void> {
    this.waiting.set(key, { reading, isAfterOwn: this.waiting.has(key) });
    return this.send();
  }
  /** Sends what waits; whoever asks meanwhile comes after. */
  send(): Promise<void> {
    this.turn = this.turn.then(() => this.sendAll());
    return this.turn;
  }

  private async sendAll(): Promise<void> {
    for (const [key, now] of [...this.waiting]) {
      const { reading, isAfterOwn } = now;
      const replaces = isAfterOwn && this.own.has(key) ? this.own.get(key)! : reading.replaces;
      try {
        const { id } = await this.post({ ...reading, replaces });
        this.own.set(key, id);
        this.drop(key, now);
        this.events().onTaken(key, reading.typed, id);
      } catch (e) {
        const status = (e as { status?: number }).status ?? 0;
        if (status === 0 || status >= 500) continue;
        this.drop(key, now);
        this.events().onRefused(key, (e as Error).message);
      }
    }
  }
  /** What was typed over it meanwhile stays. */
  private drop(key: MeasuringPointKey, sent: Waiting): void {
    if (this.waiting.get(key) === sent) this.waiting.delete(key);
  }
}
