import { formatFigure } from '../../../core/units/format.ts';
import type { MeshLaySettings } from '../../../core/toolpath/layMesh.ts';
import { accelerationKey, lineKinds } from '../../library/settings/lineKinds.ts';
import type { Values } from '../../library/settings/define.ts';
import { defineRule } from './define.ts';
import { soundJob } from './sound.ts';

const proven = {
  key: 'accelerationMmPerS2',
  state: 'proven' as const,
  value: 1200,
  range: { min: 0, max: 1200, minEnd: 'notTriedBeyond' as const, maxEnd: 'failedBeyond' as const },
};

/** Acceleration of every kind of line that starts harder than so much. */
const slower = (most: number, lay: MeshLaySettings | null): Values =>
  Object.fromEntries(
    lineKinds.flatMap((k) => {
      const of = lay?.[k.key as 'fill'];
      return of && of.accelerationMmPerS2 > most ? [[accelerationKey(k), most]] : [];
    }),
  );

export const accelerationProven = defineRule({
  id: 'acceleration-proven',
  bites: 'body',
  title: 'The program starts and stops no harder than proven',
  why: 'Beyond it corners leave waves, at worst layers shift.',
  source: 'docs/trials.md, acceleration',
  find: ({ report, sheet }) => {
    const proof = sheet.proofs['accelerationMmPerS2'];
    if (!proof || proof.state !== 'proven')
      return { missing: 'no valid acceleration evidence on this machine, tool and material' };
    if (report.highestAccelerationMmPerS2 <= proof.range.max) return [];
    return [
      {
        severity: proof.range.maxEnd === 'failedBeyond' || sheet.job.provenOnly ? 'blocker' : 'caution',
        title: 'Starts and stops harder than proven',
        figure: `${formatFigure(report.highestAccelerationMmPerS2, 'acceleration')} mm/s²`,
        limit: `${formatFigure(proof.range.max, 'acceleration')} mm/s²`,
        origin: `proven by ${proof.trialName}`,
        fix: `set ${formatFigure(proof.range.max, 'acceleration')} mm/s² at most`,
        change: { values: slower(proof.range.max, sheet.recipe.lay ?? null) },
        line: report.highestAccelerationLine,
        trialId: proof.trialId,
      },
    ];
  },
  examples: {
    passes: [
      {
        says: 'at the limit',
        input: soundJob({ report: { highestAccelerationMmPerS2: 1200 }, proofs: { accelerationMmPerS2: proven } }),
      },
    ],
    fails: [
      {
        says: 'harder',
        input: soundJob({ report: { highestAccelerationMmPerS2: 1500 }, proofs: { accelerationMmPerS2: proven } }),
      },
    ],
  },
});
