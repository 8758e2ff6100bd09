import { inspectGcode } from '../../src/core/gcode/inspect.ts';
import { exampleLimits } from '../../src/core/motion/limits.ts';
import { loopsOf, remembered, runsOf, widthOf, type LaidLine, type PrintedCoupon } from '../controller/coupon.ts';
import type { Side, Truth } from '../controller/truth.ts';

/** True figures of coupons, from the lines that were laid and hidden truth; the analyses know none of these curves. */

interface Patch {
  readonly x: number;
  readonly y: number;
  readonly zMm: number;
}
const PATCH_MOST_MM = 40;
const PATCH_LEAST_PATH_MM = 200;
const BED_REACH_MM = 100;
/** Solid patches of the first layer in the order they were laid. */
const patchesOf = remembered((c): Patch[] => {
  const byLoop = new Map<number, LaidLine[]>();
  for (const l of c.laid) byLoop.set(l.loop, [...(byLoop.get(l.loop) ?? []), l]);
  return [...byLoop.values()].flatMap((ls) => {
    const xs = ls.flatMap((l) => [l.x0, l.x1]);
    const ys = ls.flatMap((l) => [l.y0, l.y1]);
    const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    return x1 - x0 < PATCH_MOST_MM &&
      y1 - y0 < PATCH_MOST_MM &&
      ls.reduce((s, l) => s + l.lengthMm, 0) > PATCH_LEAST_PATH_MM
      ? [{ x: (x0 + x1) / 2, y: (y0 + y1) / 2, zMm: ls[0]!.z }]
      : [];
  });
});
/** How far the bed lies below its nominal place, so far from the middle of the patches. */
export const bedAt = (truth: Truth, dx: number, dy: number): number =>
  truth.bed.offsetMm +
  (truth.bed.tiltX * dx + truth.bed.tiltY * dy) / 100 +
  truth.bed.bowMm * (Math.min(2, (dx * dx + dy * dy) / BED_REACH_MM ** 2) - 0.7);
/** Thickness of a patch, or how many of its corners came up: those laid too high hold badly. */
export function bedGapMm(c: PrintedCoupon, truth: Truth, feature: string): number | null {
  const all = patchesOf(c);
  const patch = all[Number(feature.split(' ')[1]) - 1];
  if (!patch) return null;
  const cx = all.reduce((s, p) => s + p.x, 0) / all.length;
  const cy = all.reduce((s, p) => s + p.y, 0) / all.length;
  const thick = Math.max(0.04, patch.zMm + bedAt(truth, patch.x - cx, patch.y - cy));
  return feature.startsWith('corners ') ? Math.max(0, Math.min(4, Math.round((thick / patch.zMm - 1.4) * 8))) : thick;
}

const pressureRuns = remembered((c) =>
  runsOf(
    c.laid.filter((l) => l.pressureS !== null && l.lengthMm > 20),
    (l) => l.pressureS!,
  ),
);
/** Width change of the line of a band: rough at best, growing with what the factor misses; a little more where too much is pushed. */
export function widthChangeMm(c: PrintedCoupon, truth: Truth, band: number): number | null {
  const run = pressureRuns(c)[band - 1];
  return run ? pressureChange(truth, run.value) : null;
}
export const pressureChange = (truth: Truth, factorS: number): number => {
  const miss = factorS - truth.pressureS;
  return Math.hypot(0.02, 2.4 * miss * (1 + (miss > 0 ? 0.04 : 0)));
};

const isWall = (l: LaidLine): boolean => l.lengthMm > 50;
const accelerationRuns = remembered((c) =>
  runsOf(
    c.laid.filter((l) => isWall(l) && l.accelerationMmPerS2 > 0),
    (l) => l.accelerationMmPerS2,
  ),
);
/** By the fastest wall of each layer above the first. */
const speedRuns = remembered((c) => {
  const fastest = c.layerZ.map(() => -Infinity);
  for (const l of c.laid) if (isWall(l)) fastest[l.layer] = Math.max(fastest[l.layer] ?? -Infinity, l.mmPerS);
  return runsOf(fastest.slice(1), (v) => Math.round(v * 10) / 10);
});
/** Waves of a band: a floor of roughness, and beside it what starts and stops (or speed) leave. */
export function waveMm(
  c: PrintedCoupon,
  truth: Truth,
  kind: 'acceleration' | 'wall-speed',
  band: number,
): number | null {
  const run = (kind === 'acceleration' ? accelerationRuns : speedRuns)(c)[band - 1];
  const from = kind === 'acceleration' ? truth.ringsAtMmPerS2 : truth.ringsAtMmPerS;
  return run ? wavesAt(run.value / from) : null;
}
export const wavesAt = (share: number): number => 0.008 + 0.042 * share ** 1.6;

/** Leaning blocks of one layer, in order from the left, with the tangent of their lean. */
export function droopMm(c: PrintedCoupon, truth: Truth, band: number): number | null {
  const outer = (layer: number) =>
    loopsOf(c, layer)
      .filter((b) => b.w > 8 && b.w < 12 && b.d > 3 && b.d < 7)
      .sort((a, b) => a.cx - b.cx || b.d - a.d)
      .filter((b, i, all) => i === 0 || Math.abs(b.cx - all[i - 1]!.cx) > 2);
  const low = outer(1)[band - 1];
  const high = outer(c.layerZ.length - 1)[band - 1];
  return low && high
    ? droopAt(truth, (Math.atan((high.cy - low.cy) / (high.zTopMm - low.zTopMm)) * 180) / Math.PI)
    : null;
}
export const droopAt = (truth: Truth, leanDeg: number): number => 0.04 + 0.26 * (leanDeg / truth.droopsAtDeg) ** 2.3;

/** Bridges from front to back: span between the pillars under the first deck layer. */
export function sagMm(c: PrintedCoupon, truth: Truth, band: number): number | null {
  const under = loopsOf(c, 2);
  const rows = [...new Set(under.map((b) => b.cy.toFixed(1)))].map(Number).sort((a, b) => a - b);
  const y = rows[band - 1];
  if (y === undefined) return null;
  const pillars = under.filter((b) => Math.abs(b.cy - y) < 0.2);
  const left = Math.max(
    ...pillars.filter((b) => b.cx < centreX(c)).map((b) => b.cx + (b.w + widthOf(b.areaMm2, b.heightMm)) / 2),
  );
  const right = Math.min(
    ...pillars.filter((b) => b.cx > centreX(c)).map((b) => b.cx - (b.w + widthOf(b.areaMm2, b.heightMm)) / 2),
  );
  return sagAt(truth, right - left);
}
const centreX = (c: PrintedCoupon): number => {
  const xs = loopsOf(c, 2).map((b) => b.cx);
  return (Math.min(...xs) + Math.max(...xs)) / 2;
};
export const sagAt = (truth: Truth, spanMm: number): number => 0.06 + 0.44 * (spanMm / truth.sagsAtMm) ** 2.2;

/** Tooth at which the combs of both heads meet. */
export function toothOf(c: PrintedCoupon, truth: Truth, axis: 'x' | 'y'): number | null {
  const tooth = axis === 'x' ? toothX(c) : toothY(c);
  return tooth && -(tooth.apartMm + truth.headMm[axis]) / tooth.stepMm;
}
const toothX = remembered((c) => combOf(c, 'x'));
const toothY = remembered((c) => combOf(c, 'y'));
/** How far the middle teeth of both combs lie apart, and by how much more each tooth of the second. */
function combOf(c: PrintedCoupon, axis: 'x' | 'y'): { readonly apartMm: number; readonly stepMm: number } | null {
  const along = (l: LaidLine): boolean =>
    axis === 'x'
      ? Math.abs(l.x1 - l.x0) < 1e-6 && l.lengthMm > 6 && l.lengthMm < 12
      : Math.abs(l.y1 - l.y0) < 1e-6 && l.lengthMm > 6 && l.lengthMm < 12;
  const teeth = (head: number): number[] =>
    c.laid
      .filter((l) => l.head === head && along(l))
      .map((l) => (axis === 'x' ? l.x0 : l.y0))
      .sort((a, b) => a - b);
  const first = teeth(0);
  const second = teeth(1);
  if (first.length < 3 || second.length !== first.length) return null;
  const middle = (first.length - 1) / 2;
  const step = (second[second.length - 1]! - second[0]! - (first[first.length - 1]! - first[0]!)) / (first.length - 1);
  return { apartMm: second[middle]! - first[middle]!, stepMm: step };
}

const slumps = new WeakMap<readonly string[], readonly { readonly zMm: number; readonly timeS: number }[]>();
/** Height from which a side of the tower is soft: where layers begin to take less time than they need, a little apart by side. */
export function slumpHeightMm(lines: readonly string[], truth: Truth, side: Side): number | null {
  let layers = slumps.get(lines);
  if (!layers) {
    const r = inspectGcode(new TextEncoder().encode(`${lines.join('\n')}\n`), exampleLimits);
    if (!r.ok) return null;
    layers = r.value.layerRows.filter((l) => l.filamentMm > 0).slice(2);
    slumps.set(lines, layers);
  }
  const k = layers.findIndex((l) => l.timeS < truth.slumpS);
  if (k < 0) return layers[layers.length - 1]?.zMm ?? null;
  const after = layers[k]!;
  const before = layers[k - 1] ?? after;
  const share = before.timeS > after.timeS ? (before.timeS - truth.slumpS) / (before.timeS - after.timeS) : 0;
  return before.zMm + share * (after.zMm - before.zMm) + truth.leanMm[side] * 8;
}
