import { isInMargin } from '../../library/model/records.ts';
import { defineRule } from '../define.ts';
import { marginOf } from '../evidence.ts';
import { beadAreaMm2 } from '../../../core/toolpath/bead.ts';
import { proofAt } from '../../library/model/along.ts';
import { lineKinds, speedKey, widthKey } from '../../library/settings/lineKinds.ts';

const CELLS = lineKinds.flatMap((k) => [widthKey(k), speedKey(k)]);

export const flowOfLineKinds = defineRule({
  id: 'flow-of-line-kinds',
  stage: 'before start',
  title: 'Volumetric flow of every line kind within tool and trial',
  why: 'Asked for more than the hot end can melt, lines come out thin and gappy and the drive slips.',
  source: 'Q = flow · A · v, conservation of volume; rounded-rectangle bead',
  recipe: {
    about: 'recipe',
    reads: [...CELLS, 'layerHeightMm', 'firstLayerHeightMm', 'flow', 'catalogueFlowMm3PerS'],
    readsIfSet: ['highestFlowMm3PerS', 'nozzleC'],
    find: (r) => {
      const everywhere = r.input.proofs['highestFlowMm3PerS'];
      const proof = everywhere && proofAt(everywhere, r.has('nozzleC') ? r.number('nozzleC') : null);
      const proven =
        proof?.state === 'proven'
          ? proof.range.max
          : r.has('highestFlowMm3PerS')
            ? r.number('highestFlowMm3PerS')
            : Infinity;
      const limit = Math.min(r.number('catalogueFlowMm3PerS'), proven);
      const rows = lineKinds
        .map((k) => {
          const w = r.number(widthKey(k));
          const h = Math.min(r.number(k.key === 'firstLayer' ? 'firstLayerHeightMm' : 'layerHeightMm'), w);
          const area = beadAreaMm2(w, h) * r.number('flow');
          return { kind: k, flow: area * r.number(speedKey(k)), speed: Math.floor((limit / area) * 10) / 10 };
        })
        .filter((row) => row.flow > limit * (1 + 1e-9))
        .sort((a, b) => b.flow - a.flow);
      const worst = rows[0];
      if (!worst) return [];
      const byProof = proof?.state === 'proven' && proven <= r.number('catalogueFlowMm3PerS') ? proof : null;
      const held = byProof && isInMargin(byProof.range, worst.flow) ? byProof : null;
      const show = (v: number): string => `${v.toFixed(2)} mm³/s`;
      return [
        {
          severity: held ? 'caution' : 'blocker',
          title: `${worst.kind.label} needs more volumetric flow than allowed`,
          figure: show(worst.flow),
          limit: show(limit),
          origin: held ? marginOf(held, show) : byProof ? `proven by ${byProof.trialName}` : 'hardware, tool',
          fix: rows.map((row) => `${row.kind.label.toLowerCase()} to ${row.speed.toFixed(1)} mm/s`).join(', '),
          change: { values: Object.fromEntries(rows.map((row) => [speedKey(row.kind), row.speed])) },
        },
      ];
    },
  },
});
