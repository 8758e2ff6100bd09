import { LETTER, LineWords, scanLine } from '../../src/core/gcode/words.ts';
import { filamentAreaMm2 } from '../../src/core/toolpath/bead.ts';
import type { Side, Truth } from './truth.ts';

interface Laid { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number; readonly z: number; readonly filamentMm: number }
const FILAMENT_MM = 1.75;
const SHORTEST_WALL_MM = 10;

/** What was laid, from the lines a controller accepted and nothing else. */
export function laidLines(lines: readonly string[]): Laid[] {
  const w = new LineWords(), encoder = new TextEncoder(), laid: Laid[] = [];
  let x = 0, y = 0, z = 0, e = 0, relativeE = false;
  for (const line of lines) {
    const bytes = encoder.encode(line);
    scanLine(bytes, 0, bytes.length, w);
    for (let k = 0; k < w.mCount; k++) if (w.mCodes[k] === 83) relativeE = true; else if (w.mCodes[k] === 82) relativeE = false;
    if (w.gCount === 0) continue;
    const g = w.gCodes[0]!;
    if (g === 92 && w.has(LETTER.E)) e = w.values[LETTER.E]!;
    if (g === 28) x = y = z = 0;
    if (g > 1) continue;
    const nx = w.has(LETTER.X) ? w.values[LETTER.X]! : x, ny = w.has(LETTER.Y) ? w.values[LETTER.Y]! : y;
    if (w.has(LETTER.Z)) z = w.values[LETTER.Z]!;
    let de = 0;
    if (w.has(LETTER.E)) { de = relativeE ? w.values[LETTER.E]! : w.values[LETTER.E]! - e; e += de; }
    if (de > 0 && (nx !== x || ny !== y)) laid.push({ x0: x, y0: y, x1: nx, y1: ny, z, filamentMm: de });
    x = nx; y = ny;
  }
  return laid;
}

export interface Walls { readonly heightMm: number; /** True thickness by side before lean and ripple, mm. */ readonly thicknessMm: Readonly<Record<Side, number>> }

/** Wall thickness of a printed hollow square at mid-height, or null when no such thing was printed. */
export function wallsOf(lines: readonly string[], truth: Truth): Walls | null {
  const laid = laidLines(lines);
  const heights = [...new Set(laid.map((l) => l.z))].sort((a, b) => a - b);
  if (heights.length < 4) return null;
  const k = Math.floor(heights.length / 2), layerHeight = heights[k]! - heights[k - 1]!;
  const layer = laid.filter((l) => l.z === heights[k] && Math.hypot(l.x1 - l.x0, l.y1 - l.y0) >= SHORTEST_WALL_MM);
  if (layer.length < 4) return null;
  const cx = (Math.min(...layer.map((l) => l.x0)) + Math.max(...layer.map((l) => l.x0))) / 2, cy = (Math.min(...layer.map((l) => l.y0)) + Math.max(...layer.map((l) => l.y0))) / 2;
  const thickness = {} as Record<Side, number>;
  for (const side of ['front', 'right', 'back', 'left'] as const) {
    const along = layer.filter((l) => sideOf(l, cx, cy) === side);
    if (along.length === 0) return null;
    const place = along.map((l) => (side === 'front' || side === 'back' ? l.y0 : l.x0));
    const area = along.reduce((sum, l) => sum + (l.filamentMm * filamentAreaMm2(FILAMENT_MM) * truth.flowFactor) / Math.hypot(l.x1 - l.x0, l.y1 - l.y0), 0) / along.length;
    const width = (area - (Math.PI * layerHeight * layerHeight) / 4) / layerHeight + layerHeight;
    thickness[side] = Math.max(...place) - Math.min(...place) + width + truth.leanMm[side];
  }
  return { heightMm: heights[heights.length - 1]!, thicknessMm: thickness };
}

function sideOf(l: Laid, cx: number, cy: number): Side | null {
  if (Math.abs(l.y0 - l.y1) < 1e-6) return l.y0 < cy ? 'front' : 'back';
  return Math.abs(l.x0 - l.x1) < 1e-6 ? (l.x0 < cx ? 'left' : 'right') : null;
}
