import { defineRule, type Found } from '../define.ts';

const AXES = ['X', 'Y', 'Z'] as const;

export const scaleProven = defineRule({
  id: 'scale-proven',
  stage: 'before start',
  title: 'Parts are scaled as a dimension trial proved',
  why: 'Plastic shrinks by machine and lot; drawn at another scale the part comes out too small or too large.',
  source: 'docs/trials.md, dimensions',
  supersedes: ['scales-alike'],
  program: {
    reads: [],
    find: ({ context }) => {
      const { scalePercent } = context.recipe;
      if (!scalePercent) return { needs: 'the scale of the recipe' };
      const judged = AXES.map((axis, i) => ({
        axis,
        is: scalePercent[i]!,
        p: context.proofs[`scale${axis}Percent`],
      })).filter((a) => a.p?.state === 'proven');
      if (judged.length === 0) return { needs: 'a valid dimension trial on this machine, tool and material' };
      return judged
        .filter(({ is, p }) => is < p!.range.min - 1e-9 || is > p!.range.max + 1e-9)
        .map(({ axis, is, p }): Found => ({
          severity:
            context.job.provenOnly || (is < p!.range.min ? p!.range.minEnd : p!.range.maxEnd) === 'failedBeyond'
              ? 'blocker'
              : 'caution',
          title: `Scale ${axis} is not the proven one`,
          figure: `${is.toFixed(2)} %`,
          limit: `${p!.range.min.toFixed(2)} to ${p!.range.max.toFixed(2)} %`,
          origin: `proven by ${p!.trialName}`,
          fix: `scale ${axis} to ${p!.value.toFixed(2)} %: take the recipe’s own value away, or prepare the file again`,
          trialId: p!.trialId,
        }));
    },
  },
});
