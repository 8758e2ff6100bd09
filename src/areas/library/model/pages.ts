import type { SettingValue } from '../settings/define.ts';
import type { LedgerRow, Proof, RevisionRow } from './records.ts';

/** A profile as its page reads it. */
export interface ProfilePage {
  readonly id: string;
  readonly kind: 'printer' | 'tool' | 'material' | 'process';
  readonly key: string;
  readonly name: string;
  readonly technology: 'filament' | 'resin';
  readonly stock: boolean;
  readonly retired: boolean;
  readonly tags: readonly string[];
  readonly notes: string;
  /** The released revision, whose values are in force. */
  readonly head: RevisionRow;
  /** The newest one that was not returned: what an edit starts from. In review while its state says so. */
  readonly tip: RevisionRow;
  readonly revisions: readonly RevisionRow[];
  readonly parents: readonly {
    readonly id: string;
    readonly name: string;
    readonly stock: boolean;
    readonly revision: number;
  }[];
  readonly children: readonly { readonly id: string; readonly name: string }[];
  readonly rows: readonly LedgerRow[];
  readonly draft: {
    readonly baseRevisionId: string;
    readonly typed: Record<string, string | null>;
    readonly updatedAt: string;
  } | null;
  readonly machine: { readonly id: string; readonly name: string; readonly tool: string } | null;
}

export interface Named {
  readonly name: string;
  readonly address: string;
}
/** Whom a change of a profile touches. */
export interface Affected {
  readonly profiles: readonly Named[];
  readonly recipes: readonly Named[];
  readonly jobs: readonly Named[];
  readonly trials: readonly Named[];
}

/** One column of a comparison: a profile, a revision or a recipe with its effective values. */
export interface CompareColumn {
  readonly ref: string;
  readonly name: string;
  readonly note: string;
  readonly address: string;
  /** The profile a value can be copied to; null for stock, older revisions and recipes. */ readonly into: {
    readonly kind: string;
    readonly key: string;
  } | null;
  readonly cells: Readonly<
    Record<string, { readonly value: SettingValue; readonly origin: string; readonly proof: Proof | null }>
  >;
}

/** A cell of the matrix of pairings: what is tuned for a material on a machine with its tool, and how the proofs stand. */
export interface PairingCell {
  readonly machineId: string;
  readonly toolId: string;
  readonly toolName: string;
  readonly materialId: string;
  readonly revision: number;
  readonly proofs: readonly Proof[];
  readonly overrides: Readonly<Record<string, SettingValue | null>>;
}
export interface PairingMatrix {
  readonly machines: readonly {
    readonly id: string;
    readonly name: string;
    readonly printer: string;
    readonly technology: 'filament' | 'resin';
    readonly mountedToolId: string | null;
    readonly loadedMaterialId: string | null;
  }[];
  readonly materials: readonly {
    readonly id: string;
    readonly name: string;
    readonly family: string | null;
    readonly technology: 'filament' | 'resin';
  }[];
  readonly cells: readonly PairingCell[];
}
