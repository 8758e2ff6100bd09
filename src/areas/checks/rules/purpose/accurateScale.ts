import { defineRule } from '../define.ts';
import { soundJob } from '../sound.ts';

const NEEDS = ['accurate', 'snap fit'] as const;
const proof = (key: string) => ({
  key,
  state: 'proven' as const,
  value: 100,
  range: { min: 99.8, max: 100.2, minEnd: 'notTriedBeyond' as const, maxEnd: 'notTriedBeyond' as const },
});

export const accurateScale = defineRule({
  id: 'accurate-scale',
  bites: 'before start',
  title: 'Where sizes matter, the machine’s scale is proven',
  why: 'A fit of a tenth cannot be promised by a machine whose tenths nobody has measured.',
  source: 'docs/trials.md, dimensions',
  find: ({ sheet }) => {
    const needs = NEEDS.find((p) => p === sheet.job.purpose);
    if (!needs) return [];
    const unproven = ['X', 'Y'].filter((axis) => sheet.proofs[`scale${axis}Percent`]?.state !== 'proven');
    if (unproven.length === 0) return [];
    return [
      {
        severity: sheet.job.provenOnly ? 'blocker' : 'caution',
        title: 'Sizes matter here, and the scale is not proven',
        figure: `${unproven.join(' and ')} without valid evidence`,
        limit: 'X and Y proven',
        origin: `purpose: ${needs}`,
        fix: `run a dimensions trial on ${sheet.machine.name} · ${sheet.recipe.tool.name} · ${sheet.recipe.material.name}`,
      },
    ];
  },
  examples: {
    passes: [
      {
        says: 'both proven',
        input: soundJob({
          job: { purpose: 'accurate' },
          proofs: { scaleXPercent: proof('scaleXPercent'), scaleYPercent: proof('scaleYPercent') },
        }),
      },
      { says: 'for looking at', input: soundJob({ job: { purpose: 'look' } }) },
    ],
    fails: [{ says: 'never measured', input: soundJob({ job: { purpose: 'snap fit' } }) }],
  },
});
