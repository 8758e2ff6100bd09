import { formatFigure } from '../../../core/units/format.ts';
import type { TrialKind } from '../kinds/define.ts';
import type { TrialPlan } from '../model/trial.ts';

/** What a trial is printed with, as label and text. */
export function conditionRows(kind: TrialKind, { conditions }: TrialPlan): (readonly [label: string, text: string])[] {
  const row = (label: string, key: string, unit: string, digits?: number): (readonly [string, string])[] =>
    conditions[key] === undefined
      ? []
      : [[label, `${digits === undefined ? conditions[key] : conditions[key].toFixed(digits)} ${unit}`.trim()]];
  if (kind.technology === 'filament')
    return [
      ...row('flow', 'flow', '', 3),
      ...row('nozzle', 'nozzleC', '°C'),
      ...row('bed', 'bedC', '°C'),
      ...row('layer', 'layerHeightMm', 'mm'),
      ...row('line', 'lineWidthMm', 'mm'),
    ];
  const micrometres = conditions['resinLayerMm'];
  return [
    ...(micrometres === undefined ? [] : [['layer', `${formatFigure(micrometres * 1000, 'count')} µm`] as const]),
    ...row('exposure', 'exposureS', 's'),
    ...row('bottom', 'exposureBottomS', 's'),
    ...row('bottom layers', 'bottomLayers', ''),
    ...row('light', 'irradianceMwPerCm2', 'mW/cm²', 2),
    ...row('dark time', 'darkTimeS', 's', 1),
  ];
}

/** What it takes of the machine's time and of material, in a few words. */
export const takenText = (plan: TrialPlan): string =>
  plan.resinMl === undefined ? `${plan.massG.toFixed(1)} g` : `${plan.resinMl.toFixed(1)} ml`;
