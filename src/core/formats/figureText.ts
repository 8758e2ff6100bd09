const POWERS = Float64Array.from({ length: 23 }, (_, k) => 10 ** k);
const EXACT = 2 ** 53;

/** The figure written between two bytes, or NaN: sign, digits, point, exponent. Equal to the bit to what `Number` reads. */
export function figureIn(bytes: Uint8Array, from: number, to: number): number {
  let at = from;
  let isNegative = false;
  if (bytes[at] === 45 || bytes[at] === 43) isNegative = bytes[at++] === 45;
  let mantissa = 0;
  let digits = 0;
  let behind = 0;
  for (; at < to; at++) {
    const d = bytes[at]! - 48;
    if (d < 0 || d > 9) break;
    mantissa = mantissa * 10 + d;
    digits++;
  }
  if (at < to && bytes[at] === 46)
    for (at++; at < to; at++) {
      const d = bytes[at]! - 48;
      if (d < 0 || d > 9) break;
      mantissa = mantissa * 10 + d;
      digits++;
      behind++;
    }
  if (digits === 0) return NaN;
  let exponent = 0;
  if (at < to && (bytes[at] === 101 || bytes[at] === 69)) {
    at++;
    let isBelow = false;
    if (bytes[at] === 45 || bytes[at] === 43) isBelow = bytes[at++] === 45;
    const first = at;
    for (; at < to; at++) {
      const d = bytes[at]! - 48;
      if (d < 0 || d > 9) break;
      exponent = exponent * 10 + d;
    }
    if (at === first) return NaN;
    if (isBelow) exponent = -exponent;
  }
  if (at !== to) return NaN;
  const scale = exponent - behind;
  // Both factors are exact here, so that one rounding gives the nearest figure (W. Clinger, PLDI 1990).
  if (mantissa < EXACT && scale >= -22 && scale <= 22) {
    const value = scale < 0 ? mantissa / POWERS[-scale]! : mantissa * POWERS[scale]!;
    return isNegative ? -value : value;
  }
  let text = '';
  for (let i = from; i < to; i++) text += String.fromCharCode(bytes[i]!);
  return Number(text);
}
