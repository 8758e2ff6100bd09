import { arcByCentre, arcByRadius, type Arc } from './arc.ts';
import { ModalState } from './modalState.ts';
import { LETTER, type LineWords } from './words.ts';

const { E, F, I, J, R, T, X, Y, Z } = LETTER;
const MOVE_WORDS = (1 << X) | (1 << Y) | (1 << Z) | (1 << E) | (1 << F) | (1 << I) | (1 << J) | (1 << R);
/** Farther than this nothing is moved: it is a slip, or a figure that was never one. */
export const FARTHEST_MM = 1e6;
export const BEYOND_ONE_KILOMETRE = 'a coordinate beyond one kilometre, left out';

/** The move at hand: columns of figures instead of arguments, for V8 boxes doubles that are passed. */
export class Move {
  dx = 0;
  dy = 0;
  dz = 0;
  /** Filament, mm; negative is retracted. */
  de = 0;
  lengthMm = 0;
  fromX = 0;
  fromY = 0;
  fromZ = 0;
  /** Whether it moves in the plane: only then does filament make a line. */
  hasXY = false;
  arc: Arc | null = null;
}

/** What follows a program as it is interpreted: the planner and its facts, a drawing. The state is that after the command. */
export interface ProgramSink {
  /** A move of some length; `move` is used again for the next one. */
  path(move: Move, line: number): void;
  /** Filament alone. */
  filament(deMm: number, line: number): void;
  tool(tool: number, line: number): void;
  homed(line: number): void;
  /** Any other command, and modes that something may want to know of. */
  g(code: number, w: LineWords, line: number): void;
  m(code: number, w: LineWords, line: number): void;
  problem(line: number, kind: ProblemKind, text: string): void;
}
/** What is wrong with a line: the kind is for programs, the text for people. */
export type ProblemKind = 'stray' | 'bareWord' | 'tooFar' | 'noMotion' | 'badArc' | 'noFeed' | 'noTemperature';

/** Gives the words of lines their meaning, one line after another. */
export class Interpreter {
  private readonly at = new Move();

  constructor(
    private readonly sink: ProgramSink,
    readonly state = new ModalState(),
  ) {}

  execute(w: LineWords, line: number): void {
    const { mask } = w;
    if (mask === 0) return;
    const { state } = this;
    let motion = -1;
    if (w.gCount === 1 && w.mCount === 0 && (w.gCodes[0] === 1 || w.gCodes[0] === 0) && (mask & (1 << T)) === 0) {
      state.motion = w.gCodes[0]; // by far the most lines
      this.move(state.motion, w, line);
      return;
    }
    for (let k = 0; k < w.gCount; k++) {
      const code = w.gCodes[k]!;
      if (code <= 3 && (code === 0 || code === 1 || code === 2 || code === 3)) motion = code;
      else if (!state.takeG(code, w) || code === 20 || code === 28) {
        if (code === 28) this.sink.homed(line);
        else this.sink.g(code, w, line);
      }
    }
    for (let k = 0; k < w.mCount; k++) if (!state.takeM(w.mCodes[k]!)) this.sink.m(w.mCodes[k]!, w, line);
    if (motion >= 0) state.motion = motion;
    else if (w.gCount === 0 && w.mCount === 0 && (mask & ((1 << X) | (1 << Y) | (1 << Z) | (1 << E))) !== 0) {
      // Words without a command repeat the last motion, as the RS-274 family does.
      if (state.motion < 0) {
        this.sink.problem(line, 'noMotion', 'coordinates before any motion command');
        return;
      }
      motion = state.motion;
    }
    if ((mask & (1 << T)) !== 0 && w.mCount === 0) {
      const tool = w.values[T]!;
      this.sink.tool(tool, line);
      state.tool = tool;
    }
    if (motion >= 0) this.move(motion, w, line);
  }

  private move(motion: number, w: LineWords, line: number): void {
    const { state: s, at: m } = this;
    const v = w.values;
    const { mask } = w;
    const { scale } = s;
    if ((w.bare & MOVE_WORDS) !== 0)
      this.sink.problem(line, 'bareWord', 'a coordinate or feedrate without a figure, left out');
    if ((mask & (1 << F)) !== 0) s.feedMmPerS = (v[F]! * scale) / 60;
    const x0 = s.x;
    const y0 = s.y;
    const z0 = s.z;
    const e0 = s.e;
    const x1 = (mask & (1 << X)) !== 0 ? v[X]! * scale + (s.isRelative ? x0 : s.offsetX) : x0;
    const y1 = (mask & (1 << Y)) !== 0 ? v[Y]! * scale + (s.isRelative ? y0 : s.offsetY) : y0;
    const z1 = (mask & (1 << Z)) !== 0 ? v[Z]! * scale + (s.isRelative ? z0 : s.offsetZ) : z0;
    const e1 = (mask & (1 << E)) !== 0 ? v[E]! * scale + (s.isFilamentRelative ? e0 : s.offsetE) : e0;
    const dx = x1 - x0;
    const dy = y1 - y0;
    const dz = z1 - z0;
    const de = e1 - e0;
    if (!(Math.abs(dx) + Math.abs(dy) + Math.abs(dz) + Math.abs(de) < FARTHEST_MM)) {
      this.sink.problem(line, 'tooFar', BEYOND_ONE_KILOMETRE);
      return;
    }
    s.x = x1;
    s.y = y1;
    s.z = z1;
    s.e = e1;
    const arc = motion >= 2 ? this.arcOf(motion, w, x0, y0, line) : null;
    const flat = arc === null ? dx * dx + dy * dy : 0;
    const length = arc === null ? Math.sqrt(flat + dz * dz) : Math.hypot(arc.radiusMm * arc.sweep, dz);
    if (length === 0) {
      if (de !== 0) this.sink.filament(de, line);
      return;
    }
    m.dx = dx;
    m.dy = dy;
    m.dz = dz;
    m.de = de;
    m.lengthMm = length;
    m.fromX = x0;
    m.fromY = y0;
    m.fromZ = z0;
    m.hasXY = arc !== null || flat > 0;
    m.arc = arc;
    this.sink.path(m, line);
  }

  private arcOf(motion: number, w: LineWords, x0: number, y0: number, line: number): Arc | null {
    const { state: s } = this;
    const v = w.values;
    const offset = (letter: number): number => ((w.mask & (1 << letter)) !== 0 ? v[letter]! * s.scale : 0);
    const isClockwise = motion === 2;
    const arc =
      (w.mask & ((1 << I) | (1 << J))) !== 0
        ? arcByCentre(x0, y0, s.x, s.y, offset(I), offset(J), isClockwise)
        : (w.mask & (1 << R)) !== 0
          ? arcByRadius(x0, y0, s.x, s.y, v[R]! * s.scale, isClockwise)
          : null;
    if (arc === null)
      this.sink.problem(line, 'badArc', 'an arc without a usable centre or radius, read as a straight move');
    return arc;
  }
}
