import type { SettingValue, Values } from '../settings/define.ts';

export type ReasonKind =
  | 'measured'
  | 'habit, untested'
  | 'works round a fault'
  | 'spares the machine'
  | 'copied from elsewhere'
  | 'job-specific';
export interface Reason {
  readonly kind: ReasonKind;
  readonly text: string;
  /** Day from which a workaround should be looked at again, YYYY-MM-DD. */ readonly until?: string | undefined;
}
export type Reasons = Readonly<Record<string, Reason>>;

export type RevisionState = 'in review' | 'released' | 'returned' | 'retired';

/** Each end of an allowed range says whether a trial saw it fail beyond, or only nobody tried. */
export interface AllowedRange {
  readonly min: number;
  readonly max: number;
  readonly minEnd: 'failedBeyond' | 'notTriedBeyond';
  readonly maxEnd: 'failedBeyond' | 'notTriedBeyond';
  /** Where the farm keeps a margin: up to here the trial saw it hold, and `maxEnd` is what lies beyond. From `max` on the margin begins. */
  readonly heldTo?: number;
}
/** Whether a figure lies above a range and yet where it was seen to hold: in the margin that the farm keeps. */
export const isInMargin = ({ max, heldTo }: AllowedRange, value: number): boolean =>
  heldTo !== undefined && value > max && value <= heldTo * (1 + 1e-9);

/** One proven value of a pairing, with the conditions near which it holds. */
export interface PairingEntry {
  readonly value: number;
  readonly uncertainty: number;
  readonly range: AllowedRange;
  readonly trialId: string;
  readonly trialName: string;
  readonly machineId: string;
  readonly conditions: {
    readonly nozzleC?: number;
    readonly layerHeightMm?: number;
    readonly resinC?: number;
    readonly lot?: string;
    /** Light at the fifteen places of a light map, mW/cm², row by row from the left front. */
    readonly light?: readonly number[];
    /** Area of each of the bodies whose layers it was tried on. */
    readonly areaMm2?: number;
  };
  readonly provenOn: string;
  readonly validUntil: string;
}
export type Entries = Readonly<Record<string, readonly PairingEntry[]>>;

export interface ProfileRow {
  readonly id: string;
  readonly kind: 'printer' | 'tool' | 'material' | 'process';
  readonly key: string;
  readonly name: string;
  readonly technology: 'filament' | 'resin';
  readonly retired: boolean;
  readonly stock: boolean;
  readonly parentName: string | null;
  readonly revision: number;
  readonly ownCount: number;
  readonly at: string;
  readonly family: string | null;
  readonly tags: readonly string[];
}

export interface RevisionRow {
  readonly id: string;
  readonly number: number;
  readonly message: string;
  readonly authorName: string;
  readonly at: string;
  readonly state: RevisionState;
  readonly comment: string | null;
  readonly own: Values;
  readonly reasons: Reasons;
}

export type EvidenceState = 'proven' | 'due' | 'sister' | 'unproven';
/** Evidence for one setting as a ledger, a gauge and a rule read it. */
export interface Proof {
  readonly key: string;
  readonly state: EvidenceState;
  readonly value: number;
  readonly uncertainty: number;
  readonly range: AllowedRange;
  readonly trialId: string;
  readonly trialName: string;
  readonly provenOn: string;
  readonly ageDays: number;
  /** Until it runs out by age. */
  readonly daysLeft: number;
  /** Why it is due, e.g. "nozzle changed 3 d ago"; the machine's name when it is a sister's. */
  readonly because: string | null;
  readonly conditions: PairingEntry['conditions'];
  /** Every proven place of a setting that is proven along a condition (along.ts). */
  readonly entries?: readonly PairingEntry[];
}

export interface LedgerRow {
  readonly key: string;
  readonly value: SettingValue | null;
  /** What the profile and its parents give by themselves, before any pairing: what an edit changes. */
  readonly profileValue: SettingValue | null;
  /** What the parents alone give. */
  readonly parentValue: SettingValue | null;
  readonly own: boolean;
  readonly reason: { readonly kind: string; readonly text: string } | null;
  readonly origin: string;
  readonly beaten: readonly { readonly level: string; readonly value: SettingValue }[];
  readonly hardware: readonly [number, number] | null;
  readonly supplier: readonly [number, number] | null;
  readonly proof: Proof | null;
}
