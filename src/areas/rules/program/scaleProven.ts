import { formatFigure } from '../../../core/units/format.ts';
import type { Proof } from '../../library/model/records.ts';
import { outsideProof } from '../evidence.ts';
import { defineRule, type Found, type JobInput, type NotChecked } from '../define.ts';

const AXES = ['X', 'Y', 'Z'] as const;
/** Less than this no calliper of a workshop tells. Common practice, no source. */
const TOLD_MM = 0.05;

interface ProvenAxis {
  readonly axis: (typeof AXES)[number];
  readonly index: number;
  readonly proof: Proof;
}

export const scaleProven = defineRule({
  id: 'scale-proven',
  stage: 'before start',
  title: 'Parts are scaled as a dimension trial proved',
  why: 'Material shrinks by machine and lot; drawn at another scale the part comes out too small or too large.',
  source: 'docs/trials.md, dimensions',
  supersedes: ['scales-alike'],
  program: {
    reads: ['outerMm'],
    find: (job) => {
      const proven = AXES.flatMap((axis, index): ProvenAxis[] => {
        const proof = job.context.proofs[`scale${axis}Percent`];
        return proof?.state === 'proven' ? [{ axis, index, proof }] : [];
      });
      if (proven.length === 0) return { needs: 'a valid dimension trial on this machine, tool and material' };
      return job.mesh ? asGenerated(job, proven) : asMeasured(job, proven);
    },
  },
});

/** A program generated here is scaled as the recipe says. */
function asGenerated({ context }: JobInput, proven: readonly ProvenAxis[]): readonly Found[] | NotChecked {
  const { scalePercent } = context.recipe;
  if (!scalePercent) return { needs: 'the scale of the recipe' };
  return proven.flatMap(({ axis, index, proof }): Found[] => {
    const found = outsideProof({
      label: `Scale ${axis}`,
      value: scalePercent[index]!,
      proof,
      provenOnly: context.job.provenOnly,
      show: (v) => `${v.toFixed(2)} %`,
      change: () => ({ values: { [`scale${axis}Percent`]: proof.value } }),
    });
    return found ? [{ ...found, fix: `scale ${axis} to ${proof.value.toFixed(2)} %` }] : [];
  });
}

/** One brought along does not say what size was wanted: it is told how large it comes out. */
function asMeasured({ report, context }: JobInput, proven: readonly ProvenAxis[]): readonly Found[] | NotChecked {
  const laid = report.outerMm;
  const off = proven.filter(
    ({ index, proof: { range, value } }) =>
      laid && (range.min > 100 || range.max < 100) && Math.abs(laid[index]! * (100 / value - 1)) >= TOLD_MM,
  );
  if (!laid || off.length === 0) return { needs: 'the size the part should have; a program does not say it' };
  const mm = (v: number): string => formatFigure(v, 'length', 2);
  const [{ proof }] = off as [ProvenAxis, ...ProvenAxis[]];
  return [
    {
      severity: 'caution',
      title: `Comes out ${off.map(({ axis, index, proof: { value } }) => `${mm(laid[index]! * (100 / value))} mm in ${axis}`).join(', ')}, unless it was prepared for that`,
      figure: `laid ${off.map(({ axis, index }) => `${axis} ${mm(laid[index]!)}`).join(', ')} mm`,
      limit: off
        .map(({ axis, proof: { range } }) => `${axis} ${range.min.toFixed(2)} to ${range.max.toFixed(2)} %`)
        .join(', '),
      origin: `proven by ${proof.trialName} on ${context.machine.name}`,
      fix: `prepare it at ${off.map(({ axis, proof: { value } }) => `${axis} ${value.toFixed(2)} %`).join(', ')}, or bring the mesh`,
      trialId: proof.trialId,
    },
  ];
}
