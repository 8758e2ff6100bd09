import type { Proof } from '../../library/model/records.ts';
import { resolveValues, valuesOf, type Effective, type Level } from '../../library/model/resolve.ts';
import { otherHeadRoles, type RecipeInput, type RecipeMachine, type RecipeRole } from '../../rules/recipeInput.ts';
import type { Values } from '../../library/settings/define.ts';

export const roleNames = ['part body', ...otherHeadRoles, 'purge'] as const;
export type RoleName = (typeof roleNames)[number];

export interface RoleChoice {
  readonly role: RoleName;
  readonly toolId: string | null;
  readonly materialId: string;
}
/** Pairs of tool and material that a recipe prints with, the part body's first, each once. */
export const pairsOf = (roles: readonly RoleChoice[]): readonly RoleChoice[] => {
  const ordered = [...roles].sort((a, b) => Number(b.role === 'part body') - Number(a.role === 'part body'));
  return ordered.filter(
    (r, i) => ordered.findIndex((x) => x.toolId === r.toolId && x.materialId === r.materialId) === i,
  );
};
/** What somebody chose: everything else is worked out from it. */
export interface RecipeChoice {
  readonly machineId: string | null;
  readonly printerId: string | null;
  readonly processId: string;
  readonly roles: readonly RoleChoice[];
}

/** Everything a browser needs to work a recipe out while values are typed: sources of values in order of precedence, and proofs. */
export interface RecipeSheet {
  readonly technology: 'filament' | 'resin';
  readonly place: string;
  /** The process by its name. */
  readonly process: string;
  readonly levels: readonly Level[];
  readonly proofs: Readonly<Record<string, Proof>>;
  readonly machine: RecipeMachine | null;
  readonly roles: readonly RecipeRole[];
  /** Revisions in every chain, for the pin. */
  readonly revisions: readonly { readonly profile: string; readonly number: number }[];
}
export interface RecipeRow {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly process: string;
  readonly material: string;
  readonly byName: string;
  readonly at: string;
  readonly pins: number;
}
export interface RecipePage {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly choice: RecipeChoice;
  readonly overrides: Values;
  readonly sheet: RecipeSheet;
  readonly pins: readonly {
    readonly id: string;
    readonly sha256: string;
    readonly at: string;
    readonly byName: string;
    readonly isNow: boolean;
  }[];
}

/** Effective values of the part body with who won, and the recipe as its rules read it. */
export function workOut(
  sheet: RecipeSheet,
  overrides: Values,
): { readonly effective: ReadonlyMap<string, Effective>; readonly input: RecipeInput } {
  const levels =
    Object.keys(overrides).length > 0
      ? [{ kind: 'job' as const, name: 'this recipe only', profileId: null, own: overrides }, ...sheet.levels]
      : sheet.levels;
  const effective = resolveValues(levels);
  return {
    effective,
    input: {
      technology: sheet.technology,
      values: valuesOf(effective),
      roles: sheet.roles,
      proofs: sheet.proofs,
      provenOnly: false,
      machine: sheet.machine,
    },
  };
}
