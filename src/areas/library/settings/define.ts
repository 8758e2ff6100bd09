import type { DrawnSign } from '../../../core/signs/signs.ts';
import type { QuantityKind } from '../../../core/units/quantities.ts';

export type ProfileKind = 'printer' | 'tool' | 'material' | 'process' | 'pairing';
export type SettingValue = number | string | boolean | readonly number[];
export type Values = Readonly<Record<string, SettingValue>>;

/** What on the part a setting changes: the groups of the ledger, in the order they are read. */
export const groups = [
  'Temperature and bonding',
  'Size and surface',
  'Strength and speed',
  'Sticking to the bed',
  'Strings and blobs',
  'Small parts',
  'The machine itself',
  'Cost and stock',
] as const;
export type Group = (typeof groups)[number];

interface Common {
  readonly key: string;
  readonly label: string;
  readonly group: Group;
  readonly technology: 'filament' | 'resin' | 'both';
  /** Kinds of profile this value may stand in. */
  readonly owners: readonly ProfileKind[];
  readonly what: string;
  readonly tooLow: string;
  readonly tooHigh: string;
  /** How too low and too high look on the part, where a drawing tells more than words. */
  readonly seen?: readonly [DrawnSign, DrawnSign];
  /** The kind of trial that proves it, by its key. */
  readonly provenBy?: string;
  /** What it rests on where no trial of its own proves it though machine, tool and material refine it. */
  readonly restsOn?: string;
  /** What the thing is, not how it is used: no recipe can change it. Everything of a printer or tool is. */
  readonly isFact?: boolean;
}
export interface NumberSetting extends Common {
  readonly type: 'number' | 'integer';
  readonly quantity: QuantityKind;
  /** Typing guard: a figure outside is a slip of unit or finger, not a choice. */
  readonly range: readonly [number, number];
  readonly default?: number;
  /** Figure worked out from other settings when nothing has a value, and how it reads. */
  readonly formula?: {
    readonly reads: readonly string[];
    readonly text: string;
    readonly compute: (v: Values) => number | null;
  };
}
export interface ChoiceSetting extends Common {
  readonly type: 'choice';
  readonly choices: readonly string[];
  readonly default?: string;
}
export interface FlagSetting extends Common {
  readonly type: 'flag';
  readonly default?: boolean;
}
export interface TextSetting extends Common {
  readonly type: 'text';
  readonly longest: number;
  /** Lines a machine is sent as they stand. */
  readonly isProgram?: boolean;
  /** What a controller's words do, one a line. */
  readonly areMacros?: boolean;
  /** How its figures are written: corners of an outline, or two corners of each rectangle. */
  readonly written?: 'outline' | 'rectangles';
  readonly default?: string;
}
/** Two ends, lowest first, of what a supplier or maker allows. */
export interface RangeSetting extends Common {
  readonly type: 'range';
  readonly quantity: QuantityKind;
  readonly range: readonly [number, number];
  /** Setting whose gauge draws this range. */ readonly boundsOf?: string;
}

export type Setting = NumberSetting | ChoiceSetting | FlagSetting | TextSetting | RangeSetting;

/** Identity that makes the compiler check an entry where it is written. */
export const defineSettings = <const T extends readonly Setting[]>(settings: T): T => settings;

export const numberOf = (values: Values, key: string): number | null =>
  typeof values[key] === 'number' ? values[key] : null;

/** A range, where the value is one. */
export function rangeOf(values: Values, key: string): readonly [low: number, high: number] | null {
  const v = values[key];
  return Array.isArray(v) && v.length === 2 ? [Number(v[0]), Number(v[1])] : null;
}

/** Whether a recipe may have a value of its own for it: hardware and what a material is stay what they are. */
export const maySetInRecipe = (s: Setting): boolean =>
  !s.isFact && s.type !== 'range' && s.owners.some((o) => o === 'process' || o === 'material' || o === 'pairing');
