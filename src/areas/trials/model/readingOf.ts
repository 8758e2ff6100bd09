import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { parseQuantity } from '../../../core/units/parse.ts';
import type { Feature } from '../kinds/define.ts';

/** What stands in a field that was read and is read no more. */
export const WITHDRAWN = '';

/** The figure that was typed of a feature, in its canonical unit, or why it cannot have been read there. */
export function readingOf(feature: Feature, typed: string): Result<number> {
  const isWhole = feature.quantity === 'count' || feature.quantity === 'score';
  const parsed = parseQuantity(typed, feature.quantity === 'score' ? 'count' : feature.quantity);
  if (!parsed.ok) return parsed;
  const value = parsed.value.canonical;
  const [least, most] = feature.range;
  if (value < least || value > most)
    return fail({
      code: 'guard',
      what: `${value} ${feature.unit} cannot be read here`,
      todo: `${least} to ${most} ${feature.unit} can: check the unit and read again`,
    });
  if (isWhole && !Number.isInteger(value))
    return fail({ code: 'guard', what: `${value} is not a whole number`, todo: 'count again' });
  return succeed(value);
}
