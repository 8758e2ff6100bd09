/** What is wished of a print. `printed` is a person's word, where nothing is heard of the machine. */
export const printWishes = ['idle', 'print', 'pause', 'cancel', 'printed'] as const;
export type PrintWish = (typeof printWishes)[number];
/** What somebody may ask for. */
export type AskedWish = Exclude<PrintWish, 'idle'>;
export const askedWishes = printWishes.filter((w): w is AskedWish => w !== 'idle');
export const wishText: Readonly<Record<AskedWish, string>> = {
  print: 'print asked for',
  pause: 'pause asked for',
  cancel: 'cancel asked for',
  printed: 'said to be printed',
};

/** How far a print has come, whatever machine prints it. */
export interface PrintProgress {
  readonly phase:
    | 'connecting'
    | 'heating'
    | 'printing'
    | 'handed over'
    | 'paused'
    | 'lost'
    | 'fault'
    | 'displaced'
    | 'refused'
    | 'next plate'
    | 'done'
    | 'cancelled';
  readonly acknowledged: number;
  readonly lines: number;
  readonly zMm: number;
  readonly nozzleC: number;
  readonly nozzleTargetC: number;
  readonly bedC: number;
  readonly bedTargetC: number;
  readonly resends: number;
  readonly message: string | null;
  /** Check of a job whose program is printed; trials have none. */
  readonly runId?: string;
  /** Material taken off the loaded lot for this print so far, g. */
  readonly takenG?: number;
  /** Which of several plates is at hand, from 0, and layers of those before it. */
  readonly plate?: number;
  /** The machine was told to begin, or is about to be: what it says from then on is of this print (of the plate at hand). */
  readonly isBegun?: boolean;
  /** Nothing is heard of the machine: neither heat nor height is known. */
  readonly isUnheard?: boolean;
  /** How long it took by the machine's own clock, where it ran through. */
  readonly tookS?: number;
  /** Resin in the vat, as the printer told it. */
  readonly resinC?: number;
  /** Whether the coupon was laid with others by one program. */
  readonly isShared?: boolean;
  readonly at: string;
}

/** Phases from which a print goes on where it stood. */
export const LASTS: readonly PrintProgress['phase'][] = [
  'connecting',
  'heating',
  'printing',
  'handed over',
  'paused',
  'lost',
  'fault',
];

/** Progress of a print of so many lines (or layers) before anything of it is known. */
export const progressOf = (phase: PrintProgress['phase'], lines: number, at: Date): PrintProgress => ({
  phase,
  acknowledged: 0,
  lines,
  zMm: 0,
  nozzleC: 0,
  nozzleTargetC: 0,
  bedC: 0,
  bedTargetC: 0,
  resends: 0,
  message: null,
  at: at.toISOString(),
});

/** A print that nothing was heard of for so long: whoever prints it has ended, or cannot write it down. */
export const SILENT_AFTER_S = 10;
/** For how long nothing was heard of a print; null where it is heard of. */
export function silentS(progress: PrintProgress | null, now: Date): number | null {
  if (progress === null) return null;
  const age = (now.getTime() - new Date(progress.at).getTime()) / 1000;
  return age > SILENT_AFTER_S ? Math.round(age) : null;
}

/** Whether a line as it is sent may lay something: it moves filament, in whatever mode it is written. */
export const feeds = (line: string): boolean => /E[-+.\d]/.test(line) && !/^(?:M|G92)/.test(line);
