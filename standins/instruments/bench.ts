import { normalFrom, seededRandom, seedOf } from '../../src/core/formats/random.ts';
import { filamentAreaMm2 } from '../../src/core/toolpath/bead.ts';
import { bedGapMm, droopMm, sagMm, slumpHeightMm, toothOf, waveMm, widthChangeMm } from './figures.ts';
import { referenceScore } from './referencePart.ts';
import { LARGEST, SMALLEST } from './score.ts';
import {
  FILAMENT_MM,
  loopsOf,
  readCoupon,
  remembered,
  runsOf,
  widthOf,
  type PrintedCoupon,
} from '../controller/coupon.ts';
import { wallsOf } from '../controller/printed.ts';
import { plasticOf, type Side, type Truth } from '../controller/truth.ts';

export interface Place {
  readonly kind: string;
  readonly band: number;
  readonly feature: string;
  readonly repeat: number;
}
const CALLIPER_MM = 0.01;
const SCALE_G = 0.01;
const PULL_N = 0.5;
const HAND_MM = 0.006;
const CALIBRATION_U_MM = 0.005;
const inSteps = (v: number, step: number): string => (Math.round(v / step) * step).toFixed(step < 0.1 ? 2 : 1);

/** What an instrument, or an eye, finds at one place of the coupon that stands on a machine: text as it is read, or null where no
 *  such thing was printed. Same coupon, same place, same repeat: same reading. */
export function readBench(lines: readonly string[], truth: Truth, place: Place, seed: number): string | null {
  const c = readCoupon(lines);
  const random = seededRandom(seed ^ seedOf(`${place.kind}/${place.band}/${place.feature}/${place.repeat}`));
  const normal = normalFrom(random);
  const figure =
    place.kind === 'flow'
      ? (wallsOf(lines, truth)?.thicknessMm[place.feature as Side] ?? null)
      : place.kind === 'layer-time'
        ? slumpHeightMm(lines, truth, place.feature as Side)
        : figureAt(c, truth, place);
  if (figure === null) return null;
  if (place.kind === 'layer-time') return inSteps(Math.max(0.2, figure + 0.3 * normal()), 0.1);
  if (place.kind === 'head-offset')
    return (Math.round(Math.max(-5, Math.min(5, figure + 0.35 * normal())) * 2) / 2).toFixed(1);
  if (place.feature.startsWith('corners ')) return String(figure);
  if (place.feature.startsWith('score ')) return scoreText(figure, normal());
  switch (place.feature) {
    case 'wavesMm':
      return inSteps(Math.max(0, figure + 0.005 * normal()), CALLIPER_MM);
    case 'changeMm':
      return inSteps(Math.max(0, figure + 0.007 * normal()), CALLIPER_MM);
    case 'bumpMm':
      return inSteps(figure + 0.012 * normal(), CALLIPER_MM);
    case 'droopMm':
      return inSteps(Math.max(0, figure + 0.03 * normal()), CALLIPER_MM);
    case 'strings':
    case 'gaps':
      return figure === 0 ? '0' : String(Math.max(0, Math.round(figure + (0.35 + 0.2 * Math.sqrt(figure)) * normal())));
    case 'sagMm':
      return inSteps(Math.max(0, figure + 0.04 * normal()), CALLIPER_MM);
    case 'strengthN':
      return inSteps(Math.max(0, figure * (1 + 0.05 * normal())), PULL_N);
    case 'surface':
      return scoreText(figure, normal());
    case 'massG':
      return inSteps(figure + 0.004 * normal(), SCALE_G);
    default: {
      const own = CALIBRATION_U_MM * normalFrom(seededRandom(seed ^ 0x5bd1e995))();
      return inSteps(figure + truth.rippleMm * normal() + HAND_MM * normal() + own, CALLIPER_MM);
    }
  }
}

/** An eye is off by less than half a score, mostly. */
const scoreText = (figure: number, noise: number): string =>
  String(Math.min(LARGEST, Math.max(SMALLEST, Math.round(figure + 0.4 * noise))));

const heatRuns = remembered((c) => runsOf(c.laid, (l) => l.nozzleC));
/** Travels from post to post. */
const isFar = (t: { readonly lengthMm: number }): boolean => t.lengthMm > 20 && t.lengthMm < 80;
const retractionRuns = remembered((c) => runsOf(c.travels.filter(isFar).slice(1), (t) => t.pulledMm));
const refillRuns = remembered((c) =>
  runsOf(
    c.travels.filter((t) => isFar(t) && t.fedMm > 0).slice(1),
    (t) => Math.round((t.fedMm - t.pulledMm) * 1000) / 1000,
  ),
);
/** The true figure at a place, before any noise. */
export function figureAt(c: PrintedCoupon, truth: Truth, { kind, band, feature }: Place): number | null {
  if (kind === 'temperature') {
    const found = heatRuns(c)[band - 1];
    return found ? heatFigure(found.value + truth.nozzleErrorC - plasticOf(c.bedC, found.value).idealC, feature) : null;
  }
  if (kind === 'retraction') {
    const found = retractionRuns(c)[band - 1];
    if (!found) return null;
    const hot = found.items[0]!.nozzleC + truth.nozzleErrorC - plasticOf(c.bedC, found.items[0]!.nozzleC).idealC;
    return feature === 'gaps' ? Math.max(0, 4 * (found.value - truth.gapFromMm)) : stringsAt(truth, found.value, hot);
  }
  if (kind === 'refill') {
    const run = refillRuns(c)[band - 1];
    return run ? bumpAt(truth, run.value) : null;
  }
  if (kind === 'highest-flow') {
    const s = c.strands[band - 1];
    if (!s) return null;
    const plastic = plasticOf(c.bedC, s.nozzleC);
    const q = s.mmPerS * filamentAreaMm2(FILAMENT_MM);
    const volume = s.filamentMm * filamentAreaMm2(FILAMENT_MM);
    return (
      ((plastic.densityGPerCm3 * volume) / 1000) *
      truth.flowFactor *
      meltShare(truth, q, meltLimit(truth, s.nozzleC + truth.nozzleErrorC - plastic.idealC))
    );
  }
  switch (kind) {
    case 'dimensions':
      return lengthFigure(c, truth, feature);
    case 'first-layer':
      return bedGapMm(c, truth, feature);
    case 'pressure':
      return widthChangeMm(c, truth, band);
    case 'acceleration':
    case 'wall-speed':
      return waveMm(c, truth, kind, band);
    case 'overhang':
      return droopMm(c, truth, band);
    case 'bridge':
      return sagMm(c, truth, band);
    case 'reference-part':
      return feature === 'massG'
        ? massOf(c, truth)
        : referenceScore(c, truth, feature, (mm, hot) => stringsAt(truth, mm, hot));
    case 'head-offset':
      return toothOf(c, truth, feature === 'tooth x' ? 'x' : 'y');
    default:
      return null;
  }
}

/** Bump where a line begins: what was fed beyond what had oozed away, flattening where it is much. */
export const bumpAt = (truth: Truth, refillMm: number): number =>
  0.9 * Math.tanh((truth.bumpPerMm * (refillMm - truth.oozeMm)) / 0.9);

/** Strings left at a pull-back, so many degrees above the plastic's own temperature; a few stay whatever one does. */
export const stringsAt = (truth: Truth, distanceMm: number, hotC: number): number =>
  truth.strings * Math.exp(hotC / 30) * Math.exp(-truth.stringRate * distanceMm) + 0.1;
export const meltLimit = (truth: Truth, hotC: number): number => truth.meltMm3PerS * (1 + 0.012 * hotC);
/** Share of what is fed that leaves the nozzle: full up to the limit, then falling; the knee is a little round. */
export const meltShare = (truth: Truth, q: number, limit: number): number => {
  const SOFT = 0.25;
  const over = q - limit;
  return 1 - truth.meltLoss * (over > 4 * SOFT ? over : SOFT * Math.log(1 + Math.exp(over / SOFT)));
};

/** How a band looks so many degrees above the plastic's own temperature. */
export function heatFigure(hotC: number, feature: string): number {
  switch (feature) {
    case 'strings':
      return 2.2 * Math.exp(hotC / 9);
    case 'sagMm':
      return 0.18 + 0.32 * Math.exp(hotC / 14);
    case 'strengthN':
      return 62 / (1 + Math.exp(-(hotC + 13) / 4.5));
    default:
      return 5 - (hotC / 11) ** 2;
  }
}

const volumeMm3 = remembered((c) => c.laid.reduce((sum, l) => sum + l.areaMm2 * l.lengthMm, 0));
const massOf = (c: PrintedCoupon, truth: Truth): number =>
  (truth.flowFactor * plasticOf(c.bedC, c.laid[0]?.nozzleC ?? 0).densityGPerCm3 * volumeMm3(c)) / 1000;

/** A bar, step or hole of the size the feature names, as it came out. */
function lengthFigure(c: PrintedCoupon, truth: Truth, feature: string): number | null {
  const [axis, what, text] = feature.split(' ');
  const nominal = Number(text);
  const BAR_MM = 8;
  const near = (a: number, b: number): boolean => Math.abs(a - b) < 1.5;
  if (axis === 'z') {
    const tops = c.layerZ.flatMap((_, k) =>
      loopsOf(c, k).filter((b) => near(b.w, BAR_MM - 0.5) && near(b.d, BAR_MM - 0.5)),
    );
    const columns = new Map<string, number>();
    for (const b of tops) columns.set(b.cx.toFixed(1), Math.max(columns.get(b.cx.toFixed(1)) ?? 0, b.zTopMm));
    const top = [...columns.values()].find((z) => Math.abs(z - nominal) < 0.5);
    return top === undefined ? null : top * truth.shrink.z;
  }
  const layer = c.layerZ.findIndex((z) => z > 1);
  const boxes = loopsOf(c, Math.max(0, layer));
  const key = axis as 'x' | 'y';
  const along = (b: { w: number; d: number }): number => (key === 'x' ? b.w : b.d);
  const across = (b: { w: number; d: number }): number => (key === 'x' ? b.d : b.w);
  const isHole = what === 'hole';
  const fits = boxes.filter((b) =>
    isHole
      ? near(along(b), across(b)) && along(b) > nominal && along(b) < nominal + 1.2
      : across(b) > BAR_MM - 1.2 && across(b) < BAR_MM && along(b) > nominal - 1.2 && along(b) < nominal + 0.2,
  );
  const found = isHole ? fits.sort((a, b) => along(a) - along(b))[0] : fits.sort((a, b) => along(b) - along(a))[0];
  if (!found) return null;
  const width = widthOf(found.areaMm2 * truth.flowFactor, found.heightMm);
  return isHole
    ? truth.shrink[key] * (along(found) - width) - truth.playMm[key]
    : truth.shrink[key] * (along(found) + width) + truth.playMm[key];
}
