import { planOf, spiralOf, type Foot, type Plan } from './plan.ts';

const even = (layers: number, mm = 0.2): readonly number[] => Array.from({ length: layers }, () => mm);
const box = (x: number, y: number, w: number, d: number): Foot => ({ kind: 'box', x, y, w, d });
/** Heights as slopes want them: thick on walls, thin under a flat top. */
const VARIED = [0.2, 0.2, 0.24, 0.28, 0.28, 0.2, 0.12, 0.08, 0.08, 0.12, 0.2, 0.28];

/** Ordinary parts, in the middle of a plate of 348 × 342 mm. */
export const parts: readonly Plan[] = [
  planOf({ name: 'bracket_2pc', feet: [box(150, 150, 40, 30)], heightsMm: even(10) }),
  planOf({ name: 'sloped lid', feet: [box(140, 150, 50, 40)], heightsMm: VARIED }),
  planOf({ name: 'two blocks at once', feet: [box(120, 150, 30, 30), box(190, 150, 30, 30)], heightsMm: even(8) }),
  planOf({
    name: 'two blocks one by one',
    feet: [box(100, 150, 34, 34), box(220, 150, 34, 34)],
    heightsMm: even(12),
    isSequential: true,
  }),
  planOf({ name: 'fine label', feet: [box(150, 160, 44, 36)], heightsMm: even(14, 0.08) }),
  planOf({ name: 'round base', feet: [{ kind: 'disc', x: 174, y: 171, r: 24 }], heightsMm: even(9) }),
  spiralOf('tall vase', { kind: 'disc', x: 174, y: 171, r: 44 }, 12),
  planOf({ name: 'coarse crate', feet: [box(130, 140, 70, 50)], heightsMm: [0.28, ...even(8, 0.28)] }),
  planOf({
    name: 'ring and block',
    feet: [{ kind: 'disc', x: 140, y: 171, r: 18 }, box(190, 150, 30, 36)],
    heightsMm: even(8),
  }),
  planOf({
    name: 'body with support',
    feet: [box(130, 150, 36, 36), box(175, 150, 30, 30)],
    heightsMm: even(8),
    heads: [0, 1],
    nozzleC: [248, 212],
  }),
];
