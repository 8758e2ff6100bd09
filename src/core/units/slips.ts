/** Factors by which a finger or a unit slips: a zero, inch for mm, minute for second, µm for mm. */
const FACTORS = [10, 25.4, 60, 1000] as const;
const CLOSE = 0.01;

/** What was probably meant by a figure that cannot be meant: the same after undoing one slip of factor or one doubled digit, if it
 *  is plausible; of several the one nearest to what stood there before, else the one least changed. */
export function meantInstead(
  typed: number,
  isPlausible: (value: number) => boolean,
  before: number | null,
): number | null {
  const candidates = [...FACTORS.flatMap((f) => [typed / f, typed * f]), ...withoutDoubledDigit(typed)]
    .map((v) => Number(v.toPrecision(6)))
    .filter((v) => v !== typed && isPlausible(v));
  const again = candidates.find((v) => before !== null && before > 0 && Math.abs(v / before - 1) < SAME);
  return again ?? candidates.sort((a, b) => digitsOf(a) - digitsOf(b))[0] ?? null;
}
const SAME = 0.05;
const digitsOf = (v: number): number => v.toExponential().replace(/e.*$|\D/g, '').length;

/** The figure with one of two equal neighbouring digits taken out, each way there is. */
function withoutDoubledDigit(value: number): number[] {
  const text = String(value);
  const found: number[] = [];
  for (let i = 1; i < text.length; i++)
    if (text[i] === text[i - 1] && /\d/.test(text[i]!)) found.push(Number(text.slice(0, i) + text.slice(i + 1)));
  return found;
}

/** The factor by which a figure is off what stood before, when it is just one of the usual slips; else null. */
export function slipBetween(value: number, before: number): number | null {
  if (!(value > 0) || !(before > 0)) return null;
  for (const f of FACTORS) {
    if (Math.abs(value / before / f - 1) < CLOSE) return f;
    if (Math.abs(before / value / f - 1) < CLOSE) return 1 / f;
  }
  return null;
}
