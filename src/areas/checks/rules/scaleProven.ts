import { defineRule, type Found } from './define.ts';
import { soundJob } from './sound.ts';

const AXES = ['X', 'Y', 'Z'] as const;
const proof = (key: string, value: number) => ({
  key,
  state: 'proven' as const,
  value,
  range: { min: value - 0.15, max: value + 0.15, minEnd: 'notTriedBeyond' as const, maxEnd: 'notTriedBeyond' as const },
});

export const scaleProven = defineRule({
  id: 'scale-proven',
  bites: 'before start',
  title: 'Parts are scaled as a dimension trial proved',
  why: 'Plastic shrinks by machine and lot; drawn at another scale the part comes out too small or too large.',
  source: 'docs/trials.md, dimensions',
  find: ({ sheet }) => {
    const { scalePercent } = sheet.recipe;
    if (!scalePercent) return { missing: 'the scale of the recipe' };
    const judged = AXES.map((axis, i) => ({
      axis,
      is: scalePercent[i]!,
      p: sheet.proofs[`scale${axis}Percent`],
    })).filter((a) => a.p?.state === 'proven');
    if (judged.length === 0) return { missing: 'no valid dimension trial on this machine, tool and material' };
    return judged
      .filter(({ is, p }) => is < p!.range.min - 1e-9 || is > p!.range.max + 1e-9)
      .map(({ axis, is, p }): Found => ({
        severity:
          sheet.job.provenOnly || (is < p!.range.min ? p!.range.minEnd : p!.range.maxEnd) === 'failedBeyond'
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
  examples: {
    passes: [
      {
        says: 'as proven',
        input: soundJob({
          recipe: { scalePercent: [100.3, 100, 100] },
          proofs: { scaleXPercent: proof('scaleXPercent', 100.3) },
        }),
      },
    ],
    fails: [
      {
        says: 'drawn at 100 %',
        input: soundJob({
          recipe: { scalePercent: [100, 100, 100] },
          proofs: { scaleXPercent: proof('scaleXPercent', 100.3) },
        }),
      },
      {
        says: 'in a proven-only class',
        input: soundJob({
          job: { provenOnly: true, class: 'customer part' },
          recipe: { scalePercent: [100, 99, 100] },
          proofs: { scaleYPercent: proof('scaleYPercent', 100) },
        }),
      },
    ],
  },
});
