import type { LedgerRow, RevisionRow } from './records.ts';

/** A profile as its page reads it. */
export interface ProfilePage {
  readonly id: string; readonly kind: 'printer' | 'tool' | 'material' | 'process'; readonly key: string; readonly name: string; readonly stock: boolean; readonly tags: readonly string[];
  readonly head: RevisionRow;
  readonly revisions: readonly RevisionRow[];
  readonly parents: readonly { readonly id: string; readonly name: string; readonly stock: boolean; readonly revision: number }[];
  readonly children: readonly { readonly id: string; readonly name: string }[];
  readonly rows: readonly LedgerRow[];
  readonly draft: { readonly baseRevisionId: string; readonly typed: Record<string, string | null>; readonly updatedAt: string } | null;
  readonly machine: { readonly id: string; readonly name: string; readonly tool: string } | null;
}
