import { brimSides, infillPatterns, purgePlaces, seams, topDirections } from '../../core/toolpath/choices.ts';
import { parseHeightChanges } from '../../core/toolpath/heightChanges.ts';
import type { Lay, MeshToolpathSettings } from '../../core/toolpath/settings.ts';
import { askedFor, missingText } from './askedFor.ts';
import { numberOf, type Values } from '../library/settings/define.ts';
import { dialectOf, pressureCommandOf } from '../machines/model/dialect.ts';
import { motionLimitsOf } from '../machines/model/motion.ts';

const SOLID_LAYERS = 4; // common practice, no source: at least four where a part is sanded
/** Without these nothing can be laid. */
export const MESH_LAY_NEEDS = [
  'layerHeightMm',
  'firstLayerHeightMm',
  'walls',
  'infillPercent',
  'travelSpeedMmPerS',
  'visibleWallSpeedMmPerS',
  'lineWidthMm',
  'densityGPerCm3',
] as const;

/** How a mesh is laid under a recipe's effective values; null where something it needs is missing. */
export function meshLayOf(v: Values, title: string): MeshToolpathSettings | null {
  if (meshLayWants(v) !== null) return null;
  const n = (key: string, fallback = 0): number => numberOf(v, key) ?? fallback;
  return {
    title,
    layerHeightMm: n('layerHeightMm'),
    firstLayerHeightMm: n('firstLayerHeightMm'),
    cuspMm: n('cuspMm'),
    minimumLayerHeightMm: n('minimumLayerHeightMm', n('layerHeightMm')),
    lineWidthMm: n('lineWidthMm'),
    walls: n('walls'),
    topLayers: n('topLayers', SOLID_LAYERS),
    floorLayers: n('floorLayers', SOLID_LAYERS),
    topDirection: choiceOf(topDirections, v['topDirection']),
    seam: choiceOf(seams, v['seam']),
    infillPercent: n('infillPercent'),
    travelSpeedMmPerS: n('travelSpeedMmPerS'),
    retractionMm: n('retractionMm'),
    retractionMmPerS: n('retractionMmPerS', 35),
    flow: n('flow', 1),
    filamentDiameterMm: n('diameterMm', 1.75),
    nozzleC: n('nozzleC'),
    bedC: n('bedC'),
    startBlock: String(v['startBlock']),
    endBlock: typeof v['endBlock'] === 'string' ? v['endBlock'] : 'M104 S0\nM140 S0',
    dialect: dialectOf(v),
    motion: motionLimitsOf(v),
    chamberC: numberOf(v, 'chamberMaxC') === null ? null : numberOf(v, 'chamberC'),
    scale: [n('scaleXPercent') / 100, n('scaleYPercent') / 100, n('scaleZPercent') / 100],
    contourOffsetMm: n('contourOffsetMm'),
    zOffsetMm: n('zOffsetMm'),
    pressureCommand: pressureCommandOf(v),
    pressureS: n('pressureS'),
    refillMm: n('refillMm'),
    heightChanges: changesOf(v),
    nozzleFirstC: n('nozzleFirstC', n('nozzleC')),
    fanPercent: n('fanPercent'),
    liftMm: n('liftMm'),
    skirtLoops: n('skirtLoops', 1),
    skirtGapMm: n('skirtGapMm', 5),
    skirtLeastMm: n('skirtLeastMm'),
    draughtScreenMm: n('draughtScreenMm'),
    raftLayers: n('raftLayers'),
    raftReachMm: n('raftReachMm'),
    raftGapMm: n('raftGapMm'),
    brimMm: n('brimMm'),
    brimGapMm: n('brimGapMm'),
    brimSides: choiceOf(brimSides, v['brimSides']),
    minimumLayerTimeS: n('minimumLayerTimeS'),
    lowestSpeedMmPerS: n('lowestSpeedMmPerS', n('visibleWallSpeedMmPerS') / 4),
    columnMm: n('columnMm'),
    infillPattern: choiceOf(infillPatterns, v['infillPattern']),
    fillOverlapPercent: n('fillOverlapPercent'),
    solidBelowMm2: n('solidBelowMm2'),
    supportAngleDeg: numberOf(v, 'supportAngleDeg'),
    supportGapZMm: n('supportGapZMm', n('layerHeightMm')),
    supportGapXYMm: n('supportGapXYMm', 0.3),
    supportPercent: n('supportPercent', 16),
    contactLayers: n('contactLayers', 1),
    contactPercent: n('contactPercent', 50),
    supportOnPlateOnly: v['supportOnPlateOnly'] === true,
    headOffsetMm: [n('headOffsetXMm'), n('headOffsetYMm')],
    standbyC: numberOf(v, 'standbyC'),
    purgeMm3: n('purgeMm3'),
    purgeInto: choiceOf(purgePlaces, v['purgeInto']),
    visibleWall: layOf(v, 'visibleWall'),
    hiddenWall: layOf(v, 'hiddenWall'),
    fill: layOf(v, 'fill'),
    solidFill: layOf(v, 'solidFill'),
    topSurface: layOf(v, 'topSurface'),
    firstLayer: layOf(v, 'firstLayer'),
    shortLoop: layOf(v, 'shortLoop'),
    bridge: layOf(v, 'bridge'),
    remainder: layOf(v, 'remainder'),
    support: layOf(v, 'support'),
    supportContact: layOf(v, 'supportContact'),
  };
}

/** What was chosen; the first where nothing was. */
const choiceOf = <C extends string>(choices: readonly [C, ...C[]], value: unknown): C =>
  choices.find((c) => c === value) ?? choices[0];
/** How one kind of line is laid. */
function layOf(v: Values, kind: string): Lay {
  const n = (key: string, fallback = 0): number => numberOf(v, key) ?? fallback;
  return {
    widthMm: n(`${kind}WidthMm`, n('lineWidthMm')),
    speedMmPerS: n(`${kind}SpeedMmPerS`, n('visibleWallSpeedMmPerS')),
    accelerationMmPerS2: n(`${kind}AccelerationMmPerS2`, n('accelerationMmPerS2', 1000)),
  };
}

/** What a recipe lacks before a mesh can be laid by it, with the profile that should hold it. */
export function meshLayWants(v: Values): string | null {
  const key =
    MESH_LAY_NEEDS.find((k) => numberOf(v, k) === null) ?? (typeof v['startBlock'] === 'string' ? null : 'startBlock');
  return key && missingText(key);
}

/** Effective values that a mesh is laid by: those that are asked for while its settings are put together. */
export const laidBy = (v: Values): Values => askedFor(v, (watched) => meshLayOf(watched, ''));

/** Changes at heights; none where they cannot be read, which a rule blocks. */
function changesOf(v: Values): MeshToolpathSettings['heightChanges'] {
  const read = parseHeightChanges(typeof v['heightChanges'] === 'string' ? v['heightChanges'] : '');
  return read.ok ? read.value : [];
}
