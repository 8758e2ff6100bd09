import { normalFrom, seededRandom } from '../../src/core/formats/random.ts';
import type { LayerMotion } from '../../src/core/resin/sequence.ts';

/** Hidden properties of one simulated resin printer with what is in its vat. Includes effects the analyses do not know: blur that grows
 *  with the square of the dose, light that falls off towards a corner. */
export interface ResinTruth {
  /** Light in the middle, mW/cm², its loss from the middle to a corner, and its lean across, shares. */
  readonly lightMwPerCm2: number;
  readonly fallOff: number;
  readonly leanX: number;
  readonly leanY: number;
  readonly dpMm: number;
  readonly ecMjPerCm2: number;
  /** Dose at which a contour stays as drawn, mJ/cm², growth per e-fold, and how it bends away from a line. */
  readonly sharpDose: number;
  readonly growthMm: number;
  readonly bend: number;
  /** What the microscope adds to every width. */
  readonly scaleErrorMm: number;
  /** Dose at which half the discs hold with the plate level. */
  readonly holdDose: number;
  /** Gap of the plate at its right and at its back edge, mm; a gap weakens hold. */
  readonly tiltXMm: number;
  readonly tiltYMm: number;
  /** Places of the plate grid where film or screen are hurt. */
  readonly hurt: readonly number[];
  readonly meterError: number;
  /** Share by which the sharp dose falls for every °C above the room, and how that bends. */
  readonly fallPerC: number;
  readonly fallBend: number;
  /** Fastest peel that leaves no lines on the flanks, how many times faster it tears, and how far the light of a place moves both. */
  readonly peelMmPerS: number;
  readonly tearsAt: number;
  readonly peelPerLight: number;
  /** Shortest rest before the light that leaves no lines. */
  readonly settleS: number;
  /** Thickness at which a neck parts at the sharp dose, mm, its fall per e-fold of light, the bend of that, and how necks differ. */
  readonly partsMm: number;
  readonly partsFallMm: number;
  readonly partsBend: number;
  readonly partsSpreadMm: number;
}
/** Where resin stands when nobody heats it. */
export const ROOM_C = 24.5;
/** What ails a simulated plate, if anything. */
export type PlateFault = 'none' | 'tilt' | 'film';

export function resinTruthOf(seed: number, fault: PlateFault = 'none', layerMm = 0.05): ResinTruth {
  const random = seededRandom(seed ^ 0x7e51);
  const normal = normalFrom(random);
  const lightMwPerCm2 = 2.9 + 0.5 * random();
  const dpMm = 0.12 + 0.05 * random();
  const ecMjPerCm2 = 3.6 + 1.2 * random();
  const overcure = 0.036 + 0.016 * random();
  const angle = 2 * Math.PI * random();
  const tilt = fault === 'tilt' ? 0.34 + 0.16 * random() : 0.02 * random();
  return {
    lightMwPerCm2,
    fallOff: 0.06 + 0.08 * random(),
    leanX: 0.03 * normal(),
    leanY: 0.03 * normal(),
    dpMm,
    ecMjPerCm2,
    sharpDose: ecMjPerCm2 * Math.exp((layerMm + overcure) / dpMm),
    growthMm: 0.07 + 0.04 * random(),
    bend: 0.003 * normal(),
    scaleErrorMm: 0.008 * normal(),
    holdDose: 38 + 14 * random(),
    tiltXMm: tilt * Math.cos(angle),
    tiltYMm: tilt * Math.sin(angle),
    hurt: fault === 'film' ? [Math.floor(9 * random()), Math.floor(9 * random())] : [],
    meterError: 0.015 * normal(),
    fallPerC: 0.012 + 0.016 * random(),
    fallBend: 0.0001 * normal(),
    peelMmPerS: 1.1 + 0.8 * random(),
    tearsAt: 1.35 + 0.4 * random(),
    peelPerLight: 0.1 + 0.1 * random(),
    settleS: 0.6 + 0.7 * random(),
    partsMm: 0.34 + 0.12 * random(),
    partsFallMm: 0.1 + 0.06 * random(),
    partsBend: 0.01 * normal(),
    partsSpreadMm: 0.012,
  };
}

/** Light at a place, −1 to 1 each way from the middle of the screen. */
export const lightAt = (t: ResinTruth, x: number, y: number): number =>
  t.lightMwPerCm2 * (1 - (t.fallOff * (x * x + y * y)) / 2 + t.leanX * x + t.leanY * y);

/** Dose at which contours stay as drawn, in resin of a temperature. */
export function sharpDoseAt(t: ResinTruth, resinC: number): number {
  const warmer = resinC - ROOM_C;
  return t.sharpDose * Math.exp(-t.fallPerC * warmer + t.fallBend * warmer * warmer);
}

/** Growth of a contour, mm, at a dose. */
export function growthAt(t: ResinTruth, dose: number, resinC = ROOM_C): number {
  const e = Math.log(dose / sharpDoseAt(t, resinC));
  return t.growthMm * e + t.bend * e * e;
}

/** How surely a disc holds: above 1 it sticks, above 0 only its edge lifts. */
export function holdAt(t: ResinTruth, x: number, y: number, dose: number, place: number): number {
  const gap = Math.max(0, t.tiltXMm * x + t.tiltYMm * y);
  const hurt = t.hurt.includes(place) ? 3 : 0;
  return 1 + 2.4 * Math.log(dose / t.holdDose) - gap / 0.12 - hurt;
}

/** How the flank of a column came out after a layer: 0 fine, 1 lines, 2 torn off. `off` is what the eye or the day adds, in e-folds. */
export function flankAt(t: ResinTruth, motion: LayerMotion, dose: number, off: number): 0 | 1 | 2 {
  const peel = motion.lift[0]?.mmPerS ?? 0;
  const holds = t.peelMmPerS * (dose / t.sharpDose) ** t.peelPerLight * Math.exp(off);
  if (peel > holds * t.tearsAt) return 2;
  return peel > holds || motion.pauseBeforeExposureS < t.settleS * Math.exp(off) ? 1 : 0;
}

/** Thickness below which a neck parts when pulled, mm. */
export function partsBelowMm(t: ResinTruth, dose: number, resinC: number): number {
  const e = Math.log(dose / sharpDoseAt(t, resinC));
  return Math.max(0.02, t.partsMm - t.partsFallMm * e + t.partsBend * e * e);
}
