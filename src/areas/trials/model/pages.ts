import type { Proof } from '../../library/model/records.ts';
import type { Analysis, SeriesPrint, TrialKindKey } from '../kinds/define.ts';
import type { MachineStop } from '../../machines/model/occupancy.ts';
import type { DoneWork } from './drift.ts';
import type { PictureRow } from './pictures.ts';
import type { TrialState } from './states.ts';
import type { PrintWish } from '../../machines/model/print.ts';
import type { Decision, PrintProgress, TrialPlan } from './trial.ts';

/** A reading that stands, as its page shows it. */
export interface ReadingRow {
  readonly id: string;
  readonly band: number;
  readonly feature: string;
  readonly repeat: number;
  readonly typed: string;
  readonly value: number;
  readonly personId: string;
  readonly personName: string;
  readonly instrument: string;
  readonly supersedes: string | null;
  readonly at: string;
}

/** A trial as its page reads it. */
export interface TrialPage {
  readonly id: string;
  readonly number: number | null;
  readonly kind: TrialKindKey;
  readonly machineId: string;
  readonly toolId: string;
  readonly materialId: string;
  readonly processId: string;
  readonly lot: string;
  readonly plan: TrialPlan;
  readonly state: TrialState;
  readonly wish: PrintWish;
  readonly progress: PrintProgress | null;
  readonly decision: Decision | null;
  readonly createdByName: string;
  readonly version: number;
  readonly name: string;
  readonly createdAt: string;
  readonly decidedAt: string | null;
  readonly machineName: string;
  readonly toolName: string;
  readonly materialName: string;
  readonly processName: string;
  readonly readings: readonly ReadingRow[];
  readonly analysis: Analysis | null;
  readonly refusal: string | null;
  /** What has changed on the machine or in the recipe since the trial was planned. */
  readonly changed: readonly string[];
  readonly gcodeBytes: number;
  readonly hasDevice: boolean;
  /** What of it stands on the machine that stopped, and whether its print can go on from there. */
  readonly stop: MachineStop | null;
  /** For how many seconds nothing was heard of its print; null where it is heard of, or does not print. */
  readonly silentS: number | null;
  readonly resumes: boolean;
  readonly proofs: readonly Proof[];
  /** Accepted trials of this kind on this machine, oldest first, for the control chart. */
  readonly earlier: readonly EarlierValue[];
  /** Work done on the machine: limits of a series begin anew after what touches it. */
  readonly work: readonly Omit<DoneWork, 'machineId'>[];
  /** Days that evidence of it holds by the farm's policy. */ readonly validDays: number;
  /** Jobs on the same machine, tool and material whose verdict accepting would put out of date. */ readonly openJobs: readonly {
    readonly id: string;
    readonly name: string;
    readonly title: string;
  }[];
  /** Pictures of it and, where it is one of a series, of the prints before it. */
  readonly pictures: readonly (PictureRow & { readonly trialId: string })[];
  /** Earlier prints of its series, the oldest first; empty where the kind is none. */
  readonly series: readonly Pick<SeriesPrint, 'id' | 'name' | 'at' | 'readings' | 'changedSince'>[];
}
export interface EarlierValue {
  readonly id: string;
  readonly name: string;
  readonly at: string;
  readonly setting: string;
  readonly value: number;
  readonly materialName: string;
  readonly machineName: string;
  readonly isSister: boolean;
}

/** A trial in a list. */
export interface TrialRow {
  readonly id: string;
  readonly name: string;
  readonly kind: TrialKindKey;
  readonly state: TrialState;
  readonly lot: string;
  readonly createdAt: string;
  readonly decidedAt: string | null;
  readonly decision: Decision | null;
  readonly plan: TrialPlan;
  readonly machineId: string;
  readonly machineName: string;
  readonly toolName: string;
  readonly materialName: string;
  readonly createdByName: string;
  /** How many of a full set of readings are there. */
  readonly readings: number;
  readonly wanted: number;
}
