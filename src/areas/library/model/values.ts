import { fail, succeed, type Result } from '../../../core/result/result.ts';
import {
  asTyped,
  plainFigures,
  toCanonicalText,
  showFigure,
  unitFor,
  withDecimal,
  type Figures,
} from '../../../core/units/figures.ts';
import { isPlainText } from '../../../core/formats/plainText.ts';
import { readOutline, readRectangles } from '../../../core/gcode/bed.ts';
import { macroEffects, readMacros } from '../../../core/gcode/reading.ts';
import { cutProgram } from '../../../core/gcode/wire.ts';
import { formatFigure, formatQuantity } from '../../../core/units/format.ts';
import { parseQuantity } from '../../../core/units/parse.ts';
import { meantInstead, slipBetween } from '../../../core/units/slips.ts';
import { findSetting } from '../settings/catalogue.ts';
import type { ProfileKind, Setting, SettingValue, Values } from '../settings/define.ts';

/** The canonical value of what was typed for a setting, or the one message that says what to do. */
export function parseSetting(setting: Setting, text: string, before: SettingValue | null = null): Result<SettingValue> {
  switch (setting.type) {
    case 'number':
    case 'integer': {
      if (text.trim().endsWith('%') && setting.quantity !== 'percent' && setting.quantity !== 'ratio')
        return fail({
          code: 'percent',
          what: `A percentage of what? ${setting.label} is a figure of its own`,
          where: setting.label,
          todo: `type it in ${formatQuantity(1, setting.quantity).replace(/^1 ?/, '') || 'plain numbers'}`,
        });
      const parsed = parseQuantity(text, setting.quantity);
      return parsed.ok
        ? checkValue(setting, parsed.value.canonical, typeof before === 'number' ? before : null)
        : parsed;
    }
    case 'range': {
      const ends = text.split(/\s+to\s+|\s*–\s*|\s*\.\.\s*/);
      if (ends.length !== 2)
        return fail({
          code: 'shape',
          what: 'A range has two ends',
          where: setting.label,
          todo: 'type for example 240 to 260',
        });
      const [low, high] = ends.map((end) => parseQuantity(end, setting.quantity));
      if (!low!.ok) return low!;
      if (!high!.ok) return high!;
      return checkValue(setting, [low!.value.canonical, high!.value.canonical]);
    }
    case 'flag':
      return text === 'yes' || text === 'no'
        ? succeed(text === 'yes')
        : fail({ code: 'shape', what: `"${text}" is neither yes nor no`, where: setting.label });
    default:
      return checkValue(setting, text);
  }
}

/** A canonical value against its setting's type and typing guard; what stood there before helps to guess what was meant. */
export function checkValue(setting: Setting, value: SettingValue, before: number | null = null): Result<SettingValue> {
  const wrong = (what: string, todo: string): Result<SettingValue> =>
    fail({ code: 'guard', what, where: setting.label, todo });
  switch (setting.type) {
    case 'number':
    case 'integer': {
      if (typeof value !== 'number' || !Number.isFinite(value)) return wrong('Not a figure', 'type a figure');
      if (setting.type === 'integer' && !Number.isInteger(value))
        return wrong(`${value} is not a whole number`, 'type a whole number');
      const [low, high] = setting.range;
      if (value < low || value > high) {
        const meant = meantInstead(
          value,
          (v) => v >= low && v <= high && (setting.type === 'number' || Number.isInteger(v)),
          before,
        );
        return wrong(
          `${formatQuantity(value, setting.quantity)} cannot be meant`,
          `${meant === null ? '' : `did you mean ${formatQuantity(meant, setting.quantity)}? `}type ${formatFigure(low, setting.quantity)} to ${formatQuantity(high, setting.quantity)}; check the unit`,
        );
      }
      return succeed(value);
    }
    case 'range': {
      if (
        !Array.isArray(value) ||
        value.length !== 2 ||
        !value.every((v) => typeof v === 'number' && Number.isFinite(v))
      )
        return wrong('A range has two ends', 'type for example 240 to 260');
      const [low, high] = value as [number, number];
      if (low > high) return wrong('The lower end is above the upper', 'swap them');
      if (low < setting.range[0] || high > setting.range[1])
        return wrong(
          'The range reaches beyond what can be meant',
          `keep within ${setting.range[0]} to ${setting.range[1]}`,
        );
      return succeed(value);
    }
    case 'choice':
      return typeof value === 'string' && setting.choices.includes(value)
        ? succeed(value)
        : wrong(`"${String(value)}" is no choice`, `choose ${setting.choices.join(', ')}`);
    case 'flag':
      return typeof value === 'boolean' ? succeed(value) : wrong('Neither yes nor no', 'choose yes or no');
    case 'text':
      if (typeof value !== 'string' || value.length > setting.longest)
        return wrong('Text too long', `keep it below ${setting.longest} characters`);
      if (!isPlainText(value)) return wrong('A character in it is no text', 'type it anew instead of pasting it');
      if (setting.areMacros) {
        const misread = readMacros(value).wrong;
        if (misread !== null)
          return wrong(
            `"${misread}" says of no word what it does`,
            `write NAME: and ${macroEffects.join(', ')}, parted by commas; heats take “by” and a parameter`,
          );
      }
      if (setting.written) {
        const misread = (setting.written === 'outline' ? readOutline(value) : readRectangles(value)).wrong;
        if (misread !== null)
          return setting.written === 'outline'
            ? wrong(
                `"${misread}" is no corner of an outline`,
                'write X and Y of three corners or more, parted by semicolons',
              )
            : wrong(`"${misread}" is no rectangle`, 'write X and Y of two corners each, parted by semicolons');
      }
      return setting.isProgram ? checkProgramText(value, wrong) : succeed(value);
  }
}

/** Lines for a machine must be such as can be sent. */
function checkProgramText(
  text: string,
  wrong: (what: string, todo: string) => Result<SettingValue>,
): Result<SettingValue> {
  const cut = cutProgram(new TextEncoder().encode(text));
  return cut.ok
    ? succeed(text)
    : wrong(`${cut.failure.what} (${cut.failure.where})`, 'keep such characters to its comments');
}

/** All values of a map against the catalogue and the kind that may own them; the first thing wrong, by name. */
export function checkValues(kind: ProfileKind, values: Values): Result<Values> {
  for (const [key, value] of Object.entries(values)) {
    const setting = findSetting(key);
    if (!setting) return fail({ code: 'unknownSetting', what: `No setting "${key}"`, where: key });
    if (!setting.owners.includes(kind))
      return fail({
        code: 'owner',
        what: `${setting.label} does not belong to a ${kind} profile`,
        where: key,
        todo: `set it in ${setting.owners.join(' or ')}`,
      });
    const checked = checkValue(setting, value);
    if (!checked.ok) return checked;
  }
  return succeed(values);
}

/** A value as text, as this person reads it and as they can type it again. */
export function showValue(
  setting: Setting,
  value: SettingValue | undefined | null,
  figures: Figures = plainFigures,
): string {
  if (value === undefined || value === null) return '–';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (setting.type === 'range' && typeof value === 'object')
    return `${formatFigure(value[0]!, setting.quantity)} to ${formatQuantity(value[1]!, setting.quantity)}`;
  if ((setting.type === 'number' || setting.type === 'integer') && typeof value === 'number')
    return showFigure(value, setting.quantity, setting.range[1], figures);
  return String(value);
}

/** A caution where a figure could be meant but is just a usual slip away from what stood there, or null. */
export function slipText(setting: Setting, value: SettingValue, before: SettingValue | null): string | null {
  if (
    (setting.type !== 'number' && setting.type !== 'integer') ||
    typeof value !== 'number' ||
    typeof before !== 'number'
  )
    return null;
  const factor = slipBetween(value, before);
  return factor === null
    ? null
    : `just ${factor > 1 ? `${factor} times` : `a ${factor === 0.1 ? 'tenth' : `${Math.round(10 / factor) / 10}th`} of`} ${formatQuantity(before, setting.quantity)}, which stood here: meant so?`;
}

/** The same figure in the other unit: µm beside heights and small widths, mm/min beside speeds (or the other way round for
 *  who reads those first), the person's money beside the farm's; or null. */
export function otherUnit(
  setting: Setting,
  value: SettingValue | null,
  figures: Figures = plainFigures,
): string | null {
  if ((setting.type !== 'number' && setting.type !== 'integer') || typeof value !== 'number') return null;
  const other: Figures = {
    ...figures,
    speed: figures.speed === 'mm/s' ? 'mm/min' : 'mm/s',
    smallLength: figures.smallLength === 'mm' ? 'µm' : 'mm',
  };
  const isSpeed = setting.quantity === 'speed' || setting.quantity === 'slowSpeed';
  if (isSpeed || (setting.quantity === 'length' && value !== 0 && Math.abs(value) < 1))
    return showFigure(value, setting.quantity, setting.range[1], other);
  const per = /^pricePer/.test(setting.quantity) ? formatQuantity(0, setting.quantity).split('/')[1] : null;
  return per && figures.money
    ? withDecimal(`≈ ${(value * figures.money.perEuro).toFixed(2)} ${figures.money.code}/${per}`, figures)
    : null;
}

type Quantified = Extract<Setting, { quantity: unknown }>;
const hasQuantity = (s: Setting): s is Quantified => s.type === 'number' || s.type === 'integer';
/** What a person typed for a setting, as it is kept: their decimal comma a point, their unit said. */
export const keptText = (s: Setting, text: string, figures: Figures): string =>
  hasQuantity(s) ? toCanonicalText(text, s.quantity, s.range[1], figures) : text;
/** A kept text as this person typed it. */
export const fieldText = (s: Setting, kept: string, figures: Figures): string =>
  hasQuantity(s) ? asTyped(kept, s.quantity, s.range[1], figures) : kept;
/** Unit a bare figure of theirs means. */
export const bareUnit = (s: Setting, figures: Figures): string =>
  hasQuantity(s) ? unitFor(s.quantity, s.range[1], figures).name : '';
