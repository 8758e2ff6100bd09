import type { CareDue, CareState, CareTask } from './care.ts';
import type { Connection } from './connection.ts';
import type { MachineStop } from './occupancy.ts';
import type { PrintProgress } from './print.ts';
import type { MachineState, PrintState } from './states.ts';
import type { fittedBy, MaintenanceKind } from './maintenance.ts';
import type { EventRow } from '../../../platform/events/model.ts';
import type { Proof } from '../../library/model/records.ts';

/** A machine as the floor shows it. */
export interface MachineCard {
  readonly id: string;
  readonly key: string;
  readonly name: string;
  readonly place: string;
  readonly state: MachineState;
  /** Whether it can be reached, and so be stopped, from here. */
  readonly isStoppedFromHere: boolean;
  /** What stands on the plate of a machine that stopped. */
  readonly stop: MachineStop | null;
  readonly printer: string;
  readonly printerId: string;
  readonly technology: 'filament' | 'resin';
  readonly heads: number;
  /** What is on the heads after the first. */
  readonly others: readonly {
    /** As programs call it: 1 is the second head. */
    readonly tool: number;
    readonly mounted: MachineCard['mounted'];
    readonly loaded: MachineCard['loaded'];
    readonly proofs: readonly Proof[];
  }[];
  readonly said: ReportedState | null;
  readonly mounted: { readonly id: string; readonly name: string; readonly at: string; readonly byName: string } | null;
  readonly loaded: {
    readonly id: string;
    readonly name: string;
    readonly lot: string;
    readonly remainingG: number;
    /** Of the spool or bottle. */
    readonly code: string;
    readonly containerId: string;
    /** Since when, and by whose hand. */
    readonly at: string;
    readonly byName: string;
  } | null;
  readonly proofs: readonly Proof[];
}
/** What wears on a machine and is put on anew, as it was last. */
export interface Fitted {
  readonly kind: keyof typeof fittedBy;
  /** What it is, as somebody wrote it. */
  readonly note: string;
  /** Null where nobody has said since when. */
  readonly since: string | null;
  readonly byName: string | null;
  /** What it has done since then. */
  readonly hours: number;
  readonly prints: number;
}
/** What a machine says of itself at this moment. */
export interface MachineReport {
  readonly at: string;
  /** Why it says nothing; null where it does. */
  readonly why: string | null;
  readonly figures: readonly { readonly what: string; readonly value: string }[];
  /** What it reads off the spool of each head; null where it has no readers. */
  readonly codes:
    | readonly {
        readonly head: number;
        readonly code: string | null;
        /** The spool of that code; null where there is none. */
        readonly of: { readonly code: string; readonly name: string; readonly lot: string } | null;
      }[]
    | null;
}

/** What is on a head. */
export interface OnHead {
  /** As programs call it: 0 is the first. */
  readonly head: number;
  readonly toolId: string | null;
  readonly toolName: string | null;
  readonly materialId: string | null;
  readonly materialName: string | null;
  readonly lot: string | null;
  /** Of the spool or bottle. */
  readonly code: string | null;
  readonly remainingG: number;
}
/** A machine on the live floor. */
export interface FloorRow {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly state: MachineState;
  readonly stop: MachineStop | null;
  readonly printer: string;
  readonly printerId: string;
  readonly technology: 'filament' | 'resin';
  /** Whether it can be reached, and so be stopped, from here. */
  readonly isStoppedFromHere: boolean;
  /** What has its plate. */
  readonly print: {
    readonly of: 'job' | 'trial';
    readonly ofId: string;
    readonly name: string;
    readonly isUnderWay: boolean;
    readonly since: string;
    readonly expected: string;
    /** As the device said it last; null before it has said anything. */
    readonly heard: Heard | null;
  } | null;
  readonly onHeads: readonly OnHead[];
}
/** Of a row of the floor, what has changed of it. */
export type FloorChange = Pick<FloorRow, 'id'> & Partial<FloorRow>;
/** What is heard of a machine that prints. */
export interface Heard extends Pick<
  PrintProgress,
  'phase' | 'zMm' | 'nozzleC' | 'nozzleTargetC' | 'bedC' | 'bedTargetC' | 'resinC' | 'message' | 'isUnheard' | 'at'
> {
  /** How much of it is done, of 1. */
  readonly share: number;
}

export interface MachinePage extends MachineCard {
  /** Care that is due, or soon, or under way. */
  readonly care: readonly CareRow[];
  readonly fitted: readonly Fitted[];
  /** What nobody has read off the machine: its printer profile says so, since then. */
  readonly profile: { readonly at: string; readonly values: Readonly<Record<string, number>> };
  readonly device: Connection | null;
  /** What people should know who work at it. */
  readonly notes: string;
  readonly version: number;
  readonly maintenance: readonly {
    readonly id: string;
    readonly kind: string;
    readonly note: string;
    readonly byName: string;
    readonly at: string;
  }[];
  readonly events: readonly EventRow[];
}

/** A care task of one machine. */
export interface CareRow extends CareDue {
  readonly machineId: string;
  readonly machineName: string;
  readonly place: string;
  readonly key: string;
  readonly task: CareTask;
  readonly doneAt: string | null;
  readonly doneByName: string | null;
  readonly isUnderWay: boolean;
}
/** The care of one machine. */
export interface CarePage {
  readonly machine: {
    readonly id: string;
    readonly name: string;
    readonly place: string;
    readonly printerId: string;
    readonly state: MachineState;
  };
  readonly tasks: readonly CareRow[];
  readonly underWay: {
    readonly id: string;
    readonly key: string;
    readonly task: CareTask;
    readonly byName: string;
    readonly at: string;
    /** Those that are done. */
    readonly steps: readonly { readonly reading: number | null; readonly byName: string; readonly at: string }[];
  } | null;
  readonly rounds: readonly {
    readonly id: string;
    readonly name: string;
    readonly state: CareState;
    readonly byName: string;
    readonly at: string;
    readonly endedAt: string | null;
    readonly why: string | null;
  }[];
}
/** The care tasks of a printer profile. */
export interface CarePlan {
  readonly printer: { readonly id: string; readonly name: string; readonly technology: 'filament' | 'resin' };
  readonly tasks: readonly {
    readonly key: string;
    readonly task: CareTask;
    /** Of what was written last; 0 where it is as the templates have it. */
    readonly version: number;
  }[];
}

/** One execution of a job, in the list of its prints. */
export interface PrintRow {
  readonly number: number;
  readonly state: PrintState;
  readonly byName: string;
  readonly since: string;
  readonly endedAt: string | null;
  readonly why: string | null;
  readonly judgedByName: string | null;
}

/** Work on a machine, in the log of all. */
export interface MaintenanceRow {
  readonly id: string;
  readonly machineId: string;
  readonly machineName: string;
  readonly kind: MaintenanceKind;
  readonly note: string;
  readonly byName: string;
  readonly at: string;
}

/** What no file carries and only somebody at the machine can say. */
export interface ReportedState {
  readonly speedPercent: number;
  readonly lid: 'open' | 'closed' | 'none';
  readonly resinC: number | null;
  /** Resin in the vat; missing where it was never asked for. */
  readonly inVatMl?: number | null | undefined;
  readonly byName: string;
  readonly at: string;
}
