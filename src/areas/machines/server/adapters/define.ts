import type { Connection, WayOfConnection } from '../../model/connection.ts';
import type { PrintLog } from '../linePrint.ts';
import type { SentStack } from '../stackPrint.ts';

/** What a device shows that is only looked at. */
export interface DeviceLook {
  readonly says: string;
  /** What it does although nobody may have asked for it; null where it neither heats nor prints. */
  readonly does: string | null;
  /** Figures of its own: what it is, and how much. */
  readonly figures: readonly { readonly what: string; readonly value: string }[];
  /** Codes it reads off what is loaded, head by head; null where it has no readers. */
  readonly codes: readonly (string | null)[] | null;
}
/** One way in which machines are connected: everything that differs between ways is here. */
export interface Adapter<W extends WayOfConnection> {
  /** Whether it can be looked at while something prints on it. */
  readonly isSeenAtWork: boolean;
  /** Looks at a device and changes nothing; throws where it does not answer, or in another language. */
  readonly look: (at: Connection<W>) => Promise<DeviceLook>;
  /** Stops it at once, beside whoever prints on it; throws where it is not reached. */
  readonly stop: (at: Connection<W>) => Promise<void>;
  /** Prints lines as they were judged, from where the device stands to the end, a pause, a cancel or an interruption, under a lease of
   *  that epoch; null where it takes none. */
  readonly program:
    ((at: Connection<W>, lines: readonly string[], log: PrintLog, epoch: number) => Promise<void>) | null;
  /** The same with a layer stack. */
  readonly stack: ((at: Connection<W>, stack: SentStack, log: PrintLog, epoch: number) => Promise<void>) | null;
}
