import { expect, test } from 'vitest';
import { asDrawn } from '../../../core/mesh/placement.ts';
import { validContextFixture, type ContextChange } from '../../rules/fixture.ts';
import type { MeshChoice } from './mesh.ts';
import { whatChanged } from './whatChanged.ts';

const context = validContextFixture();
const stands: MeshChoice = { unit: null, placement: asDrawn(110, 110) };
const after = (change: ContextChange, now: MeshChoice = stands): string =>
  whatChanged(context, validContextFixture(change), stands, now).join('; ');

test('a verdict that is out of date says what is otherwise, and each thing once', () => {
  expect(after({ machine: { mounted: { id: 'x', name: '0.6 brass', nozzleMm: 0.6 } } })).toBe(
    '0.6 brass is mounted now',
  );
  expect(after({ values: { infillPercent: 50, walls: 4 } })).toBe('infill now 50 %, walls now 4');
  expect(after({ known: { lid: 'open', speedPercent: 120, ready: false } })).toBe(
    'the lid is open now; speed at the machine is 120 % now; the machine is not ready',
  );
  expect(after({ policy: { firstLayerMostMmPerS: 20 } })).toBe('the farm’s policy is another');
  expect(after({ proofs: { flow: null } })).toBe('flow: no evidence any more');
  expect(after({ proofs: { nozzleC: null } })).toBe('nozzle temperature: no evidence any more');
  expect(after({}, { ...stands, repair: true })).toBe('the mesh is repaired first');
  expect(after({}, { ...stands, unit: 'in' })).toBe('the file is read in another unit');
  expect(after({}, { ...stands, more: [{ file: null, unit: null, placement: asDrawn(50, 50) }] })).toBe(
    'what lies beside it is otherwise',
  );
  expect(after({})).toBe('a profile in the recipe has a new revision');
  expect(whatChanged(context, context, stands, stands, true)).toEqual(['the rules are of a newer version']);
});
test('the same policy and values with their keys in another order are the same', () => {
  const turned = <T extends object>(v: T): T => Object.fromEntries(Object.entries(v).reverse()) as T;
  const policy = context.policy!;
  const now = { ...context, policy: turned({ ...policy, ceilings: turned(policy.ceilings) }) };
  expect(whatChanged(context, now, stands, stands)).toEqual(['a profile in the recipe has a new revision']);
});
