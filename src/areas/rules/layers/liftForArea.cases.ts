import type { RuleCases } from '../cases.ts';
import { liftForArea } from './liftForArea.ts';

const slab = (w: number) => ({ shape: 'box', x: 0, y: 0, w, d: 40, fromMm: 0, toMm: 1 }) as const;

export const cases: RuleCases = {
  rule: liftForArea,
  stack: [
    {
      when: 'more than eight times the area',
      stack: { solids: [slab(20.06)] },
      finds: [
        {
          severity: 'caution',
          title: 'A layer is far larger than the peel was proven with',
          figure: '802 mm² in one piece in layer 1',
          limit: '800 mm²',
          origin: 'proven by T-0001 at 100 mm²',
          fix: 'turn the part so that its layers are smaller, peel slower, or watch the first of these layers',
          layer: 1,
          zMm: 0.05,
          trialId: 't',
        },
      ],
    },
    { when: 'less than that', stack: { solids: [slab(19.9)] }, finds: [] },
    {
      when: 'two slabs that are so much together',
      stack: { solids: [slab(19.9), { ...slab(19.9), x: 30 }] },
      finds: [],
    },
    {
      when: 'a trial that does not say it',
      proofs: { liftFirstMmPerS: { conditions: {} } },
      finds: [],
      needs: 'a lift trial that says how large its areas were',
    },
  ],
};
