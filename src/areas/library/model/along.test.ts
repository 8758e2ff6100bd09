import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { entryAt, placeEntry, proofAt } from './along.ts';
import type { PairingEntry, Proof } from './records.ts';

const entry = (nozzleC: number, max: number, provenOn = '2026-05-01'): PairingEntry => ({
  value: max,
  uncertainty: 0.2,
  range: { min: 0, max, minEnd: 'notTriedBeyond', maxEnd: 'failedBeyond' },
  trialId: `t${nozzleC}`,
  trialName: `T-${nozzleC}`,
  machineId: 'm',
  conditions: { nozzleC },
  provenOn,
  validUntil: '2026-12-01',
});
const KEY = 'highestFlowMm3PerS';
const two = [entry(210, 9), entry(230, 12, '2026-04-01')];

describe('a highest flow', () => {
  test.each([
    ['where it was tried', 210, 9],
    ['within a degree of it', 210.5, 9],
    ['half-way between two, on their line', 220, 10.5],
    ['held just beyond the hottest', 234, 12],
    ['held just below the coldest', 206, 9],
  ])('is known %s', (_, nozzleC, max) => expect(entryAt(KEY, two, nozzleC)!.range.max).toBeCloseTo(max, 9));
  test('keeps its margin on a line between two that have one', () => {
    const held = (e: PairingEntry, heldTo: number): PairingEntry => ({ ...e, range: { ...e.range, heldTo } });
    const both = [held(two[0]!, 10), held(two[1]!, 13.4)];
    expect(entryAt(KEY, both, 220)!.range.heldTo).toBeCloseTo(11.7, 9);
    expect(entryAt(KEY, [both[0]!, two[1]!], 220)!.range.heldTo).toBeUndefined();
  });
  test.each([204, 236, 300])('is unproven at %s °C, more than 5 °C beyond any trial', (nozzleC) =>
    expect(entryAt(KEY, two, nozzleC)).toBeNull(),
  );
  test('on a line is as old as its older end and names both trials', () =>
    expect(entryAt(KEY, two, 221)).toMatchObject({ provenOn: '2026-04-01', trialName: 'T-210 and T-230' }));
  test('where nothing is said of the temperature is that of the newest trial', () =>
    expect(entryAt(KEY, two, null)!.range.max).toBe(9));
  test('never leaves what its two trials span', () =>
    fc.assert(
      fc.property(fc.double({ min: 205, max: 235, noNaN: true }), (t) => {
        const max = entryAt(KEY, two, t)!.range.max;
        expect(max).toBeGreaterThanOrEqual(9);
        expect(max).toBeLessThanOrEqual(12);
      }),
    ));
  test('as a proof says at which temperatures it was tried, where none of them reaches', () => {
    const proof = { key: KEY, state: 'proven', entries: two } as Partial<Proof> as Proof;
    expect(proofAt(proof, 260)).toMatchObject({ state: 'unproven', because: 'proven at 210 and 230 °C only' });
    expect(proofAt(proof, 220)).toMatchObject({ state: 'proven', range: { max: 10.5 } });
  });
});
test('a trial at the same condition replaces the older one, any other stands beside it in order', () => {
  const again = entry(210.4, 9.5, '2026-06-01');
  expect(placeEntry(KEY, two, again)).toEqual([again, two[1]]);
  expect(placeEntry(KEY, two, entry(220, 10)).map((e) => e.conditions.nozzleC)).toEqual([210, 220, 230]);
  expect(placeEntry('flow', [entry(210, 1)], entry(230, 1.02))).toHaveLength(1);
});
test('an exposure holds for its own layer height and no other', () => {
  const of = (layerHeightMm: number, s: number): PairingEntry => ({ ...entry(0, s), conditions: { layerHeightMm } });
  const both = [of(0.03, 1.9), of(0.05, 2.4)];
  expect(entryAt('exposureS', both, 0.05)!.value).toBe(2.4);
  expect(entryAt('exposureS', both, 0.04)).toBeNull();
});
