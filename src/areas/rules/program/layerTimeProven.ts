import type { LayerRow } from '../../../core/gcode/report.ts';
import { countOf } from '../../../core/units/plural.ts';
import { formatDuration, formatFigure } from '../../../core/units/format.ts';
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
      // rows kept before places were told apart are judged as a whole
      const heldS = (r: LayerRow): number => (r.againS === undefined ? r.timeS : (r.againS ?? Infinity));
      const rows = report.layerRows.filter((r, i) => r.filamentMm > 0 && !isFirst(report, i) && !isLast(report, i));
      const quick = rows.filter((r) => heldS(r) < least - 1e-6);
      if (quick.length === 0) return [];
      const worst = quick.reduce((a, b) => (heldS(b) < heldS(a) ? b : a));
      const worstS = heldS(worst);
      // as a whole the layer takes long enough: only its order brings the head back too soon
      const isOrder = worst.timeS >= least - 1e-6;
      /** What a layer takes as a whole where it leaves each place the time it needs. */
      const wholeOf = (r: LayerRow): number => least * Math.max(1, r.timeS / heldS(r));
      const wholeS = wholeOf(worst);
      const longer = formatDuration(quick.reduce((sum, r) => sum + wholeOf(r) - r.timeS, 0));
      const isBelow = proven !== null && worstS < proven.min - 1e-6;
      const isSeenToFail = isBelow && proven.minEnd === 'failedBeyond';
      return [
        {
          severity: isSeenToFail || (isBelow && context.job.provenOnly) ? 'blocker' : 'caution',
          title: `Layers are printed before the one below has cooled${isSeenToFail ? ', where a trial failed' : ''}`,
          figure: `${formatFigure(worstS, 'time', 1)} s at the quickest, ${countOf(quick.length, 'layer')}`,
          limit: `${formatFigure(least, 'time', 1)} s`,
          origin: proof ? `proven by ${proof.trialName}` : 'material',
          // what costs least time stands first
          fix: isOrder
            ? `have every layer laid in the same order: no longer; or let it take ${formatFigure(wholeS, 'time', 0)} s as a whole: ${longer} longer`
            : `print ${Math.ceil(least / worstS)} at once: no longer for each; or let the layer take ${formatFigure(wholeS, 'time', 0)} s: ${longer} longer in all (${formatFigure((100 * worstS) / least, 'percent', 0)} % of the speed there)`,
          change: { values: { minimumLayerTimeS: Math.ceil(wholeS * MARGIN) } },
          ...(worst.againAtMm && { place: { xMm: worst.againAtMm[0], yMm: worst.againAtMm[1] } }),
          zMm: worst.zMm,
          line: worst.firstLine,
          ...(proof && { trialId: proof.trialId }),
        },
      ];
    },
  },
});
