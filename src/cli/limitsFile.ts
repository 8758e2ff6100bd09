import { exampleLimits, type MotionLimits } from '../core/motion/limits.ts';
import { fail, succeed, type Result } from '../core/result/result.ts';

const isPositive = (v: unknown): v is number => typeof v === 'number' && Number.isFinite(v) && v > 0;
const isFour = (v: unknown): v is [number, number, number, number] =>
  Array.isArray(v) && v.length === 4 && v.every(isPositive);

/** Motion limits from parsed JSON; what is left out keeps its example value, unknown or unusable fields are refused by name. */
export function limitsOf(raw: unknown): Result<MotionLimits> {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return fail({ code: 'shape', what: 'limits are not an object', todo: 'see docs/command-line.md' });
  const checks: Record<Exclude<keyof MotionLimits, 'reads' | 'warms'>, (v: unknown) => boolean> = {
    accelerationMmPerS2: isPositive,
    travelAccelerationMmPerS2: isPositive,
    instantSpeedChangeMmPerS: (v) => v === 0 || isPositive(v), // 0 stops at every corner
    junctionDeviationMm: (v) => v === null || isPositive(v),
    maxFeedMmPerS: isFour,
    maxAccelerationMmPerS2: isFour,
    filamentDiameterMm: isPositive,
  };
  for (const [key, value] of Object.entries(raw)) {
    const check = checks[key as keyof typeof checks];
    if (!check)
      return fail({
        code: 'unknownField',
        what: `unknown limit "${key}"`,
        where: `field ${key}`,
        todo: `use ${Object.keys(checks).join(', ')}`,
      });
    if (!check(value))
      return fail({
        code: 'badField',
        what: `${key} cannot be ${JSON.stringify(value)}`,
        where: `field ${key}`,
        todo: key === 'instantSpeedChangeMmPerS' ? 'give 0 or a positive figure' : 'give positive figures',
      });
  }
  return succeed({ ...exampleLimits, ...(raw as Partial<MotionLimits>) });
}
