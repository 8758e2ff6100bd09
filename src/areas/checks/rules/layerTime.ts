import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from './define.ts';
import { soundJob } from './sound.ts';

/** The pace of a layer is set before accelerations are known. */
const MARGIN_S = 1;

export const layerTimeProven = defineRule({
  id: 'layer-time-proven',
  bites: 'body',
  title: 'Every layer has the time it needs to cool',
  why: 'Laid upon one that is still soft, a layer slumps; small tops melt into a blob.',
  source: 'Trial of layer times, else the material’s own figure',
  find: ({ report, sheet }) => {
    const least = sheet.recipe.lowestLayerTimeS;
    if (least === undefined || least === null) return { missing: 'the material has no lowest layer time' };
    const proof = sheet.proofs['lowestLayerTimeS'];
    const rows = report.layerRows.filter((r) => r.filamentMm > 0);
    const quick = rows.filter((r) => r.timeS < least - 1e-6);
    if (quick.length === 0) return [];
    const worst = quick.reduce((a, b) => (b.timeS < a.timeS ? b : a));
    return [
      {
        severity: 'caution',
        title: 'Layers are laid before the one below is cold',
        figure: `${formatFigure(worst.timeS, 'time', 1)} s at the quickest, ${quick.length} layers`,
        limit: `${formatFigure(least, 'time', 1)} s`,
        origin: proof ? `proven by ${proof.trialName}` : 'material',
        fix: `print ${Math.ceil(least / worst.timeS)} at once, or let the layer take ${formatFigure(least, 'time', 0)} s (${formatFigure((100 * worst.timeS) / least, 'percent', 0)} % of the speed there)`,
        change: { values: { minimumLayerTimeS: Math.ceil(least + MARGIN_S) } },
        zMm: worst.zMm,
        line: worst.firstLine,
        ...(proof && { trialId: proof.trialId }),
      },
    ];
  },
  examples: {
    passes: [{ says: 'long layers', input: soundJob({ recipe: { lowestLayerTimeS: 10 } }) }],
    fails: [{ says: 'a quick top', input: soundJob({ recipe: { lowestLayerTimeS: 2000 } }) }],
  },
});
