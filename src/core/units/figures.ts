import { formatFigure, formatQuantity } from './format.ts';
import { quantities, type QuantityKind, type Unit } from './quantities.ts';

/** How one person reads and types figures; what is stored stays canonical. */
export interface Figures {
  readonly speed: 'mm/s' | 'mm/min';
  /** For lengths of a few millimetres at most: layer heights, line widths. */
  readonly smallLength: 'mm' | 'µm';
  readonly temperature: '°C' | '°F';
  readonly decimal: 'point' | 'comma';
  /** Currency shown beside the farm's euro, with what one euro is in it. */
  readonly money: { readonly code: string; readonly perEuro: number } | null;
}
export const plainFigures: Figures = {
  speed: 'mm/s',
  smallLength: 'mm',
  temperature: '°C',
  decimal: 'point',
  money: null,
};
const SMALL_LENGTH_MM = 10;

/** Unit this person reads such a quantity in; a length counts as small by the largest that can be meant. */
export function unitFor(kind: QuantityKind, largest: number, f: Figures): Unit {
  const units: readonly Unit[] = quantities[kind].units;
  const name =
    kind === 'speed' || kind === 'slowSpeed'
      ? f.speed
      : kind === 'temperature'
        ? f.temperature
        : kind === 'length' && largest <= SMALL_LENGTH_MM
          ? f.smallLength
          : units[0]!.name;
  return units.find((u) => u.name === name) ?? units[0]!;
}

const DIGITS: Readonly<Record<string, number>> = { 'mm/min': 0, µm: 1, '°F': 1 };

/** A canonical figure with unit as this person reads it. */
export function showFigure(value: number, kind: QuantityKind, largest: number, f: Figures): string {
  const unit = unitFor(kind, largest, f);
  const text =
    unit === quantities[kind].units[0]
      ? formatQuantity(value, kind)
      : `${formatFigure((value - (unit.offset ?? 0)) / unit.scale, kind, DIGITS[unit.name])} ${unit.name}`;
  return withDecimal(text, f);
}
export const withDecimal = (text: string, f: Figures): string =>
  f.decimal === 'comma' ? text.replace(/(\d)\.(\d)/g, '$1,$2') : text;

/** What this person typed, as everybody types it: the comma a point, the unit said. Kept and sent in this form, so that a
 *  figure means the same whoever opens the draft. */
export function toCanonicalText(text: string, kind: QuantityKind, largest: number, f: Figures): string {
  const pointed = f.decimal === 'comma' && !text.includes('.') ? text.replace(/^(\s*[+-]?\d*),(\d+)/, '$1.$2') : text;
  const unit = unitFor(kind, largest, f);
  return unit !== quantities[kind].units[0] && /^\s*[+-]?(\d+\.?\d*|\.\d+)\s*$/.test(pointed)
    ? `${pointed} ${unit.name}`
    : pointed;
}

/** The reverse, for the field it is typed in. */
export function asTyped(text: string, kind: QuantityKind, largest: number, f: Figures): string {
  const unit = unitFor(kind, largest, f);
  const bare =
    unit !== quantities[kind].units[0] && text.endsWith(` ${unit.name}`) ? text.slice(0, -unit.name.length - 1) : text;
  return withDecimal(bare, f);
}
