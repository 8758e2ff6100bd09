import { inspectGcode } from '../gcode/inspect.ts';
import type { Dialect, WriterMark } from '../gcode/write.ts';
import type { MotionLimits } from '../motion/limits.ts';

const NEAR_ENOUGH = 0.01;
const MOST_TRIES = 5;

/** Seconds that these lines take from where the tool is, as the machine would plan them. */
export function secondsOf(
  lines: readonly string[],
  from: WriterMark,
  { dialect, motion }: { readonly dialect: Dialect; readonly motion: MotionLimits },
  accelerationMmPerS2: number,
): number {
  const [left, front] = dialect.cornerMm ?? [0, 0];
  const before = [
    dialect.relativeE ? 'M83' : 'M82',
    `G92 E${from.e.toFixed(5)}`,
    ...(Number.isNaN(from.x)
      ? []
      : [`G92 X${(from.x + left).toFixed(3)} Y${(from.y + front).toFixed(3)} Z${from.z.toFixed(3)}`]),
    ...(Number.isNaN(from.feed) ? [] : [`G0 F${(from.feed * 60).toFixed(1)}`]),
    ...(Number.isNaN(accelerationMmPerS2)
      ? []
      : [dialect.acceleration.replace('{value}', accelerationMmPerS2.toFixed(0))]),
  ];
  const read = inspectGcode(new TextEncoder().encode([...before, ...lines].join('\n')), motion);
  return read.ok ? read.value.timeS : 0;
}

/** The share of its speeds at which a layer takes so long, down to the slowest, tried by writing it: travel and starting take what they
 *  take whatever the speed of the lines is. `write` gives the seconds that a layer takes at a share. */
export function paceFor(
  wantedS: number,
  linesS: number,
  slowest: number,
  write: (share: number) => number,
): { share: number; timeS: number } {
  let share = 1;
  let timeS = write(share);
  for (let tries = 1; tries < MOST_TRIES && Math.abs(timeS / wantedS - 1) > NEAR_ENOUGH; tries++) {
    const others = Math.max(0, timeS - linesS / share);
    const next = Math.max(slowest, Math.min(1, linesS / Math.max(1e-9, wantedS - others)));
    if (next === share) break;
    share = next;
    timeS = write(share);
  }
  return { share, timeS };
}
