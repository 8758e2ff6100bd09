import type { Ring } from '../geometry/clip.ts';
import { sectionOf, type Solid } from '../mesh/solid.ts';
import type { LayerMotion } from './sequence.ts';
import type { StackSettings } from './stackSettings.ts';
import type { Outline } from './raster.ts';

/** A box or disc of a plate, mm from the middle of the screen. */
export type PlateSolid = Omit<Solid, 'top'>;
/** Solids that share one exposure. */
export interface PlateField {
  readonly exposureS: number;
  readonly solids: readonly PlateSolid[];
}
/** A place somebody measures: middle, direction of measuring, and what it was drawn as. */
export interface PlatePlace {
  readonly band: number;
  readonly feature: string;
  readonly x: number;
  readonly y: number;
  readonly zMm: number;
  readonly along: 'x' | 'y';
}
/** Everything a plate of several exposures is made from. Kept with its trial; the same program gives the same stack to the byte. */
export interface PlateProgram extends Omit<StackSettings, 'exposureS'> {
  /** Motion that holds from a height on, lowest first; below the first the plate's own holds. */
  readonly motionSteps?: readonly MotionStep[];
  /** Resin is brought to so much before the first layer, where the printer can. */
  readonly resinC?: number;
  /** Which of a set of plates it is, where one plate cannot show everything. */
  readonly plate?: { readonly number: number; readonly of: number };
  readonly fields: readonly PlateField[];
  readonly places: readonly PlatePlace[];
}
export interface MotionStep {
  readonly fromMm: number;
  readonly motion: LayerMotion;
}
/** What is lit together, for how long: the shortest exposure of all first, then only what needs more. */
export interface SubExposure {
  readonly fields: readonly number[];
  readonly seconds: number;
}

const ROUNDING = 1e-9;

export const layerCount = (p: PlateProgram): number =>
  Math.max(1, Math.round(Math.max(...p.fields.flatMap((f) => f.solids.map((s) => s.toMm))) / p.layerMm));
/** Height in the middle of a layer, counted from 0. */
const middleMm = (p: PlateProgram, layer: number): number => (layer + 0.5) * p.layerMm;

/** How the plate moves after a layer. */
export const motionIn = (p: PlateProgram, layer: number): LayerMotion =>
  p.motionSteps?.findLast((step) => step.fromMm < middleMm(p, layer))?.motion ?? p.motion;

/** Exposure of a field in a layer: bottom, on the way, or its own. */
export function exposureIn(
  p: Pick<StackSettings, 'bottomLayers' | 'bottomExposureS' | 'transitionLayers'>,
  field: Pick<PlateField, 'exposureS'>,
  layer: number,
): number {
  if (layer < p.bottomLayers) return p.bottomExposureS;
  const step = layer - p.bottomLayers + 1;
  if (step > p.transitionLayers) return field.exposureS;
  return p.bottomExposureS - (step * (p.bottomExposureS - field.exposureS)) / (p.transitionLayers + 1);
}

/** Sub-exposures of a layer, each a set of fields that has nothing in it left out. */
export function subExposures(p: PlateProgram, layer: number): SubExposure[] {
  const z = middleMm(p, layer);
  const lit = p.fields
    .map((f, index) => ({
      index,
      seconds: exposureIn(p, f, layer),
      isThere: f.solids.some((s) => isAt(s, z) && !s.isCut),
    }))
    .filter((f) => f.isThere);
  const steps = [...new Set(lit.map((f) => f.seconds))].sort((a, b) => a - b);
  return steps.map((seconds, k) => ({
    fields: lit.filter((f) => f.seconds >= seconds - ROUNDING).map((f) => f.index),
    seconds: seconds - (steps[k - 1] ?? 0),
  }));
}
/** The longest light any pixel of a layer has, s. */
export const layerSeconds = (p: PlateProgram, layer: number): number =>
  subExposures(p, layer).reduce((sum, e) => sum + e.seconds, 0);
const isAt = (s: PlateSolid, z: number): boolean => z > s.fromMm && z < s.toMm;

/** Which solids some fields show in a layer: pictures with the same are the same picture, told without drawing them. */
export function shownIn(p: PlateProgram, fields: readonly number[], layer: number): string {
  const z = middleMm(p, layer);
  const solidsOf = (index: number): number[] => p.fields[index]!.solids.flatMap((s, i) => (isAt(s, z) ? [i] : []));
  return fields.map((index) => `${index}:${solidsOf(index).join()}`).join(' ');
}

/** Outlines of some fields in a layer, in pixels from the upper left corner of the screen; holes wind the other way. */
export function outlinesOf(p: PlateProgram, fields: readonly number[], layer: number): Outline[] {
  const z = middleMm(p, layer);
  const out: Outline[] = [];
  for (const index of fields)
    for (const s of p.fields[index]!.solids) {
      if (!isAt(s, z)) continue;
      const inward = s.isCut ? -p.compensationMm : p.compensationMm;
      const [w, d] = [s.w - 2 * inward, s.d - 2 * inward];
      if (w > 0 && d > 0) out.push(toPixels(p, sectionOf({ ...s, w, d }), s.isCut === true));
    }
  return out;
}

/** An outline in pixels; that of a hole the other way round. */
function toPixels(p: PlateProgram, mm: Ring, isHole: boolean): Outline {
  const n = mm.length;
  const out = new Float64Array(n);
  for (let i = 0; i < n; i += 2) {
    const from = isHole ? n - 2 - i : i;
    out[i] = mm[from]! / p.pixelMm[0] + p.pixels[0] / 2;
    out[i + 1] = p.pixels[1] / 2 - mm[from + 1]! / p.pixelMm[1];
  }
  return out;
}

/** Area of a layer's outlines, mm², cuts taken away; solids of one field do not overlap but for cuts. */
export function layerAreaMm2(p: PlateProgram, layer: number): number {
  const z = middleMm(p, layer);
  return p.fields.reduce(
    (sum, f) =>
      sum +
      f.solids
        .filter((s) => isAt(s, z))
        .reduce((a, s) => a + (s.isCut ? -1 : 1) * s.w * s.d * (s.shape === 'disc' ? Math.PI / 4 : 1), 0),
    0,
  );
}
