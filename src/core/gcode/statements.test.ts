import { expect, test } from 'vitest';
import { statementOf, Statements } from './statements.ts';

test.each([
  [' nozzle diameter = 0.6', 'nozzleMm', 0.6],
  ['; NOZZLE_SIZE: 0.4mm', 'nozzleMm', 0.4],
  ['layer_height=0.2', 'layerMm', 0.2],
  [' hotend temperature : 215 °C', 'nozzleC', 215],
  [' bed temp: 60', 'bedC', 60],
  [' filament type = PETG', 'material', null],
  [' printer model: Granito 250', 'printer', null],
  [' printing time: 2 h', 'timeS', 7200],
  ['estimated_time = 1h 12m 30s', 'timeS', 4350],
  [' print time: 1:02:05', 'timeS', 3725],
  [' total print time: 75 min', 'timeS', 4500],
  [' build time: 4512', 'timeS', 4512],
])('%s is understood', (comment, kind, value) =>
  expect(statementOf(comment, 3)).toMatchObject({ kind, value, line: 3 }),
);

test.each([
  [' layer: 12'],
  [' nozzle: 215'],
  [' filament: 3.2 m'],
  [' first layer height = 0.3'],
  [' nozzle temperature = 210, 220'],
  [' made by hand'],
  [' print time: soon'],
  [' print time: 2 h or so'],
  [' time: 14:05'],
])('%s says nothing of the kind', (comment) => expect(statementOf(comment, 1)).toBeNull());

test('the first of each kind holds', () => {
  const says = new Statements();
  says.take('layer height = 0.2', 4);
  says.take('layer height = 0.3', 9);
  expect(says.found.map((s) => [s.value, s.line])).toEqual([[0.2, 4]]);
});
