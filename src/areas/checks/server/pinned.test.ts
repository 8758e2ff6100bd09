import { expect, test } from 'vitest';
import { asDrawn } from '../../../core/mesh/placement.ts';
import type { CheckContext } from '../../rules/context.ts';
import { jobOf, supportedTable } from '../../rules/cases.ts';
import { pinOf } from './sheet.ts';
import { workDigest } from './workDigest.ts';

const mesh = { unit: null, placement: asDrawn(100, 100) };
const two = jobOf({ when: '', finds: [], ...supportedTable }).job.context;
const [second] = two.heads!;
const { heads: _, ...one } = two;
const work = (c: CheckContext): string => workDigest('sha', mesh, c, 'a version');

test.each<[string, CheckContext, CheckContext]>([
  ['another head lays the part', one, { ...one, bodyTool: 1 }],
  ['a second head lays support', one, two],
  ['it lays another role', two, { ...two, heads: [{ ...second!, roles: ['raft/brim'] }] }],
  [
    'its material is laid hotter',
    two,
    { ...two, heads: [{ ...second!, recipe: { ...second!.recipe, lay: { ...second!.recipe.lay!, nozzleC: 220 } } }] },
  ],
])('neither work nor verdict is that of before where %s', (_what, before, now) => {
  expect(work(now)).not.toBe(work(before));
  expect(pinOf(now, mesh)).not.toBe(pinOf(before, mesh));
});
test('another lot on the second head makes the verdict out of date, not the work; what is left on it neither', () => {
  const loaded = (change: object): CheckContext => ({
    ...two,
    heads: [{ ...second!, loaded: { ...second!.loaded!, ...change } }],
  });
  expect(work(loaded({ lot: '99' }))).toBe(work(two));
  expect(pinOf(loaded({ lot: '99' }), mesh)).not.toBe(pinOf(two, mesh));
  expect(pinOf(loaded({ remainingG: 1 }), mesh)).toBe(pinOf(two, mesh));
});
