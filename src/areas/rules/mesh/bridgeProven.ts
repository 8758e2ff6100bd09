import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, type Found } from '../define.ts';

/** A span this short holds with any plastic. Common practice, no source. */
const HARMLESS_MM = 5;
const MOST = 3;
/** Support from here stands under ceilings and leaves leaning sides alone. */
const SUPPORT_FROM_DEG = 80;
export const bridgeProven = defineRule({
  id: 'bridge-proven',
  stage: 'body',
  title: 'No bridge is longer than proven',
  why: 'Strands over too wide a gap sag until the next layer finds nothing to lie on.',
  source: 'docs/trials.md, bridge; the span is the width of the widest circle in what hangs free',
  mesh: {
    reads: ['bridges'],
    find: ({ bridges }, { context }) => {
      const proof = context.proofs['longestBridgeMm'];
      const isProven = proof?.state === 'proven';
      const most = isProven ? proof.range.max : HARMLESS_MM;
      return bridges
        .filter((b) => b.spanMm > most + 1e-6)
        .slice(0, MOST)
        .map((b): Found => ({
          severity:
            isProven && (proof.range.maxEnd === 'failedBeyond' || context.job.provenOnly) ? 'blocker' : 'caution',
          title: isProven ? 'Bridge above what is proven' : 'Bridge length is not proven here',
          figure: `${formatFigure(b.spanMm, 'length', 1)} mm at ${formatFigure(b.zMm, 'length', 1)} mm`,
          limit: `${formatFigure(most, 'length', 1)} mm`,
          origin: isProven ? `proven by ${proof.trialName}` : 'common practice',
          fix: isProven
            ? 'support it, or compare build orientations'
            : `run a bridge trial up to ${Math.ceil(b.spanMm / 5) * 5} mm, or support it`,
          zMm: b.zMm,
          place: { xMm: b.xMm, yMm: b.yMm },
          change: { values: { supportAngleDeg: SUPPORT_FROM_DEG } },
          ...(isProven ? { trialId: proof.trialId } : { isUnproven: true }),
        }));
    },
  },
});
