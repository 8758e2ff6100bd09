import { defineRecipeRule } from './define.ts';
import { outsideProven } from './ranges.ts';

export const flowProven = defineRecipeRule({
  id: 'flow-proven',
  about: 'recipe',
  technology: 'filament',
  title: 'The flow has valid evidence',
  why: 'A flow copied from elsewhere makes parts too large or gappy.',
  source: 'order of limits: hardware, proven, supplier (docs/glossary.md)',
  reads: ['flow'],
  find: (r) => {
    const p = r.input.proofs['flow'];
    if (p?.state === 'proven') return outsideProven(r, 'flow', 'Flow');
    return [
      {
        severity: r.input.provenOnly ? 'blocker' : 'caution',
        title: p?.state === 'due' ? `Flow evidence is due: ${p.because ?? 'old'}` : 'No evidence for flow here',
        figure: r.show('flow'),
        limit: p?.state ?? 'none',
        origin: 'proven limits',
        fix: 'run a flow trial',
        change: {
          proofs: {
            flow: {
              state: 'proven',
              range: {
                min: r.number('flow'),
                max: r.number('flow'),
                minEnd: 'notTriedBeyond',
                maxEnd: 'notTriedBeyond',
              },
            },
          },
        },
      },
    ];
  },
  examples: {
    passes: [{ says: 'at an end of its range', change: { values: { flow: 0.93 } } }],
    fails: [
      { says: 'due', change: { proofs: { flow: { state: 'due', because: 'nozzle changed 3 d ago' } } } },
      { says: 'outside', change: { values: { flow: 0.9 } } },
    ],
  },
});
