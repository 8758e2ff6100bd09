import type { MotionLimits } from '../../../core/motion/limits.ts';
import type { MeshLaySettings } from '../../../core/toolpath/layMesh.ts';
import type { Proof } from '../../library/model/records.ts';
import type { RecipeMachine, RecipeRole } from '../../library/rules/define.ts';
import type { Values } from '../../library/settings/define.ts';

export type JobClass = 'customer part' | 'in-house' | 'lights-out';
/** What a part is for: it decides which values matter. */
export const purposes = [
  'look',
  'throw-away fit',
  'flexible',
  'loaded',
  'snap fit',
  'to be sanded',
  'accurate',
] as const;
export type Purpose = (typeof purposes)[number];
/** What the farm's policy allows a job of this class; null where it says nothing. */
export interface Ceilings {
  readonly massG: number | null;
  readonly cost: number | null;
  readonly hours: number | null;
}

/** Everything the rules read besides the program itself: plain data, pinned with each check run. */
export interface LimitSheet {
  readonly job: {
    readonly class: JobClass;
    readonly provenOnly: boolean;
    readonly fileName: string;
    readonly quantity: number;
    /** Null where nobody said, and in older runs. */
    readonly purpose?: Purpose | null;
  };
  /** The farm's policy for this class of job; runs kept before it was read have none. */
  readonly policy?: { readonly ceilings: Ceilings; readonly firstLayerMostMmPerS: number | null };
  readonly machine: {
    readonly id: string;
    readonly name: string;
    readonly travelMm: readonly [number, number, number];
    readonly motion: MotionLimits;
    /** Zones nothing may be laid in: two corners each. Runs kept before they were read have none. */
    readonly zonesMm?: readonly (readonly [number, number, number, number])[];
    readonly bedMaxC: number | null;
    readonly fileNameLongest: number;
    readonly fileNameSpaces: boolean;
    readonly ratePerHour: number;
    /** Tools it holds at once, and whether it is connected; runs kept before they were read have none. */
    readonly heads?: number;
    readonly isConnected?: boolean;
    /** What is known of it, as recipes' rules read it. */
    readonly asKnown?: RecipeMachine;
    readonly mounted: { readonly id: string; readonly name: string; readonly nozzleMm: number } | null;
    readonly loaded: {
      readonly id: string;
      readonly name: string;
      readonly lot: string;
      readonly remainingG: number;
    } | null;
  };
  readonly recipe: {
    readonly tool: {
      readonly id: string;
      readonly name: string;
      readonly nozzleMm: number;
      readonly hotEndMaxC: number | null;
      readonly catalogueFlowMm3PerS: number | null;
    };
    readonly material: {
      readonly id: string;
      readonly name: string;
      readonly densityGPerCm3: number;
      readonly pricePerKg: number;
      readonly nozzleRangeC: readonly [number, number] | null;
      readonly bedRangeC: readonly [number, number] | null;
    };
    readonly process: { readonly id: string; readonly name: string };
    readonly flow: number;
    /** Effective values, and the roles with what each is printed with: what recipes' rules read; missing in older runs. */
    readonly values?: Values;
    readonly roles?: readonly RecipeRole[];
    /** How a mesh would be laid; missing where the recipe or the start block lacks something, and in older runs. */
    readonly lay?: MeshLaySettings | null;
    /** Least time a layer needs to cool; missing in older runs. */
    readonly lowestLayerTimeS?: number | null;
    /** Kind of plastic. */
    readonly family?: string | null;
    /** Whether the plastic wants the machine closed or open; missing in older runs. */
    readonly enclosureNeed?: string | null;
    /** Scale of X, Y and Z; runs kept before it was read have none. */
    readonly scalePercent?: readonly [number, number, number];
  };
  /** Evidence by setting for this machine, tool and material; missing where there is none. */
  readonly proofs: Readonly<Record<string, Proof>>;
}
