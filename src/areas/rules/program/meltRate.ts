import { formatFigure } from '../../../core/units/format.ts';
import { proofAt } from '../../library/model/along.ts';
import { isInMargin } from '../../library/model/records.ts';
import { marginOf } from '../evidence.ts';
import { fastestSpeedMmPerS } from '../../../core/toolpath/bead.ts';
import type { MeshToolpathSettings } from '../../../core/toolpath/settings.ts';
import type { Values } from '../../library/settings/define.ts';
import { lineKinds, speedKey } from '../../library/settings/lineKinds.ts';
import type { GcodeReport } from '../../../core/gcode/report.ts';
import { defineRule, placeOfLine, type Found } from '../define.ts';

/** Speed of every kind of line that asks for more than so much, brought down to it; whole millimetres a second. */
function slowed(limitMm3PerS: number, lay: MeshToolpathSettings): Values {
  return Object.fromEntries(
    lineKinds.flatMap((k) => {
      const of = lay[k.key as 'fill'];
      const h = k.key === 'firstLayer' ? lay.firstLayerHeightMm : lay.layerHeightMm;
      const most = fastestSpeedMmPerS(limitMm3PerS, Math.max(of.widthMm, h), h, lay.flow);
      return of.speedMmPerS > most ? [[speedKey(k), Math.floor(most)]] : [];
    }),
  );
}

/** In how many layers the flow is above a limit, and where it is most; a layer that several heads lay does not say whose it is. */
function layersAbove(
  report: GcodeReport,
  limit: number,
): { readonly many: string; readonly where: Pick<Found, 'line' | 'layer' | 'zMm'> } {
  const { heads = [], layerRows, highestFlowLine: line } = report;
  if (heads.length > 1) return { many: '', where: placeOfLine(report, line) };
  const over = layerRows.map((row, i) => ({ row, n: i + 1 })).filter(({ row }) => row.peakFlowMm3PerS > limit);
  const worst = over.reduce(
    (a, b) => (b.row.peakFlowMm3PerS > a.row.peakFlowMm3PerS ? b : a),
    over[0] ?? { row: layerRows[0]!, n: 1 },
  );
  return {
    many: `, in ${over.length} of ${layerRows.length} layers`,
    where: { line, layer: worst.n, zMm: worst.row.zMm },
  };
}

export const meltRate = defineRule({
  id: 'melt-rate',
  stage: 'body',
  title: 'Volumetric flow within what tool and trial allow',
  why: 'Asked for more than the hot end can melt, lines come out thin and gappy and the drive slips.',
  source: 'Conservation of volume; flow peak over 1 mm of path',
  supersedes: ['flow-of-line-kinds'],
  isOfHead: true,
  program: {
    reads: ['extrudingMoves', 'heads', 'highestFlowLine', 'highestFlowMm3PerS', 'layerRows', 'nozzleMinExtrudingC'],
    find: ({ report, context }) => {
      if (report.extrudingMoves === 0) return { needs: 'a program that extrudes' };
      const everywhere = context.proofs['highestFlowMm3PerS'];
      const proof = everywhere && proofAt(everywhere, report.nozzleMinExtrudingC);
      const proven = proof?.state === 'proven' ? proof.range.max : null;
      const hardware = context.recipe.tool.catalogueFlowMm3PerS;
      if (hardware === null && proven === null) return { needs: 'a melt rate, from the tool or from a trial' };
      const byHardware = hardware !== null && (proven === null || hardware <= proven);
      const limit = byHardware ? hardware : proven!;
      const peak = report.highestFlowMm3PerS;
      if (peak <= limit * (1 + 1e-9)) {
        if (everywhere?.state !== 'proven' || proof?.state !== 'unproven') return [];
        return [
          {
            severity: context.job.provenOnly ? 'blocker' : 'caution',
            title: 'Volumetric flow is not proven at this temperature',
            figure: `${report.nozzleMinExtrudingC} °C`,
            limit: proof.because!,
            origin: `proven, ${everywhere.trialName}`,
            isUnproven: true,
            fix: `print at a proven temperature, or run a highest-flow trial at ${report.nozzleMinExtrudingC} °C`,
            trialId: everywhere.trialId,
          },
        ];
      }
      const { many, where } = layersAbove(report, limit);
      const beyondHardware = hardware !== null && peak > hardware;
      const held = !byHardware && proof && isInMargin(proof.range, peak) ? proof : null;
      const isBlocked = beyondHardware || (!held && (context.job.provenOnly || proof?.range.maxEnd === 'failedBeyond'));
      return [
        {
          severity: isBlocked ? 'blocker' : 'caution',
          title: `Volumetric flow ${held ? 'within the farm’s margin' : `above ${byHardware ? 'what the tool can melt' : 'what is proven'}`}${many}`,
          figure: `${formatFigure(peak, 'volumetricFlow', 2)} mm³/s`,
          limit: `${formatFigure(limit, 'volumetricFlow', 2)} mm³/s`,
          origin: held
            ? marginOf(held, (v) => `${formatFigure(v, 'volumetricFlow', 2)} mm³/s`)
            : byHardware
              ? `hardware, ${context.recipe.tool.name}`
              : `proven, ${proof!.trialName}`,
          fix: `slow these lines to ${formatFigure((limit / peak) * 100, 'percent', 1)} % of their speed`,
          ...(context.recipe.lay && { change: { values: slowed(limit, context.recipe.lay) } }),
          ...where,
          ...(proof ? { trialId: proof.trialId } : {}),
        },
      ];
    },
  },
});
