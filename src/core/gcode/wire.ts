import { fail, succeed, type Failure, type Result } from '../result/result.ts';
import { LETTER, LineWords, scanLine } from './words.ts';

/** A line longer than this is no G-code that any controller could take. */
export const LONGEST_LINE_BYTES = 1 << 20;
const TAB = 9;
const NEWLINE = 10;
const RETURN = 13;
const SPACE = 32;
const OPEN = 40;
const CLOSE = 41;
const STAR = 42;
const PERCENT = 37;
const SLASH = 47;
const SEMICOLON = 59;
const QUESTION = 63;
/** Mark of byte order at the beginning of a file (RFC 3629, section 6). */
const MARK = [0xef, 0xbb, 0xbf];
const LONGEST_SAID = 200;
const SETS_LINE_NUMBER = 110;
/** Words that end a program (RS274/NGC 3.6.1); M30 with a name behind it is the word by which card readers delete a file. */
const ENDS = 2;
const ENDS_OR_DELETES = 30;
/** Halts the controller there and then: nothing behind it is done. */
const HALTS = 112;
const isDigit = (byte: number): boolean => byte >= 48 && byte <= 57;
/** Bytes that go on the wire as they are. */
const IS_PLAIN = Uint8Array.from({ length: 256 }, (_, c) =>
  c > SPACE && c < 127 && c !== OPEN && c !== STAR && c !== SEMICOLON ? 1 : 0,
);

const LETTER_M = 109;
const LETTER_N = 110;

/** Cuts a program of any bytes into the lines that are judged, drawn and sent: printable ASCII, single spaces, a newline after each.
 *  Comments go; so do line numbers, checksums and M110, which belong to whoever sends. Lines end with LF, CR or both, and a line
 *  that held nothing else stays as an empty one, so that every line keeps its number. A per-cent sign that begins the file goes, and so
 *  does the slash of lines that may be left out: they are done. M2, M30 or the next per-cent sign end the program; nothing behind is
 *  judged or sent. What no wire carries is refused with its place; in the text of a message it becomes a question mark. Fed in chunks of
 *  any size; the cut does not depend on them. */
export class WireCutter {
  private carry = new Uint8Array(0);
  private line = 1;
  private column = 0;
  private isInComment = false;
  /** Brackets open: comments may stand within comments. */
  private brackets = 0;
  private isAfterReturn = false;
  private isSpaced = false;
  /** XOR of the line's bytes so far, and as it was before its last star. */
  private sum = 0;
  private sumAtStar = -1;
  private markBytes = 0;
  private readonly words = new LineWords();
  /** Whether anything but empty lines has come. */
  private hasBegun = false;
  private isOver = false;
  /** Whether the line at hand, behind the end, holds anything. */
  private isFilled = false;
  /** Lines behind the end of the program that hold anything, and the first of them. */
  readonly afterEnd = { lines: 0, line: 0 };
  failure: Failure | null = null;

  /** What a comment that is a line of its own says, so far; null elsewhere. */
  private said: string | null = null;

  /** @param onWrongChecksum is told each line whose own checksum is not that of its bytes
   *  @param onComment is told the beginning of each comment that is a line of its own */
  constructor(
    private readonly onWrongChecksum: (line: number) => void = () => undefined,
    private readonly onComment: ((text: string, line: number) => void) | null = null,
  ) {}

  /** Whether the next byte begins a line. */
  get isBetweenLines(): boolean {
    return this.column === 0 && this.markBytes === MARK.length && !this.isAfterReturn && !this.isOver;
  }
  /** Lines that somebody else has found to need no cutting. */
  passOver(lines: number): void {
    this.line += lines;
    this.hasBegun = true;
  }

  /** Whole lines that these bytes complete. */
  push(chunk: Uint8Array): Uint8Array {
    if (this.failure) return new Uint8Array(0);
    const out = new Uint8Array(this.carry.length + chunk.length + 2);
    out.set(this.carry);
    let o = this.carry.length;
    let lineFrom = 0;
    for (let i = 0; i < chunk.length; i++) {
      if (this.isOver) {
        this.passEnd(chunk.subarray(i));
        break;
      }
      if (o === lineFrom && this.isBetweenLines) {
        const end = this.wholeLines(chunk, i);
        out.set(chunk.subarray(i, end), o);
        o = lineFrom = o + end - i;
        i = end;
        if (i === chunk.length) break;
      }
      const c = chunk[i]!;
      if (c === NEWLINE && this.isAfterReturn) {
        this.isAfterReturn = false;
        continue;
      }
      this.isAfterReturn = c === RETURN;
      if (c === NEWLINE || c === RETURN) {
        o = this.endLine(out, lineFrom, o);
        if (this.failure) return out.subarray(0, lineFrom);
        lineFrom = o;
        continue;
      }
      if (this.markBytes < MARK.length) {
        if (c === MARK[this.markBytes]) {
          this.markBytes++;
          continue;
        }
        if (this.markBytes > 0) return this.refuse(MARK[0]!, 1, out.subarray(0, lineFrom));
        this.markBytes = MARK.length;
      }
      this.column++;
      if (this.isInComment) {
        if (this.said !== null && this.said.length < LONGEST_SAID) this.said += String.fromCharCode(c);
        continue;
      }
      if (IS_PLAIN[c] === 1 && this.brackets === 0) {
        if (this.isSpaced) {
          if (o > lineFrom) out[o++] = SPACE;
          this.isSpaced = false;
        }
        out[o++] = c;
        this.sum ^= c;
        continue;
      }
      if (c === STAR && this.brackets === 0) this.sumAtStar = this.sum;
      this.sum ^= c;
      if (this.brackets > 0) this.brackets += c === OPEN ? 1 : c === CLOSE ? -1 : 0;
      else if (c === SPACE || c === TAB) this.isSpaced = true;
      else if (c === SEMICOLON) {
        this.isInComment = true;
        if (this.onComment !== null && this.column === 1) this.said = '';
      } else if (c === OPEN) {
        this.brackets = 1;
        this.isSpaced = true;
      } else if (c === STAR) out[o++] = c;
      else if (isMessage(out, lineFrom, o)) {
        if ((c & 0xc0) === 0x80) continue; // goes on with a character
        if (this.isSpaced) out[o++] = SPACE;
        this.isSpaced = false;
        out[o++] = QUESTION;
      } else return this.refuse(c, this.column, out.subarray(0, lineFrom));
    }
    this.carry = out.slice(lineFrom, o);
    if (this.carry.length > LONGEST_LINE_BYTES) this.tooLong();
    return out.subarray(0, lineFrom);
  }

  /** The last line, where no newline ended it. */
  finish(): Uint8Array {
    if (this.isOver) this.passEnd(Uint8Array.of(NEWLINE));
    const wasLast = this.column > 0 && !this.failure;
    return wasLast ? this.push(Uint8Array.of(NEWLINE)) : new Uint8Array(0);
  }

  /** Index behind the last of the lines from here on that stay as they are: nine in ten. Letters and digits are told first, and by
   *  comparing: a table would be read once a byte. */
  private wholeLines(chunk: Uint8Array, from: number): number {
    let end = from;
    let before = NEWLINE;
    for (let i = from; i < chunk.length; i++) {
      const c = chunk[i]!;
      if (c > STAR && c < 127 && c !== SEMICOLON) {
        if ((c | 32) === LETTER_M && c >= 65) break;
        if (before === NEWLINE && ((c | 32) === LETTER_N ? c >= 65 : c === SLASH)) break;
      } else if (c === SPACE) {
        if (before <= SPACE) break;
      } else if (c === NEWLINE) {
        if (before === SPACE || i - end > LONGEST_LINE_BYTES) break;
        end = i + 1;
        this.line++;
        this.hasBegun ||= before !== NEWLINE;
      } else if (IS_PLAIN[c] === 0 || c === PERCENT) break;
      before = c;
    }
    return end;
  }

  /** Takes off what belongs to whoever sends, and writes the newline. */
  private endLine(out: Uint8Array, from: number, to: number): number {
    let end = to;
    if (this.said !== null) this.onComment!(this.said, this.line);
    this.said = null;
    if (end - from > LONGEST_LINE_BYTES) this.tooLong();
    else {
      if (this.sumAtStar >= 0) end = this.withoutChecksum(out, from, end);
      if (end > from) end = this.withoutNumber(out, from, this.withoutMarks(out, from, end));
      if (end > from) this.hasBegun = true;
    }
    out[end++] = NEWLINE;
    this.line++;
    this.column = 0;
    this.sum = 0;
    this.sumAtStar = -1;
    this.isInComment = this.isSpaced = false;
    this.brackets = 0;
    return end;
  }
  /** Takes off the slash of a line that may be left out and the per-cent sign that begins the file; the next one ends it. */
  private withoutMarks(line: Uint8Array, from: number, to: number): number {
    if (line[from] === SLASH) {
      const begin = line[from + 1] === SPACE ? from + 2 : from + 1;
      line.copyWithin(from, begin, to);
      return to - (begin - from);
    }
    if (line[from] !== PERCENT || to - from > 1) return to;
    this.isOver = this.hasBegun;
    this.hasBegun = true;
    return from;
  }
  /** Counts what stands behind the end: lines that hold more than a mark or a comment. */
  private passEnd(bytes: Uint8Array): void {
    for (const c of bytes) {
      if (c === NEWLINE || c === RETURN) {
        if (this.isFilled && this.afterEnd.lines++ === 0) this.afterEnd.line = this.line;
        if (c === NEWLINE ? !this.isAfterReturn : true) this.line++;
        this.isFilled = this.isInComment = false;
      } else if (c === SEMICOLON) this.isInComment = true;
      else if (c > SPACE && c !== PERCENT && !this.isInComment) this.isFilled = true;
      this.isAfterReturn = c === RETURN;
    }
  }
  private withoutChecksum(out: Uint8Array, from: number, to: number): number {
    let star = to - 1;
    let given = -1;
    for (let power = 1; star > from && isDigit(out[star]!); star--, power *= 10)
      given = Math.max(0, given) + (out[star]! - 48) * power;
    if (star > from && out[star] === SPACE) star--;
    if (out[star] !== STAR) return to; // a star within the line is a stray character
    if (given !== this.sumAtStar) this.onWrongChecksum(this.line);
    while (star > from && out[star - 1] === SPACE) star--;
    return star;
  }
  /** Moves a line to where its number stood; one that only sets the number is left empty. */
  private withoutNumber(line: Uint8Array, from: number, to: number): number {
    line[to] = NEWLINE;
    let begin = from;
    if ((line[from]! | 32) - 97 === LETTER.N) {
      begin++;
      if (line[begin] === SPACE) begin++;
      if (!isDigit(line[begin]!)) return to;
      while (isDigit(line[begin]!)) begin++;
      if (line[begin] === SPACE) begin++;
    }
    if (hasM(line, begin, to)) {
      scanLine(line, begin, to, this.words);
      const { mCodes, mCount } = this.words;
      if (mCodes[0] === SETS_LINE_NUMBER) return from;
      for (let k = 0; k < mCount; k++)
        this.isOver ||=
          mCodes[k] === ENDS ||
          mCodes[k] === HALTS ||
          (mCodes[k] === ENDS_OR_DELETES && isLast(ENDS_OR_DELETES, line, begin, to));
    }
    if (begin > from) line.copyWithin(from, begin, to);
    return to - (begin - from);
  }
  private refuse(byte: number, column: number, lines: Uint8Array): Uint8Array {
    this.failure = {
      code: 'notPlain',
      what: `Byte 0x${byte.toString(16).padStart(2, '0')} is no character that a machine can be sent`,
      where: `line ${this.line}, column ${column}`,
      todo: 'export the program again as plain ASCII; other characters may stand in its comments',
    };
    return lines;
  }
  private tooLong(): void {
    this.failure = {
      code: 'longLine',
      what: `A line is longer than ${LONGEST_LINE_BYTES / 1024} KiB`,
      where: `line ${this.line}`,
      todo: 'export the file again; no controller takes such a line',
    };
  }
}

/** Whether nothing stands behind an M word. */
const isLast = (code: number, line: Uint8Array, from: number, to: number): boolean =>
  new RegExp(`m ?0*${code}$`, 'i').test(String.fromCharCode(...line.subarray(from, Math.min(to, from + 200))));
function hasM(line: Uint8Array, from: number, to: number): boolean {
  for (let i = from; i < to; i++) if ((line[i]! | 32) === LETTER_M && line[i]! >= 65) return true;
  return false;
}

/** Whether a line begins as a message does: what follows is for people. */
function isMessage(line: Uint8Array, from: number, to: number): boolean {
  if (to - from < 4) return false;
  const isMessageCode = line[from + 3] === 55 || line[from + 3] === 56;
  return (
    (line[from]! | 32) === 109 &&
    line[from + 1] === 49 &&
    line[from + 2] === 49 &&
    isMessageCode &&
    !(to - from > 4 && isDigit(line[from + 4]!))
  );
}

/** A whole program cut. */
export function cutProgram(bytes: Uint8Array): Result<Uint8Array> {
  const cutter = new WireCutter();
  const head = cutter.push(bytes);
  const tail = cutter.finish();
  if (cutter.failure) return fail(cutter.failure);
  if (tail.length === 0) return succeed(head);
  const both = new Uint8Array(head.length + tail.length);
  both.set(head);
  both.set(tail, head.length);
  return succeed(both);
}

/** The lines of a cut program that are sent: all but the empty ones. */
export const linesToSend = (cut: Uint8Array): string[] =>
  new TextDecoder('latin1').decode(cut).split('\n').filter(Boolean);

/** The lines of a program of our own making, which always can be cut. */
export function linesOfOwn(gcode: string): string[] {
  const cut = cutProgram(new TextEncoder().encode(gcode));
  if (!cut.ok) throw new RangeError(`a program of ours cannot be sent: ${cut.failure.what}, ${cut.failure.where}`);
  return linesToSend(cut.value);
}
