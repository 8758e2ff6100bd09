import { LARGEST, SMALLEST } from './score.ts';
import { droopAt, pressureChange, sagAt, wavesAt } from './figures.ts';
import { loopsOf, remembered, widthOf, type PrintedCoupon } from '../controller/coupon.ts';
import { plasticOf, type Truth } from '../controller/truth.ts';

/** How the places of a printed reference part look, from the lines that were laid and hidden truth: 1 worst, 5 best. */
export function referenceScore(
  c: PrintedCoupon,
  truth: Truth,
  feature: string,
  stringsAt: (distanceMm: number, hotC: number) => number,
): number | null {
  const last = c.laid[c.laid.length - 1];
  if (!last) return null;
  const hot = last.nozzleC + truth.nozzleErrorC - plasticOf(c.bedC, last.nozzleC).idealC;
  const over = Math.max(0, hot);
  switch (feature.replace('score ', '')) {
    case 'strings': {
      const pulledMm = pulledBetweenSpikes(c);
      return pulledMm === null ? null : within(5 - 1.15 * Math.log(1 + stringsAt(pulledMm, hot)));
    }
    case 'overhang':
      return within(5.2 - 4 * droopAt(truth, 45) * Math.exp(over / 20));
    case 'bridge':
      return within(5.2 - 4 * sagAt(truth, 16) * Math.exp(over / 16));
    case 'top': {
      const share = fillShare(c);
      return share === null ? null : within(5 - 28 * Math.abs(truth.flowFactor * share - 1));
    }
    case 'wall':
      return within(5 - (hot / 11) ** 2);
    case 'corner':
      return within(
        5.2 - 30 * pressureChange(truth, last.pressureS ?? 0) - 14 * wavesAt(cornerSpeed(c) / truth.ringsAtMmPerS),
      );
    case 'hole': {
      const hole = holeOf(c, truth);
      return hole === null ? null : within(5 - Math.abs(hole - 6) / 0.07);
    }
    case 'thin':
      return within(5 - 26 * Math.abs(truth.flowFactor * flowShare(c) - 1));
    default:
      return null;
  }
}
const SPIKES_ALONE_MM = 12;
const pulledBetweenSpikes = remembered(
  (c) => c.travels.filter((t) => t.z > SPIKES_ALONE_MM && t.lengthMm > 20 && t.lengthMm < 40).at(-1)?.pulledMm ?? null,
);
const within = (score: number): number => Math.min(LARGEST, Math.max(SMALLEST, score));
const CUBE_X_MM = 48; // from the spike on the left to the middle of the cube

/** Plastic in the top of the cube by how much would fill it: lines there lie their own spacing apart. */
const fillShare = remembered((c): number | null => {
  const left = Math.min(...c.laid.filter((l) => l.z > 12).map((l) => l.x0));
  const near = (x: number): boolean => Math.abs(x - (left + CUBE_X_MM)) < 8;
  const heights = c.layerZ.filter((z) => z > 9 && z < 10.2);
  const z = heights[heights.length - 2];
  if (z === undefined) return null;
  const lines = c.laid.filter((l) => l.z === z && near((l.x0 + l.x1) / 2) && l.lengthMm > 4);
  const loop = modeOf(lines.map((l) => l.loop));
  const fill = lines.filter((l) => l.loop === loop);
  const alongX = fill.filter((l) => Math.abs(l.x1 - l.x0) > Math.abs(l.y1 - l.y0)).length > fill.length / 2;
  const rows = [
    ...new Set(
      fill.filter((l) => Math.abs(alongX ? l.y1 - l.y0 : l.x1 - l.x0) < 1e-6).map((l) => (alongX ? l.y0 : l.x0)),
    ),
  ].sort((a, b) => a - b);
  const spacing = rows.length > 1 ? (rows[rows.length - 1]! - rows[0]!) / (rows.length - 1) : null;
  const height = z - c.layerZ[c.layerZ.indexOf(z) - 1]!;
  return spacing === null ? null : fill.reduce((s, l) => s + l.areaMm2, 0) / fill.length / (height * spacing);
});
const modeOf = (of: readonly number[]): number => {
  const n = new Map<number, number>();
  for (const v of of) n.set(v, (n.get(v) ?? 0) + 1);
  return [...n].sort((a, b) => b[1] - a[1])[0]?.[0] ?? -1;
};
/** Fastest long line of the spikes: a wall. */
const cornerSpeed = remembered((c) =>
  Math.max(...c.laid.filter((l) => l.z > SPIKES_ALONE_MM && l.lengthMm > 3).map((l) => l.mmPerS)),
);
/** Commanded area of a wall line against a line of its own height that is as wide as two spikes' loops lie apart. */
const flowShare = remembered((c): number => {
  const z = c.layerZ[c.layerZ.length - 2]!;
  const boxes = loopsOf(c, c.layerZ.length - 2).sort((a, b) => b.w - a.w);
  const outer = boxes[0];
  const inner = boxes.find((b) => outer && Math.abs(b.cx - outer.cx) < 0.5 && b.w < outer.w - 0.1);
  return outer && inner ? outer.areaMm2 / (((outer.w - inner.w) / 2) * (z - c.layerZ[c.layerZ.indexOf(z) - 1]!)) : 1;
});
/** Width of the hole in the ring. */
function holeOf(c: PrintedCoupon, truth: Truth): number | null {
  const layer = c.layerZ.findIndex((z) => z > 2);
  const found = loopsOf(c, Math.max(0, layer))
    .filter((b) => Math.abs(b.w - b.d) < 0.3 && b.w > 6 && b.w < 7.2)
    .sort((a, b) => a.w - b.w)[0];
  return found
    ? truth.shrink.x * (found.w - widthOf(found.areaMm2 * truth.flowFactor, found.heightMm)) - truth.playMm.x
    : null;
}
