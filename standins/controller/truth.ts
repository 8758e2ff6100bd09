import { normalFrom, seededRandom } from '../../src/core/formats/random.ts';

/** Hidden properties of one simulated machine. Includes effects the analyses do not know: lean, ripple. */
export interface Truth {
  /** Volume really laid per volume commanded. */
  readonly flowFactor: number;
  /** Added wall thickness per side, mm: a leaning or worn axis. */
  readonly leanMm: Readonly<Record<Side, number>>;
  /** Waviness along a wall, standard deviation in mm. */
  readonly rippleMm: number;
  readonly nozzleLagS: number;
  readonly bedLagS: number;
  /** Really so much hotter than it says, °C. */
  readonly nozzleErrorC: number;
  /** Rate at which strings fall with retraction, 1/mm, and how many there are without any. */
  readonly stringRate: number;
  readonly strings: number;
  /** From this pull-back on lines begin thin, mm. */
  readonly gapFromMm: number;
  /** Melt limit at the plastic's own temperature for a line of 0.44 mm, mm³/s, and the share lost per mm³/s beyond. */
  readonly meltMm3PerS: number;
  readonly meltLoss: number;
  /** Shrinkage by axis: printed per drawn. */
  readonly shrink: Readonly<Record<'x' | 'y' | 'z', number>>;
  /** Lost motion added to outsides and taken from holes, mm. */
  readonly playMm: Readonly<Record<'x' | 'y', number>>;
  /** Bed below its nominal place in the middle, leaning per 100 mm, and bowed by so much at its corners, mm. */
  readonly bed: { readonly offsetMm: number; readonly tiltX: number; readonly tiltY: number; readonly bowMm: number };
  /** Lag of the pressure behind the speed, s. */
  readonly pressureS: number;
  /** Acceleration, and at that one the wall speed, at which a corner leaves 0.05 mm of waves. */
  readonly ringsAtMmPerS2: number;
  readonly ringsAtMmPerS: number;
  /** A layer taking less than this has not set when the next one comes. */
  readonly slumpS: number;
  /** Lean at which an edge droops 0.3 mm, span at which a bridge hangs 0.5 mm. */
  readonly droopsAtDeg: number;
  readonly sagsAtMm: number;
  /** Where the second head really prints, beside where it is sent. */
  readonly headMm: Readonly<Record<'x' | 'y', number>>;
  /** Filament that oozes away on a travel of the post coupon, mm, and the bump that a millimetre too much leaves. */
  readonly oozeMm: number;
  readonly bumpPerMm: number;
  /** Acceleration at which steps are lost. */
  readonly shiftsAtMmPerS2: number;
  /** Times the drive may take back one piece of filament. */
  readonly grindsAfter: number;
  /** Height by the root of what holds it from which a part is knocked off, and how much longer or shorter than usual warps. */
  readonly leverMost: number;
  readonly warpShare: number;
  /** How hard it really starts and stops, of what it is set to, and how long what is no move takes, s. */
  readonly hardShare: number;
  readonly homesS: number;
  readonly levelsS: number;
  readonly changesHeadS: number;
}
export type Side = 'front' | 'right' | 'back' | 'left';
export const sides: readonly Side[] = ['front', 'right', 'back', 'left'];

export function truthOf(seed: number): Truth {
  const random = seededRandom(seed);
  const normal = normalFrom(random);
  const flowFactor = 1 + 0.05 * (2 * random() - 1);
  const x = 0.004 * normal();
  const y = 0.004 * normal();
  const rippleMm = 0.006 + 0.006 * random();
  return {
    flowFactor,
    leanMm: { front: y, back: -y, left: x, right: -x },
    rippleMm,
    nozzleLagS: 18,
    bedLagS: 40,
    nozzleErrorC: 6 * (2 * random() - 1),
    stringRate: 2.2 + 1.2 * random(),
    strings: 16 + 10 * random(),
    gapFromMm: 2.1 + 0.7 * random(),
    meltMm3PerS: 7 + 2.4 * random(),
    meltLoss: 0.035 + 0.03 * random(),
    shrink: { x: 0.996 + 0.004 * random(), y: 0.996 + 0.004 * random(), z: 0.998 + 0.003 * random() },
    playMm: { x: 0.05 * (2 * random() - 1), y: 0.05 * (2 * random() - 1) },
    bed: {
      offsetMm: 0.06 * (2 * random() - 1),
      tiltX: 0.02 * (2 * random() - 1),
      tiltY: 0.02 * (2 * random() - 1),
      bowMm: 0.006 * (2 * random() - 1),
    },
    pressureS: 0.022 + 0.03 * random(),
    ringsAtMmPerS2: 1100 + 900 * random(),
    ringsAtMmPerS: 48 + 22 * random(),
    slumpS: 6.5 + 5 * random(),
    droopsAtDeg: 45 + 14 * random(),
    sagsAtMm: 26 + 16 * random(),
    headMm: { x: 0.3 * (2 * random() - 1), y: 0.3 * (2 * random() - 1) },
    oozeMm: 0.04 + 0.16 * random(),
    bumpPerMm: 0.8 + 0.5 * random(),
    shiftsAtMmPerS2: 2600 + 900 * random(),
    grindsAfter: Math.round(24 + 16 * random()),
    leverMost: 6.5 + 3 * random(),
    warpShare: 0.9 + 0.35 * random(),
    hardShare: 0.84 + 0.14 * random(),
    homesS: 11 + 7 * random(),
    levelsS: 40 + 50 * random(),
    changesHeadS: 6 + 5 * random(),
  };
}

/** What a plastic is like, told by the heat of the bed it is printed on. */
export interface Plastic {
  readonly idealC: number;
  readonly densityGPerCm3: number;
}
export const plasticOf = (bedC: number, nozzleC: number): Plastic =>
  bedC < 65
    ? { idealC: 205, densityGPerCm3: 1.24 }
    : bedC < 85
      ? { idealC: 238, densityGPerCm3: 1.27 }
      : nozzleC > 262
        ? { idealC: 275, densityGPerCm3: 1.14 }
        : { idealC: 246, densityGPerCm3: 1.06 };
