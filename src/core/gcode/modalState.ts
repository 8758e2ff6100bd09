import { LETTER, type LineWords } from './words.ts';

const { E, S, X, Y, Z } = LETTER;
const has = (w: LineWords, letter: number): boolean => (w.mask & (1 << letter)) !== 0;

/** What a program has set so far, and where the tool is, mm: the one place that gives G-code's modes a meaning. Filament follows G90 and
 *  G91 until M82 or M83 says otherwise; then only those change it. */
export class ModalState {
  x = 0;
  y = 0;
  z = 0;
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
  feedMmPerS = 0;
  /** Last motion command, 0 to 3; −1 before any. */
  motion = -1;
  isHomed = false;
  tool = 0;

  /** Takes a G word that sets a mode or a place; false where it is none. */
  takeG(code: number, w: LineWords): boolean {
    switch (code) {
      case 20:
        this.scale = 25.4;
        return true;
      case 21:
        this.scale = 1;
        return true;
      case 28:
        this.home(w);
        return true;
      case 90:
      case 91:
        this.isRelative = code === 91;
        if (!this.isFilamentModeSet) this.isFilamentRelative = this.isRelative;
        return true;
      case 92:
        this.setPlace(w);
        return true;
      default:
        return false;
    }
  }

  /** Takes an M word that sets how filament is counted; false where it is none. */
  takeM(code: number): boolean {
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
    this.isHomed = true;
  }

  private setPlace(w: LineWords): void {
    const v = w.values;
    const all = !has(w, X) && !has(w, Y) && !has(w, Z) && !has(w, E);
    if (all || has(w, X)) this.offsetX = this.x - (all ? 0 : v[X]! * this.scale);
    if (all || has(w, Y)) this.offsetY = this.y - (all ? 0 : v[Y]! * this.scale);
    if (all || has(w, Z)) this.offsetZ = this.z - (all ? 0 : v[Z]! * this.scale);
    if (all || has(w, E)) this.offsetE = this.e - (all ? 0 : v[E]! * this.scale);
  }
}

/** What a heater is set to by M104, M109, M140, M190: S, or R where it waits for cooling too. */
export const heatOf = (w: LineWords): number =>
  has(w, S) ? w.values[S]! : has(w, LETTER.R) ? w.values[LETTER.R]! : NaN;
/** Accelerations an M204 sets for printing and for travel; NaN where it sets none. */
export const accelerationsOf = (w: LineWords): readonly [print: number, travel: number] => [
  has(w, LETTER.P) ? w.values[LETTER.P]! : has(w, S) ? w.values[S]! : NaN,
  has(w, LETTER.T) ? w.values[LETTER.T]! : has(w, S) ? w.values[S]! : NaN,
];
