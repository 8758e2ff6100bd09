import { formatQuantity } from '../../../core/units/format.ts';
import type { Proof } from '../model/records.ts';
import { findSetting } from '../settings/catalogue.ts';
import type { SettingValue, Values } from '../settings/define.ts';

export type Technology = 'filament' | 'resin';
export type Severity = 'blocker' | 'caution' | 'note';

/** What stands on the floor, as a recipe's rules read it. */
export interface RecipeMachine {
  readonly name: string;
  readonly ready: boolean;
  readonly mountedToolId: string | null;
  readonly loadedMaterialId: string | null;
  readonly loadedLot: string | null;
  readonly remainingG: number | null;
  /** Speed set at the machine, percent of the program's; null where nobody has said. */
  readonly speedPercent: number | null;
  readonly lid: 'open' | 'closed' | 'none';
  readonly resinC: number | null;
  /** Days since somebody or the machine itself last said what is mounted; null when only the profile says so. */
  readonly knownForDays: number | null;
}
/** One role of a recipe: what is printed with which tool and material. */
export interface RecipeRole {
  readonly role: 'part body' | 'support' | 'support contact' | 'raft/brim';
  readonly toolId: string;
  readonly materialId: string;
  readonly materialName: string;
  readonly family: string;
  readonly bondsWith: string;
  readonly supportPartners: string;
}

export interface RecipeInput {
  readonly technology: Technology;
  /** Effective values of the part body. */
  readonly values: Values;
  readonly roles: readonly RecipeRole[];
  readonly proofs: Readonly<Record<string, Proof>>;
  readonly provenOnly: boolean;
  readonly machine: RecipeMachine | null;
}
/** A fix in figures, as far as it can be applied to a copy of the recipe or done at the machine. */
export interface Change {
  readonly values?: Values;
  readonly machine?: Partial<RecipeMachine>;
  readonly roles?: readonly RecipeRole[];
  readonly proofs?: Readonly<Record<string, Partial<Proof>>>;
}
export interface RecipeFound {
  readonly severity: Severity;
  readonly title: string;
  readonly figure: string;
  readonly limit: string;
  readonly origin: string;
  readonly fix: string;
  readonly change: Change;
}

/** Values as a rule reads them; reading one that the rule has not named is our bug. */
export interface RecipeReader {
  readonly input: RecipeInput;
  readonly has: (key: string) => boolean;
  readonly number: (key: string) => number;
  readonly text: (key: string) => string;
  readonly flag: (key: string) => boolean;
  readonly range: (key: string) => readonly [number, number];
  /** A value as it is shown, with its unit. */
  readonly show: (key: string, value?: SettingValue) => string;
}

export interface RecipeRule {
  readonly id: string;
  readonly about: 'recipe' | 'machine';
  readonly technology: Technology | 'both';
  readonly title: string;
  readonly why: string;
  readonly source: string;
  /** Settings without which it cannot run. */
  readonly reads: readonly string[];
  /** Settings it reads where they are there. */
  readonly readsIfThere?: readonly string[];
  /** Settings of each role's material that it reads through the roles. */
  readonly readsOfRoles?: readonly string[];
  readonly needsMachine?: boolean;
  /** What somebody must have said of the machine; unsaid, the rule cannot run. */
  readonly needsSaid?: 'speedPercent' | 'resinC';
  readonly find: (r: RecipeReader) => readonly RecipeFound[];
  /** Single changes to a clean recipe that it passes and finds; the type asks for one of each. */
  readonly examples: {
    readonly passes: readonly [RuleExample, ...RuleExample[]];
    readonly fails: readonly [RuleExample, ...RuleExample[]];
  };
}
export interface RuleExample {
  readonly says: string;
  readonly change: Change;
}

export const defineRecipeRule = (rule: RecipeRule): RecipeRule => rule;

export function readerOf(rule: RecipeRule, input: RecipeInput): RecipeReader {
  const value = (key: string): SettingValue | undefined => {
    if (!rule.reads.includes(key) && !rule.readsIfThere?.includes(key))
      throw new RangeError(`rule ${rule.id} reads ${key} without naming it`);
    return input.values[key];
  };
  return {
    input,
    has: (key) => value(key) !== undefined && value(key) !== null,
    number: (key) => Number(value(key)),
    text: (key) => String(value(key) ?? ''),
    flag: (key) => value(key) === true,
    range: (key) => value(key) as unknown as readonly [number, number],
    show: (key, given) => {
      const v = given ?? value(key);
      const s = findSetting(key)!;
      return typeof v === 'number' && 'quantity' in s ? formatQuantity(v, s.quantity) : String(v);
    },
  };
}

/** A recipe with a change done to it. */
export function changed(input: RecipeInput, change: Change): RecipeInput {
  const proofs = { ...input.proofs };
  for (const [key, p] of Object.entries(change.proofs ?? {}))
    proofs[key] = { ...(proofs[key] ?? BLANK_PROOF), key, ...p };
  return {
    ...input,
    proofs,
    roles: change.roles ?? input.roles,
    values: { ...input.values, ...change.values },
    machine: input.machine && { ...input.machine, ...change.machine },
  };
}
const BLANK_PROOF: Proof = {
  key: '',
  state: 'unproven',
  value: 0,
  uncertainty: 0,
  range: { min: 0, max: 0, minEnd: 'notTriedBeyond', maxEnd: 'notTriedBeyond' },
  trialId: '',
  trialName: '',
  provenOn: '',
  ageDays: 0,
  daysLeft: 0,
  because: null,
  conditions: {},
};
