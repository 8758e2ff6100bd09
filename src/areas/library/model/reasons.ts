import type { Reason, ReasonKind } from './records.ts';

export const reasonKinds: readonly ReasonKind[] = [
  'measured',
  'habit, untested',
  'works round a fault',
  'spares the machine',
  'copied from elsewhere',
  'job-specific',
];

const DAY = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/;
const LONGEST = 500;

/** Whether something is a reason: a kind, a text, and for a workaround the day it should be looked at again. */
export function isReason(v: unknown): v is Reason {
  if (typeof v !== 'object' || v === null || Array.isArray(v)) return false;
  const { kind, text, until, ...rest } = v as Record<string, unknown>;
  if (
    Object.keys(rest).length > 0 ||
    !reasonKinds.includes(kind as ReasonKind) ||
    typeof text !== 'string' ||
    text.length > LONGEST
  )
    return false;
  return until === undefined || (kind === 'works round a fault' && typeof until === 'string' && DAY.test(until));
}
