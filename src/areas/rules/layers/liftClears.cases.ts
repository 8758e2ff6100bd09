import type { RuleCases } from '../cases.ts';
import { stackRows } from '../figuresFixture.ts';
import { liftClears } from './liftClears.ts';

const slab = (w: number) => ({ shape: 'box', x: 0, y: 0, w, d: 20, fromMm: 0, toMm: 1 }) as const;
/** Both stages of a lift and of a return of so much together. */
const lift = (mm: number) => ({ liftFirstMm: 1, liftSecondMm: mm - 1, returnFirstMm: mm - 1, returnSecondMm: 1 });

const motion = {
  lift: [{ mm: 3, mmPerS: 1 }],
  return: [{ mm: 3, mmPerS: 1 }],
  pauseBeforeLiftS: 0,
  pauseAtTopS: 0,
  pauseBeforeExposureS: 1.5,
};
const little = {
  severity: 'caution',
  title: 'The plate rises little for so large a layer',
  figure: '2.9 mm, 401 mm² in one piece in layer 1',
  limit: '3 mm',
  origin: 'common practice',
  fix: 'lift by 3 mm or more',
  layer: 1,
  zMm: 0.05,
} as const;

export const cases: RuleCases = {
  rule: liftClears,
  stack: [
    {
      when: 'a large layer and a short lift',
      values: lift(2.9),
      stack: { solids: [slab(20.06)] },
      finds: [little],
    },
    {
      when: 'a lift that is short in a few layers',
      stack: {
        solids: [slab(20.06)],
        plate: { motionSteps: [{ fromMm: 0.75, motion: { ...motion, lift: [{ mm: 2, mmPerS: 1 }] } }] },
      },
      finds: [{ ...little, figure: '2.0 mm, 401 mm² in one piece in layer 1' }],
      others: ['lift-equals-return'],
    },
    {
      when: 'a lift that is just long enough',
      values: lift(3),
      stack: { solids: [slab(20.06)] },
      finds: [],
    },
    {
      when: 'a layer that is just as large, and smaller ones round it',
      values: lift(2.9),
      measured: { rows: stackRows(30, (i) => ({ largestMm2: i === 10 ? 400 : 280 })) },
      finds: [{ ...little, figure: '2.9 mm, 400 mm² in one piece in layer 11', layer: 11, zMm: 0.55 }],
    },
    {
      when: 'layers in small pieces',
      values: lift(2.9),
      stack: { solids: [slab(15), { ...slab(15), x: 30 }] },
      finds: [],
    },
  ],
};
