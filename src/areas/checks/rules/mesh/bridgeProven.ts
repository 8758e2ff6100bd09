import { formatFigure } from '../../../../core/units/format.ts';
import { defineMeshRule, type Found } from '../define.ts';
import { soundMeshJob } from './sound.ts';

/** A span this short holds with any plastic. Common practice, no source. */
const HARMLESS_MM = 5;
const MOST = 3;
/** Support from here stands under ceilings and leaves leaning sides alone. */
const SUPPORT_FROM_DEG = 80;
const over = (spanMm: number) => ({ bridges: [{ spanMm, zMm: 12, xMm: 110, yMm: 110 }] });
const proof = (max: number, maxEnd: 'failedBeyond' | 'notTriedBeyond') => ({
  longestBridgeMm: {
    key: 'longestBridgeMm',
    state: 'proven' as const,
    value: max,
    trialName: 'T-0011',
    range: { min: 0, max, minEnd: 'notTriedBeyond' as const, maxEnd },
  },
});

export const bridgeProven = defineMeshRule({
  id: 'bridge-proven',
  bites: 'body',
  title: 'Nothing spans further than is proven',
  why: 'Strands laid over too wide a gap sag until the next layer finds nothing to lie on.',
  source: 'docs/trials.md, bridge; the span is the width of the widest circle in what hangs free',
  find: ({ bridges }, { sheet }) => {
    const proof = sheet.proofs['longestBridgeMm'];
    const isProven = proof?.state === 'proven';
    const most = isProven ? proof.range.max : HARMLESS_MM;
    return bridges
      .filter((b) => b.spanMm > most + 1e-6)
      .slice(0, MOST)
      .map((b): Found => ({
        severity: isProven && (proof.range.maxEnd === 'failedBeyond' || sheet.job.provenOnly) ? 'blocker' : 'caution',
        title: isProven ? 'A bridge is longer than proven' : 'A bridge, and no trial says how far one holds',
        figure: `${formatFigure(b.spanMm, 'length', 1)} mm at ${formatFigure(b.zMm, 'length', 1)} mm`,
        limit: `${formatFigure(most, 'length', 1)} mm`,
        origin: isProven ? `proven by ${proof.trialName}` : 'common practice',
        fix: isProven
          ? 'support it, or stand the part otherwise'
          : `run a bridge trial up to ${Math.ceil(b.spanMm / 5) * 5} mm, or support it`,
        zMm: b.zMm,
        place: { xMm: b.xMm, yMm: b.yMm },
        change: { values: { supportAngleDeg: SUPPORT_FROM_DEG } },
        ...(isProven && { trialId: proof.trialId }),
      }));
  },
  examples: {
    passes: [
      { says: 'no bridge', input: soundMeshJob() },
      { says: 'shorter than proven', input: soundMeshJob(over(18), { proofs: proof(25, 'failedBeyond') }) },
    ],
    fails: [
      { says: 'longer than proven', input: soundMeshJob(over(32), { proofs: proof(25, 'failedBeyond') }) },
      { says: 'never tried', input: soundMeshJob(over(32)) },
    ],
  },
});
