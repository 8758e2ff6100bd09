import { LETTER, LineWords, scanLine } from '../../src/core/gcode/words.ts';

const split = new WeakMap<readonly string[], readonly (readonly string[])[]>();

/** The coupons that one program laid beside each other, told by what a machine sees: laying begins again further down. Each comes
 *  with the heat and the modes that were in force when it began; one coupon comes as the lines it is. */
export function couponsOf(lines: readonly string[]): readonly (readonly string[])[] {
  const known = split.get(lines);
  if (known) return known;
  const made = divide(lines);
  split.set(lines, made);
  return made;
}

function divide(lines: readonly string[]): readonly (readonly string[])[] {
  const encoder = new TextEncoder();
  const w = new LineWords();
  const begins: number[] = [0];
  let z = 0;
  let e = 0;
  let isRelative = false;
  let highest = -Infinity;
  let lastLaid = 0;
  lines.forEach((line, i) => {
    const bytes = encoder.encode(line);
    scanLine(bytes, 0, bytes.length, w);
    for (let k = 0; k < w.mCount; k++) {
      if (w.mCodes[k] === 83) isRelative = true;
      if (w.mCodes[k] === 82) isRelative = false;
    }
    if (w.gCount === 0) return;
    const g = w.gCodes[0]!;
    if (g === 92 && w.has(LETTER.E)) e = w.values[LETTER.E]!;
    if (g > 3) return;
    if (w.has(LETTER.Z)) z = w.values[LETTER.Z]!;
    if (!w.has(LETTER.E)) return;
    const fed = isRelative ? w.values[LETTER.E]! : w.values[LETTER.E]! - e;
    e += fed;
    if (fed <= 0 || !(w.has(LETTER.X) || w.has(LETTER.Y))) return;
    if (z < highest - 1e-6) {
      begins.push(lastLaid + 1);
      highest = -Infinity;
    }
    highest = Math.max(highest, z);
    lastLaid = i;
  });
  if (begins.length === 1) return [lines];
  return begins.map((from, k) => {
    const modes = lines.slice(0, from).filter((line) => /^M\d|^G9[0-2]/.test(line));
    return [...modes, ...lines.slice(from, begins[k + 1])];
  });
}
