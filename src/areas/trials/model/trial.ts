import type { Solid } from '../../../core/mesh/solid.ts';
import type { PrintProgress } from '../../machines/model/print.ts';
import type { Values } from '../../library/settings/define.ts';
import type { Band, PlanLimits, Shape } from '../kinds/define.ts';

/** What a coupon was made for; frozen when the trial is planned. */
export interface TrialPlan {
  /** Effective values of the recipe at that time, figures only. */
  readonly conditions: Readonly<Record<string, number>>;
  /** Choices of the plan and figures of the coupon that the analysis needs. */
  readonly params: Readonly<Record<string, number>>;
  /** What hardware and supplier allowed for what it proves; null in plans kept before this was. */
  readonly limits: PlanLimits | null;
  /** Kept recipe it was planned from, and that recipe’s own values. */
  readonly recipeId: string | null;
  readonly overrides: Values;
  readonly bands: readonly Band[];
  readonly shapes: readonly Shape[];
  /** Middle of the coupon on the bed; missing in plans kept before this was, and for resin. */
  readonly centreMm?: readonly [number, number];
  /** Where several coupons are laid in one program: which of them this is, and the lines of that program that lay it. */
  readonly plate?: PlateShare;
  /** The coupon's body; missing where there is none, and in plans kept before this was. */
  readonly solids?: readonly Solid[];
  readonly sizeMm: readonly [width: number, depth: number, height: number];
  readonly timeS: number;
  readonly filamentMm: number;
  readonly massG: number;
  /** Resin it takes, ml; only where resin is printed. */
  readonly resinMl?: number;
  readonly cost: number;
  readonly lines: number;
  /** Plates printed one after another, where one cannot show everything. */
  readonly plates?: number;
}

export interface PlateShare {
  /** Trial that prints for all of them; null for itself. */
  readonly host: string | null;
  readonly place: number;
  readonly of: number;
  readonly lines: readonly [from: number, to: number];
}

/** One value a decision wrote to the pairing. */
export interface Written {
  readonly setting: string;
  readonly before: number | null;
  readonly value: number;
  readonly interval: readonly [number, number];
  readonly range: readonly [number, number];
}
export interface Decision {
  readonly outcome: 'accepted' | 'set aside';
  readonly why: string;
  readonly by: string;
  readonly byName: string;
  readonly written: readonly Written[];
  readonly pairingRevision: number | null;
  /** Method and version it was decided by, and what it said; missing in decisions kept before this was. */
  readonly analysis?: { readonly method: string; readonly version: number; readonly sentence: string } | undefined;
}
export type { PrintProgress };
