import type { Corner, Rectangle } from './bed.ts';

/** What a word or macro of a controller's own brings about, as far as a check reads it. */
export const macroEffects = [
  'nothing',
  'homes',
  'heats nozzle',
  'heats bed',
  'levels',
  'cools',
  'primes',
  'pauses',
] as const;
export type MacroEffect = (typeof macroEffects)[number];
export interface MacroStep {
  readonly does: MacroEffect;
  /** Parameter of the call that says how hot. */
  readonly by?: string;
}
/** How a controller reads programs, where it differs from the plain one. */
export interface ProgramReading {
  /** What filament is counted in until the program itself says otherwise (M200). */
  readonly filamentIn?: 'mm' | 'mm³';
  /** Whether speeds of M203 are by the minute. */
  readonly areFeedLimitsPerMinute?: boolean;
  /** What it pulls back by itself at G10, and how fast. */
  readonly ownRetraction?: { readonly mm: number; readonly mmPerS: number };
  /** Words and macros it knows beside those that every controller does, by their names in capitals. */
  readonly macros?: Readonly<Record<string, readonly MacroStep[]>>;
  /** A round plate: its middle and radius. */
  readonly roundBed?: { readonly x: number; readonly y: number; readonly radiusMm: number };
  /** Corners of a plate of another outline. */
  readonly bedOutline?: readonly Corner[];
  /** Where nothing may be laid. */
  readonly zones?: readonly Rectangle[];
  /** Where laying beside the plate is meant: two corners each. */
  readonly purgePlaces?: readonly Rectangle[];
}

const NAME = /^(?:[A-Z_][A-Z_0-9]*[A-Z_][A-Z_0-9]*|[GM]\d{1,4})$/;
const STEP = new RegExp(`^(${macroEffects.join('|')})(?:\\s+by\\s+([A-Za-z_][A-Za-z_0-9]*))?$`);
const isHeat = (does: MacroEffect): boolean => does === 'heats nozzle' || does === 'heats bed';

/** Reads what a controller's words do as it is typed, one a line: "BEGIN: homes, heats bed by BED, heats nozzle by NOZZLE, primes". Gives the
 *  first line that says nothing of the kind instead. */
export function readMacros(text: string): {
  readonly macros: Record<string, MacroStep[]>;
  readonly wrong: string | null;
} {
  const macros: Record<string, MacroStep[]> = {};
  for (const line of text.split(/[\n;]/)) {
    if (line.trim() === '') continue;
    const [name = '', steps = '', ...rest] = line.split(':').map((t) => t.trim());
    const read = steps.split(',').map((t) => STEP.exec(t.trim()));
    const isRead = rest.length === 0 && NAME.test(name.toUpperCase()) && read.every((r) => r !== null);
    // a heat is read from a figure of the call: without its name nobody knows how hot
    if (!isRead || read.some((r) => isHeat(r[1] as MacroEffect) !== (r[2] !== undefined)))
      return { macros, wrong: line.trim() };
    macros[name.toUpperCase()] = read.map((r) => ({
      does: r[1] as MacroEffect,
      ...(r[2] && { by: r[2].toUpperCase() }),
    }));
  }
  return { macros, wrong: null };
}

/** Parameters of a call, by their names in capitals: NAME=VALUE, as many macros take them. */
export function parametersOf(call: string): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const [, name, quoted, plain] of call.matchAll(/([A-Za-z_][A-Za-z_0-9]*)\s*=\s*(?:"([^"]*)"|(\S+))/g))
    found.set(name!.toUpperCase(), quoted ?? plain!);
  return found;
}
