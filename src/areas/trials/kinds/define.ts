import type { PathQuantity } from '../../../core/gcode/pathColumns.ts';
import type { DefectSymbol } from '../../../core/looks/looks.ts';
import type { Solid } from '../../../core/mesh/solid.ts';
import type { Result } from '../../../core/result/result.ts';
import type { PlateProgram } from '../../../core/resin/plate.ts';
import type { CouponSettings } from '../../../core/toolpath/couponSettings.ts';
import type { QuantityKind } from '../../../core/units/quantities.ts';
import type { AllowedRange } from '../../library/model/records.ts';
import type { ProvingTrial } from '../../library/settings/catalogue.ts';
import type { Values } from '../../library/settings/define.ts';
import type { PlateSettings } from './plateSettings.ts';
import type { ReadingTable } from './table.ts';

/** Kinds that prove a setting, and the one that only compares. */
export type TrialKindKey = ProvingTrial | 'reference-part';

/** One step of the coupon that is tried: its figure and where it stands. `fromMm` to `toMm` is a height for towers, else 0. */
export interface Band {
  readonly value: number;
  readonly fromMm: number;
  readonly toMm: number;
}
/** What is read at each band (or, where a coupon has no bands, at the coupon). */
export interface Feature {
  readonly key: string;
  readonly label: string;
  readonly quantity: QuantityKind | 'score';
  /** What a reading can be; outside it is a slip. */
  readonly range: readonly [number, number];
  readonly unit: string;
  readonly instrument: string;
  readonly resolution: number;
  readonly repeats: number;
  /** Repeats asked for, where more fit; all of them if not said. */
  readonly wanted?: number;
  /** Where and how to read it, in one line. */
  readonly how: string;
  /** May be left out. */
  readonly isOptional?: boolean;
  /** Whether a microscope shows it as a picture to measure on. */
  readonly isUnderMicroscope?: boolean;
  /** What it looks like: for the drawings beside a score and for the bench camera. */
  readonly look?: DefectSymbol;
}

export interface ReadingOf {
  readonly band: number;
  readonly feature: string;
  readonly repeat: number;
  readonly value: number;
}

/** Shapes of a coupon to scale, mm from its centre, for the screen and for print. `band` counts from 1. */
export interface Shape {
  readonly view: 'plan' | 'elevation';
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly band?: number;
  readonly round?: boolean;
  readonly text?: string;
}

export interface Coupon {
  readonly gcode: string;
  readonly sizeMm: readonly [width: number, depth: number, height: number];
  readonly centreMm: readonly [number, number];
  readonly beadVolumeMm3: number;
  readonly bands: readonly Band[];
  readonly shapes: readonly Shape[];
  /** The body itself, where it is one that other programs could print too. */
  readonly solids?: readonly Solid[] | undefined;
  /** Figures of the coupon that its analysis needs. */
  readonly params: Readonly<Record<string, number>>;
}

/** What an accepted trial writes to the pairing. */
export interface Proven {
  readonly setting: string;
  readonly value: number;
  readonly interval: readonly [number, number];
  readonly range: AllowedRange;
}

/** A chart as data: points on the axis of the bands, the fitted curve, the interval as a band, a wanted level. */
export interface ChartData {
  readonly xLabel: string;
  readonly yLabel: string;
  readonly points: readonly { readonly x: number; readonly y: number; readonly series?: string }[];
  readonly curve?: readonly (readonly [number, number])[];
  readonly interval?: readonly [number, number] | undefined;
  readonly best?: number | undefined;
  /** Where the y axis begins; at 0 if not said. */
  readonly yFrom?: number;
  readonly level?: number | undefined;
  /** What the wanted level is called; "accepted" if not said. */
  readonly levelLabel?: string;
}

export interface Analysis {
  readonly method: { readonly name: string; readonly version: number };
  readonly proven: readonly Proven[];
  readonly measurableChange: boolean;
  readonly sentence: string;
  readonly warnings: readonly string[];
  readonly figures: readonly (readonly [label: string, text: string])[];
  readonly chart: ChartData | null;
  /** Bands of a follow-up where the best lies at an end. */
  readonly extendTo?: readonly number[] | undefined;
}

/** What a kind knows of the recipe it was planned with: effective values and choices of the plan. */
export interface Conditions {
  readonly values: Readonly<Record<string, number>>;
  readonly params: Readonly<Record<string, number>>;
  readonly bands: readonly Band[];
  /** Prints of the same series before it, the oldest first. */ readonly series?: readonly SeriesPrint[];
}
/** An earlier print of a series: what it was printed with, what was read of it, and what was changed between it and the one after. */
export interface SeriesPrint extends Omit<Conditions, 'series'> {
  readonly id: string;
  readonly name: string;
  readonly at: string;
  readonly readings: readonly ReadingOf[];
  readonly changedSince: readonly string[];
}

/** What hardware and supplier allow for the settings a kind proves. */
export interface PlanLimits {
  readonly hardware: Readonly<Record<string, readonly [number, number] | null>>;
  readonly supplier: Readonly<Record<string, readonly [number, number] | null>>;
}

/** What a resin trial prints: a plate of fields, each with its own exposure, or several plates one after another; none where nothing is
 *  printed. */
export interface Plate {
  readonly programs: readonly PlateProgram[];
  readonly sizeMm: readonly [width: number, depth: number, height: number];
  readonly bands: readonly Band[];
  readonly shapes: readonly Shape[];
  readonly params: Readonly<Record<string, number>>;
}

/** One kind of trial: plan, readings, analysis, words. Forms, tables and charts are drawn from it. */
interface Kind {
  readonly key: TrialKindKey;
  readonly label: string;
  /** The question it answers, with {machine} for the machine's name. */
  readonly question: string;
  readonly proves: readonly string[];
  /** Kinds that should be proven before. */
  readonly after: readonly TrialKindKey[];
  readonly help: string;
  readonly validDays: number;
  /** What a band is a step of; null where the coupon has no bands. */
  readonly axis: {
    readonly label: string;
    readonly quantity: QuantityKind;
    readonly lowest: number;
    readonly highest: number;
    readonly fewest: number;
    readonly most: number;
  } | null;
  readonly features: readonly Feature[];
  /** How to read the coupon as a whole, in one line. */
  readonly reading: string;
  /** What a further reading of the same feature is called; another place of it if not said. */
  readonly again?: string;
  /** What a place of a coupon without bands should read, where that is known. */
  readonly wantedAt?: (feature: string, conditions: Conditions) => number;
  /** Choices of the plan beside the bands; kept with it under their key. */
  readonly options?: readonly {
    readonly key: string;
    readonly label: string;
    readonly choices: readonly number[];
    readonly default: number;
  }[];
  /** One print of many: set against the prints before it, and kept without proving a value. */
  readonly isSeries?: boolean;
  /** Kinds whose accepted prints on this machine with this material it is set against. */
  readonly comparesWith?: readonly TrialKindKey[];
  /** Heads a machine must have for it; one if not said. */
  readonly heads?: number;
  /** Values of the recipe it cannot do without. */
  readonly needs: readonly string[];
  readonly bandsFor: (values: Values, limits: PlanLimits) => Result<readonly number[]>;
  readonly analyse: (readings: readonly ReadingOf[], conditions: Conditions) => Result<Analysis>;
  /** The same readings as a table in a file. */
  readonly table: ReadingTable;
}
export interface FilamentKind extends Kind {
  readonly technology: 'filament';
  /** The quantity its path is coloured by, where that is not speed. */
  readonly colouredBy?: {
    readonly key: PathQuantity;
    readonly label: string;
    readonly quantity: QuantityKind;
    readonly isOfTravel?: boolean;
  };
  readonly coupon: (
    settings: CouponSettings,
    bands: readonly number[],
    options: Readonly<Record<string, number>>,
  ) => Result<Coupon>;
}
export interface ResinKind extends Kind {
  readonly technology: 'resin';
  /** Area in one piece that its layers were peeled or settled with, where that bears on what it proves. */
  readonly areaMm2?: number;
  readonly plate: (
    settings: PlateSettings,
    bands: readonly number[],
    options: Readonly<Record<string, number>>,
  ) => Result<Plate>;
}
export type TrialKind = FilamentKind | ResinKind;
/** Repeats that make a full set at a feature. */
export const wantedOf = (f: Feature): number => f.wanted ?? f.repeats;
/** Where a full set is read, band by band; what may be left out is none of it. */
export const fullSetOf = (
  { features }: Pick<TrialKind, 'features'>,
  bands: number,
): { readonly band: number; readonly feature: string; readonly repeat: number }[] =>
  Array.from({ length: Math.max(1, bands) }, (_b, i) =>
    features
      .filter((f) => !f.isOptional)
      .flatMap((f) => Array.from({ length: wantedOf(f) }, (_r, k) => ({ band: i + 1, feature: f.key, repeat: k + 1 }))),
  ).flat();
/** How many of a full set are there, of readings counted by feature and repeat. */
export function readingsThere(
  kind: Pick<TrialKind, 'features'>,
  readings: readonly { readonly feature: string; readonly repeat: number; readonly n?: number }[],
): number {
  const ofBand = new Set(fullSetOf(kind, 1).map((p) => `${p.feature}/${p.repeat}`));
  return readings.reduce((s, r) => (ofBand.has(`${r.feature}/${r.repeat}`) ? s + (r.n ?? 1) : s), 0);
}
export const defineKind = (kind: Omit<FilamentKind, 'technology'>): FilamentKind => ({
  technology: 'filament',
  ...kind,
});
export const defineResinKind = (kind: Omit<ResinKind, 'technology'>): ResinKind => ({ technology: 'resin', ...kind });

/** Bands evenly spread round a value, rounded to a step and kept inside limits; at least three distinct ones or null. */
export function bandsRound(centre: number, step: number, count: number, low: number, high: number): number[] | null {
  const middle = Math.round(centre / step) * step;
  const half = Math.floor(count / 2);
  const digits = Math.max(0, -Math.floor(Math.log10(step)) + 1);
  let from = middle - half * step;
  if (from + (count - 1) * step > high) from = high - (count - 1) * step;
  if (from < low) from = Math.ceil(low / step - 1e-9) * step;
  const bands = Array.from({ length: count }, (_, i) => Number((from + i * step).toFixed(digits))).filter(
    (b) => b >= low - 1e-9 && b <= high + 1e-9,
  );
  return bands.length >= 3 ? bands : null;
}

/** Mean of the repeats of a feature in each band, bands in order; null where one is missing. */
export function meanByBand(readings: readonly ReadingOf[], feature: string, bands: number): (number | null)[] {
  return Array.from({ length: bands }, (_, i) => {
    const of = readings.filter((r) => r.band === i + 1 && r.feature === feature);
    return of.length > 0 ? of.reduce((s, r) => s + r.value, 0) / of.length : null;
  });
}
