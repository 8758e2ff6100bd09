import { formatQuantity } from '../../../core/units/format.ts';
import type { MeshToolpathSettings } from '../../../core/toolpath/settings.ts';
import { accelerationKey, lineKinds } from '../../library/settings/lineKinds.ts';
import type { Values } from '../../library/settings/define.ts';
import { defineRule, placeOfLine } from '../define.ts';
import { outsideProof } from '../evidence.ts';

const CELLS = lineKinds.map(accelerationKey);

/** Acceleration of every kind of line that is generated harder than so much. */
const softened = (most: number, lay: MeshToolpathSettings | null): Values =>
  Object.fromEntries(
    lineKinds.flatMap((k) => {
      const generated = lay?.[k.key as 'fill'];
      return generated && generated.accelerationMmPerS2 > most ? [[accelerationKey(k), most]] : [];
    }),
  );

export const accelerationProven = defineRule({
  id: 'acceleration-proven',
  stage: 'body',
  title: 'Acceleration within what is proven',
  why: 'Beyond it corners leave waves, at worst layers shift.',
  source: 'docs/trials.md, acceleration',
  recipe: {
    about: 'recipe',
    reads: CELLS,
    find: (r) => {
      const proof = r.input.proofs['accelerationMmPerS2'];
      const [hardest] = [...CELLS].sort((a, b) => r.number(b) - r.number(a));
      const found = outsideProof({
        label: 'Acceleration',
        value: r.number(hardest!),
        proof,
        provenOnly: r.input.provenOnly,
        show: (v) => r.show(hardest!, v),
        change: (end) => ({
          values: Object.fromEntries(CELLS.filter((key) => r.number(key) > end).map((key) => [key, end])),
        }),
      });
      return found ? [found] : [];
    },
  },
  program: {
    reads: ['layerRows', 'printAccelerationLine', 'printAccelerationMmPerS2'],
    find: ({ report, context }) => {
      const proof = context.proofs['accelerationMmPerS2'];
      if (proof?.state !== 'proven') return { needs: 'valid acceleration evidence on this machine, tool and material' };
      if (report.printAccelerationMmPerS2 === undefined)
        return { needs: 'a program read by this version; check again' };
      const found = outsideProof({
        label: 'Acceleration',
        value: report.printAccelerationMmPerS2,
        proof,
        provenOnly: context.job.provenOnly,
        show: (v) => formatQuantity(v, 'acceleration'),
        change: (end) => ({ values: softened(end, context.recipe.lay ?? null) }),
        where: report.printAccelerationLine ? placeOfLine(report, report.printAccelerationLine) : {},
      });
      return found ? [found] : [];
    },
  },
});
