import { describe, expect, test } from 'vitest';
import { driftsOf, lastRestart, type FoundValue } from './drift.ts';

const at = (day: number): string => new Date(Date.UTC(2025, 0, 1 + day)).toISOString();
const values = (list: readonly number[], more: Partial<FoundValue> = {}): FoundValue[] =>
  list.map((value, i) => ({
    id: `t${i}`,
    name: `T-${i}`,
    at: at(10 * i),
    setting: 'flow',
    value,
    machineId: 'm',
    machineName: 'Rifugio Alba',
    toolId: '0.4',
    materialName: 'PLA',
    ...more,
  }));
const steady = [0.97, 0.98, 0.97, 0.98, 0.97, 0.98];

describe('a value over time', () => {
  test.each([
    ['is steady', steady, 'steady'],
    ['is outside with its last value', [...steady, 1.05], 'outside'],
    ['was outside once and is back', [0.97, 0.98, 1.05, 0.97, 0.98, 0.97, 0.98], 'steady'],
    [
      'has run on one side',
      [0.95, 0.96, 0.95, 0.96, 0.95, 0.96, 0.95, 0.96, 0.97, 0.98, 0.97, 0.98, 0.97, 0.98, 0.97, 0.98],
      'run',
    ],
    ['is too young for limits', [0.97, 0.98, 0.97], 'too few'],
  ])('%s', (_, list, state) => expect(driftsOf(values(list), [])[0]!.state).toBe(state));
});
test('limits begin anew after work that the value depends on, and not after other work', () => {
  const found = values([...steady, 1.05, 1.06, 1.05, 1.06]);
  const nozzle = { machineId: 'm', kind: 'nozzle', at: at(55) } as const;
  expect(driftsOf(found, [])[0]).toMatchObject({ from: 0, since: null });
  expect(driftsOf(found, [nozzle])[0]).toMatchObject({ from: 6, since: 'nozzle changed', state: 'steady' });
  expect(driftsOf(found, [{ ...nozzle, kind: 'bed' }])[0]!.from).toBe(0);
  expect(driftsOf(found, [{ ...nozzle, machineId: 'other' }])[0]!.from).toBe(0);
  expect(driftsOf(found, [{ ...nozzle, at: at(300) }])[0]!.from).toBe(0); // nothing was found since: the old limits still say most
});
test('machines, tools, materials and values are kept apart, those out of control first', () => {
  const drifts = driftsOf(
    [
      ...values(steady),
      ...values(steady, { toolId: '0.6' }),
      ...values(steady, { materialName: 'PETG' }),
      ...values([...steady, 2], { machineId: 'z', machineName: 'Rifugio Zilla' }),
    ],
    [],
  );
  expect(drifts).toHaveLength(4);
  expect(drifts[0]).toMatchObject({ machineName: 'Rifugio Zilla', state: 'outside' });
});
test('of several pieces of work the last counts', () =>
  expect(
    lastRestart(values(steady), 'flow', [
      { kind: 'nozzle', at: at(35) },
      { kind: 'drive', at: at(15) },
    ]),
  ).toEqual({ from: 4, since: 'nozzle changed' }));
