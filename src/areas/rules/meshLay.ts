import { infillPatterns } from '../../core/toolpath/infillPattern.ts';
import { parseHeightChanges } from '../../core/toolpath/heightChanges.ts';
import type { MeshToolpathSettings } from '../../core/toolpath/settings.ts';
import { findSetting } from '../library/settings/catalogue.ts';
import { layOf, laySettingsOf, layWants } from '../library/model/toolpathSettings.ts';
import { numberOf, type Values } from '../library/settings/define.ts';
import { dialectOf, pressureCommandOf } from '../machines/model/dialect.ts';
import { motionLimitsOf } from '../machines/model/motion.ts';

/** How a mesh is laid under a recipe's effective values; null where something it needs is missing. */
export function meshLayOf(v: Values, title: string): MeshToolpathSettings | null {
  if (meshLayWants(v) !== null) return null;
  const n = (key: string, fallback = 0): number => numberOf(v, key) ?? fallback;
  return {
    ...laySettingsOf(v),
    title,
    lineWidthMm: n('lineWidthMm'),
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
    brimMm: n('brimMm'),
    minimumLayerTimeS: n('minimumLayerTimeS'),
    infillPattern: infillPatterns.find((p) => p === v['infillPattern']) ?? 'lines',
    supportAngleDeg: numberOf(v, 'supportAngleDeg'),
    supportGapZMm: n('supportGapZMm', n('layerHeightMm')),
    headOffsetMm: [n('headOffsetXMm'), n('headOffsetYMm')],
    standbyC: numberOf(v, 'standbyC'),
    purgeMm3: n('purgeMm3'),
    shortLoop: layOf(v, 'shortLoop'),
    bridge: layOf(v, 'bridge'),
    remainder: layOf(v, 'remainder'),
    support: layOf(v, 'support'),
    supportContact: layOf(v, 'supportContact'),
  };
}

/** What a recipe lacks before a mesh can be laid by it, with the profile that should hold it. */
export function meshLayWants(v: Values): string | null {
  const wanted = layWants(v) ?? (typeof v['startBlock'] === 'string' ? null : findSetting('startBlock')!);
  return wanted && `“${wanted.label}” is missing, a value of the ${wanted.owners[0]} profile`;
}

/** Effective values that a mesh is laid by: those that are asked for while its settings are put together. */
export function laidBy(v: Values): Values {
  const asked = new Set<string>();
  meshLayOf(
    new Proxy(v, {
      get: (of, key) => {
        if (typeof key === 'string') asked.add(key);
        return Reflect.get(of, key) as unknown;
      },
    }),
    '',
  );
  return Object.fromEntries(Object.entries(v).filter(([key]) => asked.has(key)));
}

/** Changes at heights; none where they cannot be read, which a rule blocks. */
function changesOf(v: Values): MeshToolpathSettings['heightChanges'] {
  const read = parseHeightChanges(typeof v['heightChanges'] === 'string' ? v['heightChanges'] : '');
  return read.ok ? read.value : [];
}
