import type { MotionLimits } from '../motion/limits.ts';
import { fail, succeed, type Failure, type Result } from '../result/result.ts';
import { noteProblem } from './facts.ts';
import { LevelMoves } from './levelMoves.ts';
import { ProgramRun } from './program.ts';
import { reportOf, type GcodeReport } from './report.ts';
import { checksumOf, LineWords, scanLine } from './words.ts';

const BINARY_LOOK = 64 * 1024;
const MOST_CONTROL_SHARE = 0.01;
/** A line longer than this is no G-code that any controller could take. */
export const LONGEST_LINE_BYTES = 1 << 20;

/** Reads a program in chunks of any size. `push` returns a failure once and for all when the file must be refused. */
export class GcodeInspector {
  private readonly run: ProgramRun;
  private readonly words = new LineWords();
  private readonly level = new LevelMoves();
  private carry = new Uint8Array(0);
  private lines = 0;
  private bytes = 0;
  private looked = 0;
  private controls = 0;
  private anyWord = false;
  private refusal: Failure | null = null;

  constructor(private readonly limits: MotionLimits) {
    this.run = new ProgramRun(limits);
  }

  push(given: Uint8Array): Failure | null {
    // One kind of array in the hot loop: Node hands over its own subclass, and a mix costs half the speed.
    const chunk = new Uint8Array(given.buffer, given.byteOffset, given.length);
    if (this.refusal) return this.refusal;
    if (this.looked < BINARY_LOOK) this.refusal = this.lookForBinary(chunk);
    this.bytes += chunk.length;
    if (this.refusal) return this.refusal;
    let buffer = chunk;
    if (this.carry.length > 0) {
      const end = chunk.indexOf(10);
      const head = end < 0 ? chunk.length : end + 1;
      buffer = new Uint8Array(this.carry.length + head);
      buffer.set(this.carry);
      buffer.set(chunk.subarray(0, head), this.carry.length);
      this.carry = new Uint8Array(0);
      if (end < 0) return this.keep(buffer, 0);
      this.readLines(buffer);
      buffer = chunk.subarray(head);
    }
    return this.keep(buffer, this.readLines(buffer));
  }

  /** What has been read so far, for findings while the file is still coming in. */
  partial(): GcodeReport {
    return reportOf(this.run, this.lines, this.bytes, false, this.limits.filamentDiameterMm);
  }

  finish(): Result<GcodeReport> {
    if (this.refusal) return fail(this.refusal);
    if (this.bytes === 0) return fail({ code: 'empty', what: 'The file is empty', todo: 'export it again' });
    if (this.carry.length > 0) {
      const last = this.carry;
      this.carry = new Uint8Array(0);
      this.readLine(last, 0, last.length);
    }
    if (!this.anyWord)
      return fail({
        code: 'noWords',
        what: 'The file holds no G-code word',
        where: `line 1 to ${this.lines}`,
        todo: 'choose a G-code file',
      });
    this.run.finish();
    return succeed(reportOf(this.run, this.lines, this.bytes, true, this.limits.filamentDiameterMm));
  }

  private keep(buffer: Uint8Array, from: number): Failure | null {
    if (from < buffer.length) this.carry = buffer.slice(from);
    if (this.carry.length > LONGEST_LINE_BYTES) {
      this.refusal = {
        code: 'longLine',
        what: `A line is longer than ${LONGEST_LINE_BYTES / 1024} KiB`,
        where: `line ${this.lines + 1}`,
        todo: 'export the file again; no controller takes such a line',
      };
      this.carry = new Uint8Array(0);
    }
    return this.refusal;
  }

  private lookForBinary(chunk: Uint8Array): Failure | null {
    const end = Math.min(chunk.length, BINARY_LOOK - this.looked);
    for (let i = 0; i < end; i++) {
      const c = chunk[i]!;
      if (c === 0)
        return {
          code: 'binary',
          what: 'The file is binary, not G-code text',
          where: `byte ${this.looked + i + 1}`,
          todo: 'choose a plain text G-code file',
        };
      if (c < 32 && c !== 9 && c !== 10 && c !== 13) this.controls++;
    }
    this.looked += end;
    if (this.controls > Math.max(1, this.looked * MOST_CONTROL_SHARE))
      return {
        code: 'binary',
        what: 'The file is binary, not G-code text',
        where: 'the first 64 kB',
        todo: 'choose a plain text G-code file',
      };
    return null;
  }

  private readLines(buffer: Uint8Array): number {
    const end = buffer.lastIndexOf(10) + 1;
    const view = new DataView(buffer.buffer, buffer.byteOffset, buffer.length);
    const level = this.level;
    let from = 0;
    while (from < end) {
      from = level.read(buffer, view, from, end);
      if (level.count > 0) {
        this.anyWord = true;
        this.run.executeLevel(level, this.lines + 1);
        this.lines += level.count;
      }
      if (!level.full && from < end) from = this.readLine(buffer, from, end);
    }
    return from;
  }

  private readLine(buffer: Uint8Array, from: number, to: number): number {
    const words = this.words;
    const line = ++this.lines;
    const next = scanLine(buffer, from, to, words);
    if (words.mask !== 0) this.anyWord = true;
    if (words.stray >= 0)
      noteProblem(
        this.run.facts,
        line,
        'stray',
        `a character that belongs to no word: "${printable(buffer[words.stray]!)}"`,
      );
    if (words.starAt >= 0 && words.checksum !== checksumOf(buffer, from, words.starAt)) {
      this.run.facts.wrongChecksums++;
      this.run.facts.wrongChecksumLine ||= line;
      noteProblem(
        this.run.facts,
        line,
        'checksum',
        `the checksum is ${words.checksum < 0 ? 'missing' : words.checksum}, the line's own is ${checksumOf(buffer, from, words.starAt)}`,
      );
    }
    if (words.mask !== 0) this.run.execute(words, line);
    return next;
  }
}

const printable = (byte: number): string => (byte >= 32 && byte < 127 ? String.fromCharCode(byte) : `byte ${byte}`);

/** Reads a whole program held in memory. */
export function inspectGcode(bytes: Uint8Array, limits: MotionLimits): Result<GcodeReport> {
  const inspector = new GcodeInspector(limits);
  inspector.push(bytes);
  return inspector.finish();
}
