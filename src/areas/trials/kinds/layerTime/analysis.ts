import { meanOfGroups } from '../../../../core/fitting/sideMeans.ts';
import { fail, succeed, type Result } from '../../../../core/result/result.ts';

export const LAYER_TIME_METHOD = { name: 'layer time where a tapered tower starts to slump', version: 1 } as const;
export const FEWEST_SIDES = 4;
/** A layer of the tower: its height and how long the machine takes for it. */
export interface LayerTime {
  readonly zMm: number;
  readonly timeS: number;
}
export interface SlumpReading {
  readonly side: string;
  readonly heightMm: number;
}
export interface LayerTimeFit {
  readonly value: number;
  readonly interval: readonly [number, number];
  readonly heightMm: number;
  readonly heightInterval: readonly [number, number];
}

/** Layer time at the height where slumping starts, by interpolation between the tower's layers; times fall with height. The stored
 *  value is the time at the lower end of the height's 95 % interval: a layer that takes so long surely still stood. */
export function analyseLayerTime(
  readings: readonly SlumpReading[],
  layers: readonly LayerTime[],
  resolutionMm: number,
): Result<LayerTimeFit> {
  const sides = new Set(readings.map((r) => r.side));
  const top = layers[layers.length - 1];
  if (!top || layers.length < 3)
    return fail({
      code: 'noLayers',
      what: 'The layer times of the tower are missing',
      todo: 'print the coupon from this trial',
    });
  if (readings.some((r) => !(r.heightMm > 0)))
    return fail({ code: 'negative', what: 'A height is not above zero', todo: 'look through the readings' });
  if (readings.some((r) => r.heightMm > top.zMm + 1))
    return fail({
      code: 'absurd',
      what: `A height is above the tower’s ${top.zMm.toFixed(1)} mm`,
      todo: 'read in millimetres from the bed',
    });
  if (sides.size < FEWEST_SIDES)
    return fail({ code: 'tooFew', what: `${sides.size} of ${FEWEST_SIDES} sides are read`, todo: 'read the others' });
  const m = meanOfGroups(
    readings.map((r) => ({ group: r.side, value: r.heightMm })),
    resolutionMm,
    0,
  );
  if (m.mean >= top.zMm - resolutionMm)
    return fail({
      code: 'notReached',
      what: `The tower stands to its top, where a layer takes ${top.timeS.toFixed(1)} s`,
      todo: 'nothing slumps here: the lowest layer time may be set to that',
    });
  const heightInterval: readonly [number, number] = [m.mean - m.halfWidth, m.mean + m.halfWidth];
  const at = (z: number): number => timeAt(layers, z);
  return succeed({
    value: at(heightInterval[0]),
    interval: [at(heightInterval[1]), at(heightInterval[0])],
    heightMm: m.mean,
    heightInterval,
  });
}

/** Time of the layer at a height, between its neighbours; the ends hold beyond. */
export function timeAt(layers: readonly LayerTime[], zMm: number): number {
  const after = layers.findIndex((l) => l.zMm >= zMm);
  if (after <= 0) return after === 0 ? layers[0]!.timeS : layers[layers.length - 1]!.timeS;
  const a = layers[after - 1]!;
  const b = layers[after]!;
  return a.timeS + ((b.timeS - a.timeS) * (zMm - a.zMm)) / (b.zMm - a.zMm);
}
