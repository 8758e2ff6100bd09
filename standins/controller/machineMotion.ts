import { chordsOf } from '../../src/core/gcode/arc.ts';
import { Interpreter, type Move, type ProgramSink } from '../../src/core/gcode/interpreter.ts';
import { ModalState } from '../../src/core/gcode/modalState.ts';
import { LETTER, type LineWords } from '../../src/core/gcode/words.ts';
import type { MotionLimits } from '../../src/core/motion/limits.ts';
import { MotionBuffer, type Piece } from './motionBuffer.ts';

const CHORD_ERROR_MM = 0.005;
const MOST_CHORDS = 4096;

/** A piece of a move with what is fed along it. */
export interface FedPiece extends Piece {
  readonly from: readonly [number, number, number];
  readonly to: readonly [number, number, number];
  /** Filament, mm; negative goes back. */
  readonly fedMm: number;
  /** It lays a line: it moves in the plane and feeds. */
  readonly isLaid: boolean;
  readonly head: number;
  readonly line: number;
}

/** How a simulated machine moves: it reads words as any controller does, holds what is asked to what it is set to, and lets time go by. What
 *  more it does, and what comes of it, is for those that build on it. */
export abstract class MachineMotion implements ProgramSink {
  protected readonly state: ModalState;
  protected readonly buffer: MotionBuffer<FedPiece>;
  protected head = 0;
  private readonly interpreter: Interpreter;
  private linesMmPerS2: number;
  private travelMmPerS2: number;
  private readonly feedMost: number[];
  private readonly accelerationMost: number[];

  /** @param limits what the controller is set to
   *  @param hardShare how hard it really starts and stops, of what it is asked */
  constructor(
    protected readonly limits: MotionLimits,
    private readonly hardShare: number,
  ) {
    this.state = new ModalState(limits.reads);
    this.interpreter = new Interpreter(this, this.state);
    this.linesMmPerS2 = limits.accelerationMmPerS2;
    this.travelMmPerS2 = limits.travelAccelerationMmPerS2 ?? limits.accelerationMmPerS2;
    this.feedMost = [...limits.maxFeedMmPerS];
    this.accelerationMost = [...limits.maxAccelerationMmPerS2];
    this.buffer = new MotionBuffer(limits.instantSpeedChangeMmPerS, (piece, tookS, top) => {
      this.pass(tookS);
      this.went(piece, tookS, top);
    });
  }

  execute(words: LineWords, line: number): void {
    this.interpreter.execute(words, line);
  }

  /** Simulated seconds go by. */
  protected abstract pass(s: number): void;
  protected abstract went(piece: FedPiece, tookS: number, topMmPerS: number): void;
  /** Whether the machine can go there at all. */
  protected abstract allows(move: Move, line: number): boolean;
  abstract homed(line: number): void;
  abstract tool(tool: number, line: number): void;
  protected abstract other(code: string, w: LineWords, line: number): void;

  path(move: Move, line: number): void {
    if (!this.allows(move, line)) return;
    const { state } = this;
    const { arc } = move;
    const isLaid = move.hasXY && move.de > 0;
    const chords = arc ? chordsOf(arc, CHORD_ERROR_MM, MOST_CHORDS) : 1;
    let from: readonly [number, number, number] = [move.fromX, move.fromY, move.fromZ];
    for (let k = 1; k <= chords; k++) {
      const t = k / chords;
      const angle = arc ? arc.startAngle + arc.sweep * t : 0;
      const to = [
        k === chords || !arc ? state.x : arc.centreX + arc.radiusMm * Math.cos(angle),
        k === chords || !arc ? state.y : arc.centreY + arc.radiusMm * Math.sin(angle),
        move.fromZ + move.dz * t,
      ] as const;
      this.piece(from, to, move.de / chords, isLaid, line, arc?.radiusMm ?? Infinity, k > 1);
      from = to;
    }
  }

  private piece(
    from: readonly [number, number, number],
    to: readonly [number, number, number],
    de: number,
    isLaid: boolean,
    line: number,
    bendMm: number,
    isBend: boolean,
  ): void {
    const by = [to[0] - from[0], to[1] - from[1], to[2] - from[2]] as const;
    const lengthMm = Math.hypot(...by);
    if (lengthMm < 1e-9) return;
    const along = [by[0] / lengthMm, by[1] / lengthMm, by[2] / lengthMm] as const;
    const shares = [...along.map(Math.abs), Math.abs(de) / lengthMm];
    const held = (wanted: number, most: readonly number[]): number =>
      shares.reduce((v, share, axis) => (share > 0 ? Math.min(v, most[axis]! / share) : v), wanted);
    const asked = held(isLaid ? this.linesMmPerS2 : this.travelMmPerS2, this.accelerationMost);
    const mmPerS2 = asked * this.hardShare;
    const feed = this.state.feedMmPerS || this.feedMost[0]!;
    const mmPerS = Math.min(held(feed, this.feedMost), Math.sqrt(mmPerS2 * bendMm));
    const of = { from, to, along, lengthMm, mmPerS, mmPerS2, fedMm: de, isLaid, head: this.head, line };
    this.buffer.push(isBend ? { ...of, isBend } : of);
  }

  filament(deMm: number, _line: number): void {
    this.buffer.rest();
    const [mm, a] = [Math.abs(deMm), this.accelerationMost[3]!];
    const v = Math.min(this.state.feedMmPerS || this.feedMost[3]!, this.feedMost[3]!);
    this.pass(mm * a > v * v ? mm / v + v / a : 2 * Math.sqrt(mm / a));
  }

  g(code: number, w: LineWords, line: number): void {
    if (code === 4) {
      this.buffer.rest();
      this.pass(w.has(LETTER.S) ? w.values[LETTER.S]! : w.has(LETTER.P) ? w.values[LETTER.P]! / 1000 : 0);
    } else this.other(`G${code}`, w, line);
  }
  m(code: number, w: LineWords, line: number): void {
    const v = w.values;
    const s = w.has(LETTER.S) ? v[LETTER.S]! : 0;
    if (code === 201 || code === 203) {
      const [most, own] =
        code === 201
          ? [this.accelerationMost, this.limits.maxAccelerationMmPerS2]
          : [this.feedMost, this.limits.maxFeedMmPerS];
      const per = code === 203 && this.limits.reads?.areFeedLimitsPerMinute ? 60 : 1;
      for (const [axis, letter] of [LETTER.X, LETTER.Y, LETTER.Z, LETTER.E].entries())
        if (w.has(letter) && v[letter]! > 0) most[axis] = Math.min(own[axis]!, v[letter]! / per);
    } else if (code === 204) {
      // a program may set it: nothing but the axes' own limits holds it back
      const lines = w.has(LETTER.P) ? v[LETTER.P]! : s;
      const travel = w.has(LETTER.T) ? v[LETTER.T]! : s;
      if (lines > 0) this.linesMmPerS2 = lines;
      if (travel > 0) this.travelMmPerS2 = travel;
    } else if (code !== 220 && code !== 221) this.other(`M${code}`, w, line);
  }
  problem(): void {
    // what a controller cannot read it passes over
  }
}
