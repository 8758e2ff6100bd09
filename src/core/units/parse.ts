import { fail, succeed, type Result } from '../result/result.ts';
import { quantities, type Quantity, type QuantityKind, type Unit } from './quantities.ts';

export interface TypedFigure {
  readonly canonical: number;
  readonly typedIn: string;
}

const FIGURE = /^([+-]?(?:\d+(?:\.\d*)?|\.\d+))\s*(.*)$/;
/** Two marks, or one with three figures behind it that do not begin with a nought. */
const MAY_PART_THOUSANDS = /,.*[,.]|\..*,|^[+-]?[1-9]\d{0,2},\d{3}(?!\d)/;

/** The canonical figure of what a person typed ("250um", "3600 mm/min"), or why it cannot be read.
 *  A figure without unit is canonical. A comma is the decimal sign, as keypads of half the world have no other, but where it could part
 *  thousands as well: 1,250 has two readings. */
export function parseQuantity(text: string, kind: QuantityKind): Result<TypedFigure> {
  const quantity: Quantity = quantities[kind];
  const trimmed = text.trim();
  if (trimmed === '')
    return fail({
      code: 'empty',
      what: 'Nothing typed',
      todo: `type a figure in ${quantity.canonical || 'plain numbers'}`,
    });
  if (MAY_PART_THOUSANDS.test(trimmed))
    return fail({
      code: 'comma',
      what: `"${trimmed}" may mean thousands or a fraction`,
      todo: 'type a point for decimals and no thousands mark',
    });
  const match = FIGURE.exec(trimmed.replace(',', '.'));
  if (!match)
    return fail({
      code: 'notANumber',
      what: `"${trimmed}" is not a figure`,
      todo: `type for example ${exampleOf(quantity)}`,
    });
  const unit = match[2] === '' ? quantity.units[0] : findUnit(quantity, match[2]!);
  if (!unit)
    return fail({
      code: 'unknownUnit',
      what: `"${match[2]}" is not a unit of this setting`,
      todo: `use ${quantity.units.map((u) => u.name || 'no unit').join(', ')}`,
    });
  const canonical = tidy(Number(match[1]) * unit.scale + (unit.offset ?? 0));
  return succeed({ canonical, typedIn: unit.name });
}

function findUnit(quantity: Quantity, spelled: string): Unit | undefined {
  const plain = spelled.replace(/\s+/g, '').toLowerCase();
  return quantity.units.find((u) => u.name.toLowerCase() === plain || u.spellings.includes(plain));
}

function exampleOf(quantity: Quantity): string {
  return `12.5 ${quantity.canonical}`.trim();
}

/** Drops the last binary digits of a conversion, so that 250 µm is 0.25 and not 0.25000000000000006. */
export function tidy(value: number): number {
  return Number(value.toPrecision(12));
}
