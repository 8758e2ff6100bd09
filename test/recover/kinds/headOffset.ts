import { type Trialled } from '../recover.ts';
import { proven } from '../known.ts';
import { about, type KindCases } from '../kindCases.ts';

export const cases: KindCases = {
  kind: 'head-offset',
  table: {
    csv: 'axis,tooth\nx,2\nx,2\ny,-1\ny,-1',
    gives: { x: { offsetMm: about(0.2, 12) }, y: { offsetMm: about(-0.1, 12) } },
  },
  recovers: (['x', 'y'] as const).map((axis) => ({
    of: `offset ${axis.toUpperCase()}`,
    unit: 'mm',
    truth: (t: Trialled) => -t.truth.headMm[axis],
    interval: (t: Trialled) => proven(t, `headOffset${axis.toUpperCase()}Mm`),
    knownSd: () => (0.1 * Math.hypot(0.35, 0.5 / Math.sqrt(12))) / Math.sqrt(4),
  })),
};
