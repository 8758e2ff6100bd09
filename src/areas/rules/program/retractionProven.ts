import { formatQuantity } from '../../../core/units/format.ts';
import { defineRule, placeOfLine, type Found } from '../define.ts';
import { outsideProof } from '../evidence.ts';
import { outsideProven } from '../recipe/ranges.ts';

export const retractionProven = defineRule({
  id: 'retraction-proven',
  stage: 'body',
  title: 'Retraction within what is proven',
  why: 'Too short strings; too long grinds and clogs.',
  source: 'order of limits (docs/glossary.md); firmware retraction is not read',
  isOfHead: true,
  recipe: {
    about: 'recipe',
    reads: ['retractionMm'],
    find: (r) => outsideProven(r, 'retractionMm', 'Retraction'),
  },
  program: {
    reads: [
      'layerRows',
      'longestRetractionLine',
      'longestRetractionMm',
      'shortestRetractionLine',
      'shortestRetractionMm',
    ],
    find: ({ report, context }) => {
      if (report.shortestRetractionMm === null) return { needs: 'a program that retracts by moves of its own' };
      const proof = context.proofs['retractionMm'];
      if (proof?.state !== 'proven') return { needs: 'valid retraction evidence on this machine, tool and material' };
      const asked = [
        [report.longestRetractionMm, report.longestRetractionLine],
        [report.shortestRetractionMm, report.shortestRetractionLine],
      ] as const;
      const [longest, shortest] = asked.map(([mm, line]) =>
        outsideProof({
          label: 'Retraction',
          value: Math.round(mm * 1e6) / 1e6,
          proof,
          provenOnly: context.job.provenOnly,
          show: (v) => formatQuantity(v, 'length'),
          change: (end) => ({ values: { retractionMm: end } }),
          where: placeOfLine(report, line),
        }),
      );
      return [longest, longest?.title === shortest?.title ? null : shortest].filter((f): f is Found => !!f);
    },
  },
});
