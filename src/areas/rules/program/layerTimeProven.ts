import { countOf } from '../../../core/units/plural.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { isFirst, isLast } from './steps.ts';
import { defineRule } from '../define.ts';

/** The pace of a layer is met within a hundredth. */
const MARGIN = 1.02;

export const layerTimeProven = defineRule({
  id: 'layer-time-proven',
  stage: 'body',
  title: 'Every layer has the time it needs to cool',
  why: 'Printed on one that is still soft, a layer slumps; small tops melt into a blob.',
  source: 'Trial of layer times, else the material’s own figure',
  supersedes: ['layer-time-enough'],
  program: {
    reads: ['layerRows'],
    find: ({ report, context }) => {
      const least = context.recipe.lowestLayerTimeS;
      if (least === undefined || least === null) return { needs: 'the material’s shortest layer time' };
      const proof = context.proofs['lowestLayerTimeS'];
      const proven = proof?.state === 'proven' ? proof.range : null;
      const rows = report.layerRows.filter((r, i) => r.filamentMm > 0 && !isFirst(report, i) && !isLast(report, i));
      const quick = rows.filter((r) => r.timeS < least - 1e-6);
      if (quick.length === 0) return [];
      const worst = quick.reduce((a, b) => (b.timeS < a.timeS ? b : a));
      const isBelow = proven !== null && worst.timeS < proven.min - 1e-6;
      const isSeenToFail = isBelow && proven.minEnd === 'failedBeyond';
      return [
        {
          severity: isSeenToFail || (isBelow && context.job.provenOnly) ? 'blocker' : 'caution',
          title: `Layers are printed before the one below has cooled${isSeenToFail ? ', where a trial failed' : ''}`,
          figure: `${formatFigure(worst.timeS, 'time', 1)} s at the quickest, ${countOf(quick.length, 'layer')}`,
          limit: `${formatFigure(least, 'time', 1)} s`,
          origin: proof ? `proven by ${proof.trialName}` : 'material',
          fix: `print ${Math.ceil(least / worst.timeS)} at once, or let the layer take ${formatFigure(least, 'time', 0)} s (${formatFigure((100 * worst.timeS) / least, 'percent', 0)} % of the speed there)`,
          change: { values: { minimumLayerTimeS: Math.ceil(least * MARGIN) } },
          zMm: worst.zMm,
          line: worst.firstLine,
          ...(proof && { trialId: proof.trialId }),
        },
      ];
    },
  },
});
