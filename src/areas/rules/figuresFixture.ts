// Measured figures for cases at the very edge of a limit.

import type { GcodeReport, LayerRow } from '../../core/gcode/report.ts';
import type { MeshFacts } from '../../core/mesh/facts.ts';
import { CEILING_DEG, type OverhangRegion } from '../../core/mesh/overhang.ts';
import { BIN_MM, BINS, type Thickness } from '../../core/mesh/thickness.ts';
import type { StackRow } from '../../core/resin/stackReport.ts';
import type { MeshLayerRow } from './meshReport.ts';

/** Facts of the plain block of 40 × 30 × 20 mm. */
export const boxFacts: MeshFacts = {
  triangles: 12,
  vertices: 8,
  shells: 1,
  openEdges: 0,
  nonManifoldEdges: 0,
  flippedEdges: 0,
  insideOutShells: 0,
  degenerateFaces: 0,
  duplicateFaces: 0,
  watertight: true,
  bounds: { min: [0, 0, 0], max: [40, 30, 20] },
  volumeMm3: 24_000,
  areaMm2: 5200,
};
export const row = (change: Partial<MeshLayerRow>): MeshLayerRow => ({
  zMm: 0.2,
  areaMm2: 1200,
  perimeterMm: 140,
  islands: 1,
  floatingMm2: 0,
  thinMm2: 0,
  supportMm2: 0,
  ...change,
});
/** Layers of a program, each 0.2 mm above the last. */
export const rows = (changes: readonly Partial<LayerRow>[]): LayerRow[] =>
  changes.map((change, k) => ({
    zMm: 0.2 * (k + 1),
    timeS: 30,
    filamentMm: 45,
    peakFlowMm3PerS: 3,
    peakFlowLine: 20 + 20 * k,
    minX: 90,
    maxX: 130,
    minY: 95,
    maxY: 125,
    firstLine: 10 + 20 * k,
    pathMm: 550,
    topSpeedMmPerS: 20,
    ...change,
  }));
/** An underside of one angle. */
export const patch = (steepestDeg: number, areaMm2: number): OverhangRegion => ({
  areaMm2,
  steepestDeg,
  bare: { areaMm2, steepestDeg, zMm: 12 },
  bareSlope: steepestDeg > CEILING_DEG ? { areaMm2: 0, steepestDeg: 0, zMm: 0 } : { areaMm2, steepestDeg, zMm: 12 },
  zMm: 12,
  xMm: 174,
  yMm: 171,
});
/** Thickness of a part of which so much surface, both faces counted, is so thin. */
export const thin = (side: 'upright' | 'flat', mm: number, mm2: number, mm2PerSample = 2): Thickness => {
  const none = Array.from({ length: BINS }, () => 0);
  const some = none.map((_, k) => (k === Math.floor(mm / BIN_MM + 1e-9) ? mm2 : 0));
  const place = { xMm: 160, yMm: 165, zMm: 9 };
  return {
    samples: 2000,
    mm2PerSample,
    thinnest: {
      upright: side === 'upright' ? { mm, ...place } : { mm: 30, ...place },
      flat: side === 'flat' ? { mm, ...place } : { mm: 20, ...place },
    },
    uprightMm2: side === 'upright' ? some : none,
    flatMm2: side === 'flat' ? some : none,
  };
};
/** What two measurements have together, the thinnest of the first. */
export const both = (a: Thickness, b: Thickness): Thickness => ({
  ...a,
  uprightMm2: a.uprightMm2.map((v, k) => v + b.uprightMm2[k]!),
  flatMm2: a.flatMm2.map((v, k) => v + b.flatMm2[k]!),
});
/** The box round what a program extrudes. */
export const box = (min: readonly [number, number], max: readonly [number, number]): GcodeReport['boundsMm'] => ({
  min: [...min, 0.2],
  max: [...max, 20],
  minLine: [10, 10, 10],
  maxLine: [10, 10, 100],
});

/** Layers of the plain block of 20 × 14 mm, 0.05 mm each, five of them its bottom and six its transition. */
export const stackRows = (count: number, change: (i: number) => Partial<StackRow>): StackRow[] =>
  Array.from({ length: count }, (_, i) => ({
    zMm: 0.05 * (i + 1),
    areaMm2: 280,
    areas: 1,
    largestMm2: 280,
    islands: 0,
    cups: 0,
    cupMm2: 0,
    leaningMm2: 0,
    leansAt: null,
    thinMm2: 0,
    thinAt: null,
    gapMm2: 0,
    gapAt: null,
    perHeld: 1,
    lightS: i < 5 ? 26 : i < 11 ? 26 - ((i - 4) * 23.4) / 7 : 2.6,
    exposures: 1,
    darkS: 12,
    ...change(i),
  }));
