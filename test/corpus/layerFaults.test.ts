import { describe, expect, test } from 'vitest';
import { rules } from '../../src/areas/rules/index.ts';
import { layerFaults } from './layerFaults.ts';
import { layerFaultsAround } from './layerFaultsAround.ts';
import { judgeLayers, raised } from './layerPlanting.ts';

const all = [...layerFaults, ...layerFaultsAround];
/** Ask for holes somebody bored here, which no stack that was brought along tells. */
const OF_HOLES = ['air-gets-in', 'holes-drain'];

test('at least 80 faults are planted, each of a name of its own and with a figure for every rule', () => {
  expect(all.length).toBeGreaterThanOrEqual(80);
  expect(new Set(all.map((f) => f.name)).size).toBe(all.length);
  expect(
    all.filter((f) => Object.values(f.finds).some((figure) => figure === '') || Object.keys(f.finds).length === 0),
  ).toEqual([]);
});
test('every rule of layers finds one of them at least', () => {
  const found = new Set(all.flatMap((f) => Object.keys(f.finds)));
  expect(rules.filter((r) => r.layers && !found.has(r.id)).map((r) => r.id)).toEqual(OF_HOLES);
});
test.each([
  ['a block', undefined],
  ['a slab on supports', raised],
])('%s has no finding, and every rule of layers looked', (_, solids) => {
  const { findings, verdict, runs } = judgeLayers({ name: '', ...(solids && { solids }), finds: {} });
  expect([findings, verdict]).toEqual([[], 'clear']);
  const idle = new Set(runs.filter((r) => !r.ran).map((r) => r.rule));
  expect(rules.filter((r) => r.layers && idle.has(r.id)).map((r) => r.id)).toEqual(OF_HOLES);
});
describe('a job in which', () => {
  test.each(all.map((f) => [f.name, f] as const))('%s is found by exactly the rules for that', (_, fault) => {
    const { findings, verdict } = judgeLayers(fault);
    const told = findings.filter((f) => f.severity !== 'note' || f.rule in fault.finds);
    expect([...new Set(told.map((f) => f.rule))].sort(), told.map((f) => `${f.rule}: ${f.figure}`).join('; ')).toEqual(
      Object.keys(fault.finds).sort(),
    );
    for (const [rule, figure] of Object.entries(fault.finds))
      expect(told.find((f) => f.rule === rule)!.figure).toContain(figure);
    expect(verdict === 'blocked').toBe(fault.isBlocked === true);
  });
});
