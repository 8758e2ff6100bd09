import { filamentAreaMm2 } from '../toolpath/bead.ts';
import type { ProgramReading } from './reading.ts';
import { LETTER, type LineWords } from './words.ts';

const { D, E, P, R, S, T, X, Y, Z } = LETTER;
const has = (w: LineWords, letter: number): boolean => (w.mask & (1 << letter)) !== 0;

/** Axes as bits. */
export const AXIS = { x: 1, y: 2, z: 4, all: 7 } as const;

/** What a program has set so far, and where the tool is, mm: the one place that gives G-code's modes a meaning. Filament follows G90 and
 *  G91 until M82 or M83 says otherwise; then only those change it. */
export class ModalState {
  x = 0;
  y = 0;
  z = 0;
  /** Filament, mm, whatever it is counted in. */
  e = 0;
  offsetX = 0;
  offsetY = 0;
  offsetZ = 0;
  offsetE = 0;
  isRelative = false;
  isFilamentRelative = false;
  private isFilamentModeSet = false;
  /** Millimetres of a unit of the program. */
  scale = 1;
  /** Millimetres of filament of a unit of E: of length, or of volume (M200). */
  filamentScale = 1;
  /** Cross-section by which filament counted as volume is fed; 0 while it is counted as length. */
  private volumeAreaMm2: number;
  /** Plane of arcs: 17, 18 or 19. */
  plane = 17;
  areCentresAbsolute = false;
  /** As it is run: what is written times the program's own factor (M220). */
  feedMmPerS = 0;
  private speedFactor = 1;
  /** What the head at work is fed of what is written (M221): of all its filament, what is drawn back included, as open controllers do;
   *  from memory. */
  flowFactor = 1;
  private readonly flowFactors = new Map<number, number>();
  /** Last motion command, 0 to 3; −1 before any. */
  motion = -1;
  /** Axes whose place is known, as bits. */
  homed = 0;
  /** Axes that were homed last, as bits. */
  homedLast = 0;
  tool = 0;

  /** Speed of a unit of F. */
  get feedScale(): number {
    return (this.scale / 60) * this.speedFactor;
  }

  constructor(
    reading: ProgramReading = {},
    private readonly areaMm2 = filamentAreaMm2(1.75),
  ) {
    this.volumeAreaMm2 = reading.filamentIn === 'mm³' ? areaMm2 : 0;
    this.rescale(1);
  }

  private rescale(scale: number): void {
    this.scale = scale;
    this.filamentScale = this.volumeAreaMm2 > 0 ? 1 / this.volumeAreaMm2 : scale;
  }

  /** Takes a G word that sets a mode or a place; false where it is none. */
  takeG(code: number, w: LineWords): boolean {
    switch (code) {
      case 17:
      case 18:
      case 19:
        this.plane = code;
        return true;
      case 20:
        this.rescale(25.4);
        return true;
      case 21:
        this.rescale(1);
        return true;
      case 28:
        this.home(w);
        return true;
      case 90:
      case 91:
        this.isRelative = code === 91;
        if (!this.isFilamentModeSet) this.isFilamentRelative = this.isRelative;
        return true;
      case 90.1:
      case 91.1:
        this.areCentresAbsolute = code === 90.1;
        return true;
      case 92:
        this.setPlace(w);
        return true;
      default:
        return false;
    }
  }

  /** Another head is at work, with a flow of its own. */
  takeTool(tool: number): void {
    this.tool = tool;
    this.flowFactor = this.flowFactors.get(tool) ?? 1;
  }

  /** Takes factors of speed (M220) and flow (M221), per cent; not above 0 they are none. */
  private scaleOwn(code: number, w: LineWords): void {
    const factor = has(w, S) ? w.values[S]! / 100 : NaN;
    if (!(factor > 0)) return;
    if (code === 221) {
      const tool = has(w, T) ? w.values[T]! : this.tool;
      this.flowFactors.set(tool, factor);
      if (tool === this.tool) this.flowFactor = factor;
    } else {
      this.feedMmPerS *= factor / this.speedFactor;
      this.speedFactor = factor;
    }
  }

  /** Takes an M word that sets how filament is counted or scaled; false where it is none, or others want to know of it too. */
  takeM(code: number, w: LineWords): boolean {
    if (code === 220 || code === 221) {
      this.scaleOwn(code, w);
      return false;
    }
    if (code === 200) {
      const diameter = has(w, D) ? w.values[D]! : NaN;
      const isOn = diameter > 0 && (!has(w, S) || w.values[S] !== 0);
      if (!Number.isNaN(diameter)) this.volumeAreaMm2 = isOn ? filamentAreaMm2(diameter) : 0;
      else if (has(w, S)) this.volumeAreaMm2 = w.values[S] === 0 ? 0 : this.areaMm2;
      this.rescale(this.scale);
      return true;
    }
    if (code !== 82 && code !== 83) return false;
    this.isFilamentRelative = code === 83;
    this.isFilamentModeSet = true;
    return true;
  }

  private home(w: LineWords): void {
    const named = w.mask | w.bare;
    const all = (named & ((1 << X) | (1 << Y) | (1 << Z))) === 0;
    if (all || (named & (1 << X)) !== 0) this.x = this.offsetX = 0;
    if (all || (named & (1 << Y)) !== 0) this.y = this.offsetY = 0;
    if (all || (named & (1 << Z)) !== 0) this.z = this.offsetZ = 0;
    this.homedLast = all
      ? AXIS.all
      : ((named >>> X) & 1) * AXIS.x + ((named >>> Y) & 1) * AXIS.y + ((named >>> Z) & 1) * AXIS.z;
    this.homed |= this.homedLast;
  }
  /** A macro has homed every axis. */
  homeAll(): void {
    this.x = this.y = this.z = this.offsetX = this.offsetY = this.offsetZ = 0;
    this.homed = this.homedLast = AXIS.all;
  }

  private setPlace(w: LineWords): void {
    const v = w.values;
    const all = !has(w, X) && !has(w, Y) && !has(w, Z) && !has(w, E);
    if (all || has(w, X)) this.offsetX = this.x - (all ? 0 : v[X]! * this.scale);
    if (all || has(w, Y)) this.offsetY = this.y - (all ? 0 : v[Y]! * this.scale);
    if (all || has(w, Z)) this.offsetZ = this.z - (all ? 0 : v[Z]! * this.scale);
    if (all || has(w, E)) this.offsetE = this.e - (all ? 0 : v[E]! * this.filamentScale);
  }
}

/** What a heater is set to by M104, M109, M140, M190: S, or R where it waits for cooling too. */
export const heatOf = (w: LineWords): number => (has(w, S) ? w.values[S]! : has(w, R) ? w.values[R]! : NaN);
/** Accelerations an M204 sets for printing and for travel; NaN where it sets none. */
export const accelerationsOf = (w: LineWords): readonly [print: number, travel: number] => [
  has(w, P) ? w.values[P]! : has(w, S) ? w.values[S]! : NaN,
  has(w, T) ? w.values[T]! : has(w, S) ? w.values[S]! : NaN,
];
