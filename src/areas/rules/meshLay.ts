import { infillPatterns } from '../../core/toolpath/infillPattern.ts';
import type { MeshToolpathSettings } from '../../core/toolpath/generateToolpath.ts';
import { layMissing, layOf, laySettingsOf } from '../library/model/toolpathSettings.ts';
import { numberOf, type Values } from '../library/settings/define.ts';
import { dialectOf } from '../machines/model/dialect.ts';

/** How a mesh is laid under a recipe's effective values; null where something it needs is missing. */
export function meshLayOf(v: Values, title: string): MeshToolpathSettings | null {
  if (layMissing(v) || typeof v['startBlock'] !== 'string') return null;
  const n = (key: string, fallback = 0): number => numberOf(v, key) ?? fallback;
  return {
    ...laySettingsOf(v),
    title,
    startBlock: v['startBlock'],
    endBlock: typeof v['endBlock'] === 'string' ? v['endBlock'] : 'M104 S0\nM140 S0',
    dialect: dialectOf(v),
    nozzleFirstC: n('nozzleFirstC', n('nozzleC')),
    fanPercent: n('fanPercent'),
    liftMm: n('liftMm'),
    skirtLoops: n('skirtLoops', 1),
    skirtGapMm: n('skirtGapMm', 5),
    brimMm: n('brimMm'),
    minimumLayerTimeS: n('minimumLayerTimeS'),
    infillPattern: infillPatterns.find((p) => p === v['infillPattern']) ?? 'lines',
    supportAngleDeg: numberOf(v, 'supportAngleDeg'),
    supportGapZMm: n('supportGapZMm', n('layerHeightMm')),
    support: layOf(v, 'support'),
  };
}
