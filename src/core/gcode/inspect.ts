import type { MotionLimits } from '../motion/limits.ts';
import { fail, succeed, type Failure, type Result } from '../result/result.ts';
import { takeMacro } from './commands.ts';
import { noteProblem } from './facts.ts';
import { LevelMoves } from './levelMoves.ts';
import { ProgramRun } from './program.ts';
import { reportOf, type GcodeReport } from './report.ts';
import { Statements } from './statements.ts';
import { WireCutter } from './wire.ts';
import { LineWords, scanLine } from './words.ts';

const NEWLINE = 10;
const LETTER_G = 71;
/** So many lines at the most go to the cutter in one piece before the fast lane is tried again. */
const MOST_OTHERS = 64;
const BINARY_LOOK = 64 * 1024;
const MOST_CONTROL_SHARE = 0.01;

/** Reads a program in chunks of any size: cuts it into the lines that would be sent, and judges those. `push` returns a failure once
 *  and for all when the file must be refused. */
export class GcodeInspector {
  private readonly run: ProgramRun;
  private readonly words = new LineWords();
  private readonly level = new LevelMoves();
  private readonly cutter: WireCutter;
  private readonly statements = new Statements();
  private lines = 0;
  private bytes = 0;
  private looked = 0;
  private controls = 0;
  private anyWord = false;
  private refusal: Failure | null = null;

  /** @param onCut is handed the cut lines, in the order they were read */
  constructor(
    limits: MotionLimits,
    private readonly onCut: (lines: Uint8Array) => void = () => undefined,
  ) {
    this.run = new ProgramRun(limits);
    this.cutter = new WireCutter(
      (line) => {
        this.run.facts.wrongChecksums++;
        this.run.facts.wrongChecksumLine ||= line;
      },
      (comment, line) => this.statements.take(comment, line),
    );
  }

  push(given: Uint8Array): Failure | null {
    // One kind of array in the hot loop: Node hands over its own subclass, and a mix costs half the speed.
    const chunk = new Uint8Array(given.buffer, given.byteOffset, given.length);
    if (this.refusal) return this.refusal;
    if (this.looked < BINARY_LOOK) this.refusal = this.lookForBinary(chunk);
    this.bytes += chunk.length;
    if (this.refusal) return this.refusal;
    this.readChunk(chunk);
    return (this.refusal = this.cutter.failure);
  }

  /** What has been read so far, for findings while the file is still coming in. */
  partial(): GcodeReport {
    return this.report(false);
  }

  finish(): Result<GcodeReport> {
    if (this.refusal) return fail(this.refusal);
    if (this.bytes === 0) return fail({ code: 'empty', what: 'The file is empty', todo: 'export it again' });
    this.readLines(this.cutter.finish());
    if (this.cutter.failure) return fail(this.cutter.failure);
    if (!this.anyWord)
      return fail({
        code: 'noWords',
        what: 'The file holds no G-code word',
        where: `line 1 to ${this.lines}`,
        todo: 'choose a G-code file',
      });
    this.run.finish();
    return succeed(this.report(true));
  }
  private report(complete: boolean): GcodeReport {
    const { lines, bytes } = this;
    return reportOf(this.run, {
      lines,
      bytes,
      complete,
      afterEnd: { ...this.cutter.afterEnd },
      says: [...this.statements.found],
    });
  }

  private lookForBinary(chunk: Uint8Array): Failure | null {
    if (this.looked === 0 && chunk[0] === 0x50 && chunk[1] === 0x4b && chunk[2] === 3 && chunk[3] === 4)
      return {
        code: 'zip',
        what: 'The file is a ZIP: a layer stack or a packed mesh, and no G-code',
        where: 'byte 1',
        todo: 'choose a resin machine for a layer stack, or unpack it',
      };
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

  /** Level moves as they stand, for what that lane takes needs no cutting; everything else by way of the cutter. */
  private readChunk(chunk: Uint8Array): void {
    const { cutter, level } = this;
    const view = new DataView(chunk.buffer, chunk.byteOffset, chunk.length);
    const lastLineEnd = chunk.lastIndexOf(NEWLINE) + 1;
    let others = 1;
    for (let from = 0; from < chunk.length && cutter.failure === null;) {
      if (cutter.isBetweenLines) {
        const next = level.read(chunk, view, from, lastLineEnd);
        if (level.count > 0) {
          this.onCut(chunk.subarray(from, next));
          cutter.passOver(level.count);
          this.takeLevel();
          others = 1;
          from = next;
          continue;
        }
        others = Math.min(2 * others, MOST_OTHERS);
      }
      const to = behindLines(chunk, from, others);
      this.readLines(cutter.push(chunk.subarray(from, to)));
      from = to;
    }
  }
  private takeLevel(): void {
    this.anyWord = true;
    this.run.executeLevel(this.level, this.lines + 1);
    this.lines += this.level.count;
  }
  private readLines(cut: Uint8Array): void {
    if (cut.length === 0) return;
    this.onCut(cut);
    for (let from = 0; from < cut.length;) from = this.readLine(cut, from, cut.length);
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
    if (words.nameFrom >= 0) {
      this.anyWord = true;
      this.takeName(buffer.subarray(words.nameFrom, next), words.nameTo - words.nameFrom, line);
    }
    if (words.mask !== 0) this.run.execute(words, line);
    return next;
  }
  private takeName(bytes: Uint8Array, length: number, line: number): void {
    const text = new TextDecoder('latin1').decode(bytes);
    takeMacro(this.run, text.slice(0, length).toUpperCase(), text.slice(length), line);
  }
}

/** Index behind so many lines, and those after them that cannot be level moves. */
function behindLines(chunk: Uint8Array, from: number, lines: number): number {
  let to = from;
  for (let k = 0; k < lines || chunk[to] !== LETTER_G; k++) {
    to = chunk.indexOf(NEWLINE, to) + 1;
    if (to === 0) return chunk.length;
  }
  return to;
}

const printable = (byte: number): string => (byte >= 32 && byte < 127 ? String.fromCharCode(byte) : `byte ${byte}`);

/** Reads a whole program held in memory. */
export function inspectGcode(
  bytes: Uint8Array,
  limits: MotionLimits,
  onCut?: (lines: Uint8Array) => void,
): Result<GcodeReport> {
  const inspector = new GcodeInspector(limits, onCut);
  inspector.push(bytes);
  return inspector.finish();
}
