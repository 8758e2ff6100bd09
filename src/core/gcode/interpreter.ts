import { arcByCentre, arcByRadius, chordsOf, type Arc } from './arc.ts';
import { ModalState } from './modalState.ts';
import { LETTER, type LineWords } from './words.ts';

const { E, F, I, J, K, P, R, T, X, Y, Z } = LETTER;
const AXIS_WORDS = (1 << X) | (1 << Y) | (1 << Z) | (1 << E);
const CENTRE_WORDS = (1 << I) | (1 << J) | (1 << K);
const MOVE_WORDS = AXIS_WORDS | CENTRE_WORDS | (1 << F) | (1 << R);
/** An arc whose end lies further from its circle than figures are rounded is another arc than was meant; figure of our own, no source. */
const OFF_CIRCLE_MM = 0.05;
/** Chords of an arc out of the plane leave it by no more. */
const CHORD_ERROR_MM = 0.001;
const MOST_CHORDS = 8192;
const MOST_TURNS = 1000;
const TAU = 2 * Math.PI;
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
export type ProblemKind =
  | 'stray'
  | 'bareWord'
  | 'tooFar'
  | 'noMotion'
  | 'badArc'
  | 'offCircle'
  | 'noFeed'
  | 'noTemperature'
  | 'twice'
  | 'twoMotions';

/** Gives the words of lines their meaning, one line after another. */
export class Interpreter {
  private readonly at = new Move();

  constructor(
    private readonly sink: ProgramSink,
    readonly state = new ModalState(),
  ) {}

  execute(w: LineWords, line: number): void {
    const { mask } = w;
    const { state } = this;
    if (w.isTwice) this.sink.problem(line, 'twice', 'a word that stands twice in one line; the last holds');
    let motion = -1;
    let takesAxes = false;
    for (let k = 0; k < w.gCount; k++) {
      const code = w.gCodes[k]!;
      if (code === 0 || code === 1 || code === 2 || code === 3) {
        if (motion >= 0 && motion !== code)
          this.sink.problem(line, 'twoMotions', `G${motion} and G${code} in one line; the last holds`);
        motion = code;
        continue;
      }
      takesAxes ||= code === 28 || code === 92 || code === 10;
      if (!state.takeG(code, w) || code === 20 || code === 28) {
        if (code === 28) this.sink.homed(line);
        else this.sink.g(code, w, line);
      }
    }
    let changesTool = w.mCount === 0;
    for (let k = 0; k < w.mCount; k++) {
      changesTool ||= w.mCodes[k] === 6;
      if (!state.takeM(w.mCodes[k]!, w)) this.sink.m(w.mCodes[k]!, w, line);
    }
    if (motion >= 0 && takesAxes && (mask & AXIS_WORDS) !== 0) {
      this.sink.problem(line, 'twoMotions', 'coordinates that a motion and another command both claim; not moved');
      return;
    }
    if (motion >= 0) state.motion = motion;
    else if (w.gCount === 0 && w.mCount === 0 && (mask & AXIS_WORDS) !== 0) {
      // Words without a command repeat the last motion, as the RS-274 family does.
      if (state.motion < 0) {
        this.sink.problem(line, 'noMotion', 'coordinates before any motion command');
        return;
      }
      motion = state.motion;
    }
    if ((mask & (1 << T)) !== 0 && changesTool) {
      const tool = w.values[T]!;
      this.sink.tool(tool, line);
      state.takeTool(tool);
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
    if ((mask & (1 << F)) !== 0) s.feedMmPerS = v[F]! * s.feedScale;
    const x0 = s.x;
    const y0 = s.y;
    const z0 = s.z;
    const e0 = s.e;
    const x1 = (mask & (1 << X)) !== 0 ? v[X]! * scale + (s.isRelative ? x0 : s.offsetX) : x0;
    const y1 = (mask & (1 << Y)) !== 0 ? v[Y]! * scale + (s.isRelative ? y0 : s.offsetY) : y0;
    const z1 = (mask & (1 << Z)) !== 0 ? v[Z]! * scale + (s.isRelative ? z0 : s.offsetZ) : z0;
    const e1 = (mask & (1 << E)) !== 0 ? v[E]! * s.filamentScale + (s.isFilamentRelative ? e0 : s.offsetE) : e0;
    const dx = x1 - x0;
    const dy = y1 - y0;
    const dz = z1 - z0;
    const de = (e1 - e0) * s.flowFactor;
    if (!(Math.abs(dx) + Math.abs(dy) + Math.abs(dz) + Math.abs(de) < FARTHEST_MM)) {
      this.sink.problem(line, 'tooFar', BEYOND_ONE_KILOMETRE);
      return;
    }
    s.x = x1;
    s.y = y1;
    s.z = z1;
    s.e = e1;
    if (motion >= 2 && s.plane !== 17) return this.arcAcross(motion, w, x0, y0, z0, de, line);
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

  /** The arc in the plane of X and Y. */
  private arcOf(motion: number, w: LineWords, x0: number, y0: number, line: number): Arc | null {
    const { x, y } = this.state;
    return this.arcFrom(motion, w, [x0, y0], [x, y], [I, J], line);
  }

  private arcFrom(
    motion: number,
    w: LineWords,
    from: readonly [number, number],
    to: readonly [number, number],
    [a, b]: readonly [number, number],
    line: number,
  ): Arc | null {
    const { scale, areCentresAbsolute } = this.state;
    const v = w.values;
    const isClockwise = motion === 2;
    const given = (letter: number, origin: number): number =>
      (w.mask & (1 << letter)) !== 0 ? v[letter]! * scale - (areCentresAbsolute ? origin : 0) : 0;
    let arc: Arc | null = null;
    if ((w.mask & CENTRE_WORDS) !== 0) {
      const [i, j] = [given(a, from[0]), given(b, from[1])];
      arc = arcByCentre(from[0], from[1], to[0], to[1], i, j, isClockwise);
      const offMm = arc ? Math.abs(Math.hypot(to[0] - arc.centreX, to[1] - arc.centreY) - arc.radiusMm) : 0;
      if (offMm > OFF_CIRCLE_MM)
        this.sink.problem(line, 'offCircle', `an arc that ends ${offMm.toFixed(2)} mm off its own circle`);
    } else if ((w.mask & (1 << R)) !== 0) {
      const radius = v[R]! * scale;
      arc = arcByRadius(from[0], from[1], to[0], to[1], radius, isClockwise);
      const shortMm = Math.hypot(to[0] - from[0], to[1] - from[1]) / 2 - Math.abs(radius);
      if (shortMm > OFF_CIRCLE_MM)
        this.sink.problem(line, 'offCircle', `an arc whose radius is ${shortMm.toFixed(2)} mm too small for its ends`);
    }
    if (arc === null)
      this.sink.problem(line, 'badArc', 'an arc without a usable centre or radius, read as a straight move');
    const turns = (w.mask & (1 << P)) !== 0 ? v[P]! : 1;
    return arc !== null && turns > 1 && turns < MOST_TURNS
      ? { ...arc, sweep: arc.sweep + Math.sign(arc.sweep) * TAU * (Math.ceil(turns) - 1) }
      : arc;
  }

  /** An arc in another plane (G18: Z and X, G19: Y and Z) as chords, for all that follows a program speaks of arcs over the plate. */
  private arcAcross(motion: number, w: LineWords, x0: number, y0: number, z0: number, de: number, line: number): void {
    const { state: s } = this;
    const { x, y, z } = s;
    const isZx = s.plane === 18;
    const arc = isZx
      ? this.arcFrom(motion, w, [z0, x0], [z, x], [K, I], line)
      : this.arcFrom(motion, w, [y0, z0], [y, z], [J, K], line);
    const chords = arc ? chordsOf(arc, CHORD_ERROR_MM, MOST_CHORDS) : 1;
    let [fromX, fromY, fromZ] = [x0, y0, z0];
    for (let k = 1; k <= chords; k++) {
      const part = k / chords;
      if (k < chords) {
        const angle = arc!.startAngle + arc!.sweep * part;
        const [a, b] = [arc!.centreX + arc!.radiusMm * Math.cos(angle), arc!.centreY + arc!.radiusMm * Math.sin(angle)];
        [s.x, s.y, s.z] = isZx ? [b, y0 + (y - y0) * part, a] : [x0 + (x - x0) * part, a, b];
      } else [s.x, s.y, s.z] = [x, y, z];
      this.straight(fromX, fromY, fromZ, de / chords, line);
      [fromX, fromY, fromZ] = [s.x, s.y, s.z];
    }
  }
  private straight(fromX: number, fromY: number, fromZ: number, de: number, line: number): void {
    const { state: s, at: m } = this;
    m.dx = s.x - fromX;
    m.dy = s.y - fromY;
    m.dz = s.z - fromZ;
    m.lengthMm = Math.hypot(m.dx, m.dy, m.dz);
    if (m.lengthMm === 0) {
      if (de !== 0) this.sink.filament(de, line);
      return;
    }
    m.de = de;
    m.fromX = fromX;
    m.fromY = fromY;
    m.fromZ = fromZ;
    m.hasXY = m.dx !== 0 || m.dy !== 0;
    m.arc = null;
    this.sink.path(m, line);
  }
}
