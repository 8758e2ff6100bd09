/** Columns of one move in `values`: four figures side by side. */
export const X_AT = 0;
export const Y_AT = 1;
export const E_AT = 2;
export const F_AT = 3;
export const COLUMNS_PER_MOVE = 4;
const MOST_MOVES = 1024;
const LONGEST_FIGURE_BYTES = 16;
const NEWLINE = 10;
const SPACE = 32;
const POINT = 46;
const MINUS = 45;
const LETTER_G = 71;
const NO_COLUMN = 255;
const COLUMN_OF = new Uint8Array(256).fill(NO_COLUMN);
[
  ['X', X_AT],
  ['Y', Y_AT],
  ['E', E_AT],
  ['F', F_AT],
].forEach(([letter, column]) => {
  COLUMN_OF[String(letter).charCodeAt(0)] = Number(column);
});
/** So many digits make an integer that fits 31 bits. */
const MOST_DIGITS = 9;
const POWER = Float64Array.from({ length: MOST_DIGITS + 1 }, (_, e) => 10 ** e);
const TEN_TO = Int32Array.from({ length: 5 }, (_, e) => 10 ** e);

/** Consecutive lines `G0`/`G1` with X or Y, maybe E and F, and nothing else: nine lines in ten of a program. */
export class LevelMoves {
  readonly values = new Float64Array(MOST_MOVES * COLUMNS_PER_MOVE);
  /** Bit n set when column n came with a figure. */
  readonly masks = new Uint8Array(MOST_MOVES);
  count = 0;
  /** The command of the last move taken, 0 or 1. */
  lastCommand = 1;

  get full(): boolean {
    return this.count === MOST_MOVES;
  }

  /** Fills itself from bytes[from, to), which ends with a newline, with lines that would be cut to what they are; stops before the
   *  first of another kind, or one that reads better slowly, and returns its index. Takes four digits at a time: a mispredicted end
   *  of a digit loop costs more than the digits. */
  read(bytes: Uint8Array, view: DataView, from: number, to: number): number {
    const { values, masks } = this;
    const safeTo = to - LONGEST_FIGURE_BYTES;
    let start = from;
    let n = 0;
    reading: while (n < MOST_MOVES && start < safeTo) {
      const command = bytes[start + 1]! - 48;
      if (bytes[start] !== LETTER_G || (command !== 1 && command !== 0) || bytes[start + 2] !== SPACE) break;
      let i = start + 3;
      let mask = 0;
      for (;;) {
        const letter = bytes[i]!;
        const column = COLUMN_OF[letter]!;
        if (column === NO_COLUMN) {
          if (letter === NEWLINE && bytes[i - 1] !== SPACE) {
            i++;
            break;
          }
          break reading;
        }
        if (++i > safeTo || (mask & (1 << column)) !== 0) break reading;
        const negative = bytes[i] === MINUS;
        if (negative) i++;
        let four = view.getUint32(i, true) ^ 0x30303030;
        let stop = (four | (four + 0x76767676)) & 0x80808080;
        let digits = stop === 0 ? 4 : (31 - Math.clz32(stop & -stop)) >> 3;
        four = digits === 0 ? 0 : four << (32 - 8 * digits);
        four = Math.imul(four, 10) + (four >>> 8);
        let mantissa = (four & 0xff) * 100 + ((four >>> 16) & 0xff);
        let decimals = 0;
        if (digits === 3) i += 3;
        else if (digits === 2) i += 2;
        else if (digits === 1) i += 1;
        else i += digits;
        if (digits === 4) {
          for (let c = bytes[i]! - 48; c >= 0 && c <= 9; c = bytes[++i]! - 48) {
            if (++digits > MOST_DIGITS) break reading;
            mantissa = Math.imul(mantissa, 10) + c;
          }
        }
        if (bytes[i] === POINT) {
          i++;
          four = view.getUint32(i, true) ^ 0x30303030;
          stop = (four | (four + 0x76767676)) & 0x80808080;
          decimals = stop === 0 ? 4 : (31 - Math.clz32(stop & -stop)) >> 3;
          four = decimals === 0 ? 0 : four << (32 - 8 * decimals);
          four = Math.imul(four, 10) + (four >>> 8);
          mantissa = Math.imul(mantissa, TEN_TO[decimals]!) + (four & 0xff) * 100 + ((four >>> 16) & 0xff);
          if (decimals === 3) i += 3;
          else if (decimals === 2) i += 2;
          else i += decimals;
          if (decimals === 4) {
            for (let c = bytes[i]! - 48; c >= 0 && c <= 9; c = bytes[++i]! - 48) {
              if (++decimals > MOST_DIGITS) break reading;
              mantissa = Math.imul(mantissa, 10) + c;
            }
          }
          if (digits + decimals > MOST_DIGITS) break reading;
        }
        if (digits + decimals === 0) break reading;
        const value = mantissa / POWER[decimals]!;
        values[n * COLUMNS_PER_MOVE + column] = negative ? -value : value;
        mask |= 1 << column;
        if (bytes[i] === SPACE) i++;
      }
      if ((mask & ((1 << X_AT) | (1 << Y_AT))) === 0) break;
      masks[n++] = mask;
      this.lastCommand = command;
      start = i;
    }
    this.count = n;
    return start;
  }
}
