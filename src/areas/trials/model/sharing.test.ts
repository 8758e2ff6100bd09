import { expect, test } from 'vitest';
import type { TrialKindKey } from '../kinds/define.ts';
import { clearanceOf, sharePlates } from './sharing.ts';

const on = (kind: TrialKindKey, heightMm: number, clearanceMm: number | null = 25, machineId = 'm') => ({
  machineId,
  kind,
  heightMm,
  clearanceMm,
});
const kinds = (items: readonly ReturnType<typeof on>[]): TrialKindKey[][] =>
  sharePlates(items).map((p) => p.map((i) => i.kind));

test.each<[string, ReturnType<typeof on>[], TrialKindKey[][]]>([
  [
    'low ones share, the tallest last',
    [on('acceleration', 40), on('bridge', 7), on('overhang', 8)],
    [['bridge', 'overhang', 'acceleration']],
  ],
  ['two tall ones do not', [on('acceleration', 40), on('retraction', 35)], [['retraction'], ['acceleration']]],
  ['what rests on another waits for it', [on('flow', 6), on('dimensions', 24)], [['flow'], ['dimensions']]],
  ['what wants the plate for itself has it', [on('first-layer', 0.2), on('bridge', 7)], [['first-layer'], ['bridge']]],
  [
    'nothing shares where the clearance is not known',
    [on('bridge', 7, null), on('overhang', 8, null)],
    [['bridge'], ['overhang']],
  ],
  ['nor on different machines', [on('bridge', 7), on('overhang', 8, 25, 'n')], [['bridge'], ['overhang']]],
])('%s', (_, items, expected) => expect(kinds(items)).toEqual(expected));

test('a clearance is of no use where the reach of the head is not known', () => {
  expect(clearanceOf({ clearanceMm: 30 })).toBeNull();
  expect(clearanceOf({ headReachMm: 20 })).toBeNull();
  expect(clearanceOf({ clearanceMm: 30, headReachMm: 20 })).toBe(30);
});
