import { inspectGcode } from '../../../core/gcode/inspect.ts';
import { totalsOf, type StackTotals } from '../../../core/resin/stack.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { CouponSettings } from '../../../core/toolpath/couponSettings.ts';
import { massG } from '../../../core/toolpath/bead.ts';
import { hardwareRange, supplierRange } from '../../library/model/limits.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { numberOf, type Values } from '../../library/settings/define.ts';
import { motionLimitsOf } from '../../machines/model/motion.ts';
import { COUPON_NEEDS, couponSettingsOf } from '../kinds/couponSettings.ts';
import type { FilamentKind, PlanLimits, ResinKind, TrialKind } from '../kinds/define.ts';
import { PLATE_NEEDS, plateSettingsOf } from '../kinds/plateSettings.ts';
import type { TrialPlan } from './trial.ts';
import { textOfPlates } from './plates.ts';

type Made = Pick<
  TrialPlan,
  | 'params'
  | 'bands'
  | 'shapes'
  | 'solids'
  | 'centreMm'
  | 'sizeMm'
  | 'timeS'
  | 'filamentMm'
  | 'massG'
  | 'resinMl'
  | 'cost'
  | 'lines'
  | 'plates'
>;
export interface Artefact {
  /** G-code of a filament coupon, or the program of a resin plate as JSON; empty where nothing is printed. */
  readonly text: string;
  readonly made: Made;
}
type Options = Readonly<Record<string, number>>;

/** What a trial prints, with what it takes: a coupon or a plate. */
export const makeArtefact = (
  kind: TrialKind,
  v: Values,
  title: string,
  bands: readonly number[],
  options: Options,
  light: readonly number[] | null = null,
  also: Partial<CouponSettings> = {},
): Result<Artefact> =>
  kind.technology === 'filament'
    ? makeCoupon(kind, v, title, bands, options, also)
    : makePlate(kind, v, title, bands, options, light);

/** What a trial lacks before anything can be made, in one sentence; null where nothing is missing. */
export function missingFor(kind: TrialKind, v: Values, machine: string): string | null {
  const needs = kind.technology === 'filament' ? COUPON_NEEDS : PLATE_NEEDS;
  const missing = [...new Set([...needs, ...kind.needs])]
    .filter((key) => numberOf(v, key) === null)
    .map((key) => findSetting(key)?.label.toLowerCase() ?? key);
  if (missing.length > 0) return `A coupon cannot be made without ${missing.join(', ')}; set it in the library`;
  if (kind.technology === 'resin') return null;
  if (typeof v['startBlock'] !== 'string')
    return `The printer profile of ${machine} has no start block; set it in the library`;
  return (numberOf(v, 'lineWidthMm') ?? 0) < (numberOf(v, 'layerHeightMm') ?? 0)
    ? 'The line is narrower than the layer is high; change the process'
    : null;
}

/** What hardware and supplier allow of the settings a kind proves. */
export function limitsOf(kind: TrialKind, v: Values): PlanLimits {
  const of = (range: typeof hardwareRange) =>
    Object.fromEntries(kind.proves.map((key) => [key, range(findSetting(key)!, v)]));
  return { hardware: of(hardwareRange), supplier: of(supplierRange) };
}

/** How long a kind of trial would take as it comes; null where it cannot be made from these values. */
export function trialTimeS(v: Values, kind: TrialKind): number | null {
  if (missingFor(kind, v, '')) return null;
  const bands = kind.bandsFor(v, limitsOf(kind, v));
  const options = Object.fromEntries((kind.options ?? []).map((o) => [o.key, o.default]));
  const made = bands.ok ? makeArtefact(kind, v, kind.label, bands.value, options) : bands;
  return made.ok ? made.value.made.timeS : null;
}

const rateOf = (v: Values): number => numberOf(v, 'machineRatePerHour') ?? 0;

function makeCoupon(
  kind: FilamentKind,
  v: Values,
  title: string,
  bands: readonly number[],
  options: Options,
  also: Partial<CouponSettings>,
): Result<Artefact> {
  const coupon = kind.coupon({ ...couponSettingsOf(v, title), ...also }, bands, options);
  if (!coupon.ok) return coupon;
  const { gcode, sizeMm, shapes, solids, params } = coupon.value;
  const report = inspectGcode(new TextEncoder().encode(gcode), motionLimitsOf(v));
  if (!report.ok) throw new RangeError(`our own coupon cannot be read: ${report.failure.what}`);
  const mass = massG(report.value.extrudedVolumeMm3, numberOf(v, 'densityGPerCm3') ?? 0);
  const timeS = report.value.timeS + report.value.heatingS;
  return succeed({
    text: gcode,
    made: {
      params: { ...params, ...options },
      bands: coupon.value.bands,
      shapes,
      ...(solids && { solids }),
      centreMm: coupon.value.centreMm,
      sizeMm,
      timeS,
      filamentMm: report.value.filamentMm,
      massG: mass,
      cost: (mass / 1000) * (numberOf(v, 'pricePerKg') ?? 0) + (timeS / 3600) * rateOf(v),
      lines: linesOf(gcode),
    },
  });
}

function makePlate(
  kind: ResinKind,
  v: Values,
  title: string,
  bands: readonly number[],
  options: Options,
  light: readonly number[] | null,
): Result<Artefact> {
  const plate = kind.plate(plateSettingsOf(v, title, light), bands, options);
  if (!plate.ok) return plate;
  const { programs, sizeMm, shapes, params } = plate.value;
  const totals = programs.map(totalsOf);
  const sum = (of: (t: StackTotals) => number): number => totals.reduce((s, t) => s + of(t), 0);
  if (totals.some((t) => t.layers > MOST_LAYERS))
    return fail({ code: 'tooHigh', what: `${totals[0]!.layers} layers`, todo: `${MOST_LAYERS} at the most` });
  const resinMl = sum((t) => t.volumeMm3) / 1000;
  const timeS = sum((t) => t.totalS);
  return succeed({
    text: textOfPlates(programs),
    made: {
      params: { ...params, ...options },
      bands: plate.value.bands,
      shapes,
      sizeMm,
      timeS,
      filamentMm: 0,
      massG: 0,
      resinMl,
      cost: (resinMl / 1000) * (numberOf(v, 'pricePerLitre') ?? 0) + (timeS / 3600) * rateOf(v),
      lines: sum((t) => t.layers),
      ...(programs.length > 1 && { plates: programs.length }),
    },
  });
}
const MOST_LAYERS = 2000;

/** Lines of a program that a controller is sent. */
export const linesOf = (gcode: string): number => gcode.split('\n').filter((l) => l && !l.startsWith(';')).length;
