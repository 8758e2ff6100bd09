import type { MeshFacts } from '../../../../core/mesh/facts.ts';
import { plainDialect } from '../../../../core/gcode/write.ts';
import type { MeshLaySettings } from '../../../../core/toolpath/layMesh.ts';
import { BINS } from '../../../../core/mesh/thickness.ts';
import { unitReadings } from '../../../../core/mesh/units.ts';
import type { MeshLayerRow, MeshReport } from '../../model/mesh.ts';
import type { RuleInput } from '../define.ts';
import { soundJob } from '../sound.ts';

const row: MeshLayerRow = {
  zMm: 0.2,
  areaMm2: 1200,
  perimeterMm: 160,
  islands: 1,
  floatingMm2: 0,
  thinMm2: 0,
  supportMm2: 0,
};
const soundMesh: MeshReport = {
  format: 'stl',
  unit: 'mm',
  unitIsStated: false,
  readings: unitReadings({ min: [0, 0, 0], max: [40, 40, 40] }),
  parts: 1,
  others: [],
  facts: {
    triangles: 1200,
    vertices: 602,
    shells: 1,
    openEdges: 0,
    nonManifoldEdges: 0,
    flippedEdges: 0,
    insideOutShells: 0,
    degenerateFaces: 0,
    duplicateFaces: 0,
    watertight: true,
    bounds: { min: [0, 0, 0], max: [40, 40, 40] },
    volumeMm3: 48_000,
    areaMm2: 9600,
  },
  minMm: [90, 90, 0],
  maxMm: [130, 130, 40],
  hull: [
    [90, 90],
    [130, 90],
    [130, 130],
    [90, 130],
  ],
  centreMm: [110, 110, 20],
  overhangLimitDeg: 50,
  overhangs: [],
  overhangMm2: 0,
  overhangCount: 0,
  layers: [row, { ...row, zMm: 0.4 }],
  gaps: 0,
  contactMm2: 1200,
  standsInsideMm: 20,
  feet: { count: 1, smallestMm2: 1200, xMm: 110, yMm: 110 },
  bridges: [],
  thickness: {
    samples: 2000,
    mm2PerSample: 4.8,
    thinnest: { upright: { mm: 40, xMm: 110, yMm: 110, zMm: 20 }, flat: { mm: 40, xMm: 110, yMm: 110, zMm: 20 } },
    uprightMm2: Array.from({ length: BINS }, () => 0),
    flatMm2: Array.from({ length: BINS }, () => 0),
  },
  cavities: 0,
  nearest: null,
  scale: [1, 1, 1],
  zones: [],
  partMm3: 20_000,
  restMm3: 200,
};

const line = { widthMm: 0.44, speedMmPerS: 40, accelerationMmPerS2: 800 };
/** A plain recipe, without support. */
export const soundLay: MeshLaySettings = {
  title: 'made up',
  startBlock: 'M140 S{bed}\nM104 S{nozzle}\nG28\nM190 S{bed}\nM109 S{nozzle}',
  endBlock: 'M104 S0\nM140 S0',
  dialect: plainDialect,
  layerHeightMm: 0.2,
  firstLayerHeightMm: 0.2,
  walls: 3,
  solidLayers: 4,
  infillPercent: 20,
  infillPattern: 'lines',
  visibleWall: line,
  hiddenWall: { ...line, speedMmPerS: 50 },
  fill: { ...line, speedMmPerS: 60 },
  solidFill: { ...line, speedMmPerS: 50 },
  topSurface: line,
  firstLayer: { ...line, speedMmPerS: 20 },
  support: { ...line, speedMmPerS: 50 },
  travelSpeedMmPerS: 130,
  retractionMm: 1.1,
  retractionMmPerS: 35,
  liftMm: 0,
  flow: 0.96,
  filamentDiameterMm: 1.75,
  nozzleC: 248,
  nozzleFirstC: 248,
  bedC: 100,
  fanPercent: 20,
  skirtLoops: 1,
  skirtGapMm: 5,
  brimMm: 0,
  minimumLayerTimeS: 12,
  supportAngleDeg: null,
  supportGapZMm: 0.2,
};

/** A plain sound mesh with some things changed: what examples of mesh rules are written as. */
export function soundMeshJob(
  mesh: Partial<Omit<MeshReport, 'facts'>> & { readonly facts?: Partial<MeshFacts> } = {},
  job: Parameters<typeof soundJob>[0] = {},
): RuleInput {
  const input = soundJob({
    ...job,
    recipe: { lay: soundLay, ...job.recipe },
    job: { fileName: 'vent.stl', ...job.job },
    proofs: {
      steepestOverhangDeg: {
        key: 'steepestOverhangDeg',
        range: { min: 0, max: 50, minEnd: 'notTriedBeyond', maxEnd: 'failedBeyond' },
        ...OVERHANG,
      },
      ...job.proofs,
    },
  });
  return { ...input, mesh: { ...soundMesh, ...mesh, facts: { ...soundMesh.facts, ...mesh.facts } } };
}
const OVERHANG = {
  state: 'proven',
  value: 50,
  uncertainty: 1,
  trialId: 't9',
  trialName: 'T-0009',
  provenOn: '2026-11-01T00:00:00.000Z',
  ageDays: 20,
  daysLeft: 70,
  because: null,
  conditions: {},
} as const;
