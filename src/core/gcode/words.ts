const POWER = Float64Array.from({ length: 23 }, (_, e) => 10 ** e);
const MOST_CODES = 16;
const UNDERSCORE = 95;
/** Commands whose argument is free text (a message or a file name), so nothing after them is a word. Common practice, no source. */
const TEXT_COMMANDS = new Set([23, 28, 30, 32, 117, 118]);

/** The words of one line. `mask` has bit n set when letter n (A = 0) came with a figure, `bare` when without.
 *  One object is filled again for every line, so that a scan allocates nothing. */
export class LineWords {
  readonly values = new Float64Array(26);
  readonly gCodes = new Float64Array(MOST_CODES);
  readonly mCodes = new Float64Array(MOST_CODES);
  mask = 0;
  bare = 0;
  gCount = 0;
  mCount = 0;
  /** Index of the first byte that belongs to no word, or -1. */
  stray = -1;
  /** Whether a letter came twice with a figure; G and M words may. */
  isTwice = false;
  /** Where the line is a name with what belongs to it, no words: its first byte and the one behind the name, or -1. */
  nameFrom = -1;
  nameTo = -1;

  has(letter: number): boolean {
    return (this.mask & (1 << letter)) !== 0;
  }
}

export const LETTER = {
  A: 0,
  C: 2,
  D: 3,
  E: 4,
  F: 5,
  G: 6,
  I: 8,
  J: 9,
  K: 10,
  L: 11,
  M: 12,
  N: 13,
  P: 15,
  R: 17,
  S: 18,
  T: 19,
  X: 23,
  Y: 24,
  Z: 25,
} as const;

/** Fills `words` from bytes[from, to) up to the first newline; returns the index after that newline, or after `to`.
 *  The bytes end with a newline or with their array, so that digits need no test for the end. No exponents: every letter starts a word,
 *  but a line that begins with a name is no words at all; case and spaces do not matter;
 *  `( )` and `;` are comments. A figure is an integer mantissa over a power of ten (both exact), so it equals Number(). */
export function scanLine(bytes: Uint8Array, from: number, to: number, words: LineWords): number {
  words.gCount = 0;
  words.mCount = 0;
  words.stray = -1;
  words.isTwice = false;
  words.nameFrom = -1;
  const values = words.values;
  let mask = 0;
  let bare = 0;
  let i = from;
  while (i < to) {
    let c = bytes[i]!;
    if (c <= 32) {
      i++;
      if (c === 10) break;
      continue;
    }
    const letter = (c | 32) - 97;
    if (letter < 0 || letter > 25 || c < 65) {
      if (c === 59) {
        i = afterNewline(bytes, i, to);
        break;
      }
      if (c === 40) {
        i++;
        while (i < to && bytes[i] !== 41 && bytes[i] !== 10) i++;
        if (i < to && bytes[i] === 41) i++;
        continue;
      }
      if (words.stray < 0) words.stray = i;
      i++;
      continue;
    }
    if (mask === 0 && bare === 0 && words.stray < 0 && isNamed(bytes, i, to)) {
      words.nameFrom = i;
      while (i < to && isOfName(bytes[i]!)) i++;
      words.nameTo = i;
      i = afterNewline(bytes, i, to);
      break;
    }
    i++;
    c = bytes[i]!;
    while (c <= 32 && c !== 10 && i < to) c = bytes[++i]!;
    const numberFrom = i;
    const negative = c === 45;
    if (negative || c === 43) {
      i++;
      c = bytes[i]!;
    }
    let whole = 0; // an int32 while nine digits last
    const wholeFrom = i;
    while (c >= 48 && c <= 57) {
      whole = (Math.imul(whole, 10) + c - 48) | 0;
      i++;
      c = bytes[i]!;
    }
    let digits = i - wholeFrom;
    let decimals = 0;
    if (c === 46) {
      const pointAt = ++i;
      c = bytes[i]!;
      while (c >= 48 && c <= 57) {
        whole = (Math.imul(whole, 10) + c - 48) | 0;
        i++;
        c = bytes[i]!;
      }
      decimals = i - pointAt;
      digits += decimals;
    }
    if (digits === 0) {
      bare |= 1 << letter;
      continue;
    }
    let value: number;
    if (digits <= 9) {
      value = decimals === 0 ? whole : whole / POWER[decimals]!;
      if (negative) value = -value;
    } else value = longFigure(bytes, numberFrom, i);
    if (letter === 6) {
      if (words.gCount < MOST_CODES) words.gCodes[words.gCount++] = value;
    } else if (letter === 12) {
      if (words.mCount < MOST_CODES) words.mCodes[words.mCount++] = value;
      if (TEXT_COMMANDS.has(value)) {
        mask |= 1 << letter;
        i = afterNewline(bytes, i, to);
        break;
      }
    } else if ((mask & (1 << letter)) !== 0) words.isTwice = true;
    values[letter] = value;
    mask |= 1 << letter;
  }
  words.mask = mask;
  words.bare = bare;
  return i;
}

const isLetter = (c: number): boolean => (c | 32) >= 97 && (c | 32) <= 122;
const isOfName = (c: number): boolean => isLetter(c) || c === UNDERSCORE || (c >= 48 && c <= 57);
/** Whether a line begins with a name: a word is one letter and its figure, a name begins with two letters or holds an underscore. */
function isNamed(bytes: Uint8Array, from: number, to: number): boolean {
  if (isLetter(bytes[from + 1]!)) return true;
  let i = from;
  while (i < to && isOfName(bytes[i]!)) if (bytes[i++] === UNDERSCORE) return true;
  return false;
}

function afterNewline(bytes: Uint8Array, from: number, to: number): number {
  let i = from;
  while (i < to && bytes[i] !== 10) i++;
  return i + 1;
}

function longFigure(bytes: Uint8Array, from: number, to: number): number {
  let text = '';
  for (let i = from; i < to && text.length < 400; i++) text += String.fromCharCode(bytes[i]!);
  return Number(text);
}

/** XOR of bytes[from, to), the checksum of the line protocol. */
export function checksumOf(bytes: Uint8Array, from: number, to: number): number {
  let sum = 0;
  for (let i = from; i < to; i++) sum ^= bytes[i]!;
  return sum;
}
/** A line of Latin-1 as it is sent, its checksum behind it. */
export const withChecksum = (body: string): string => {
  const bytes = Uint8Array.from(body, (c) => c.charCodeAt(0));
  return `${body}*${checksumOf(bytes, 0, bytes.length)}`;
};
