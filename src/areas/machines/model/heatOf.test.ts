import { expect, test } from 'vitest';
import { heatOf } from './heatOf.ts';

const of = (...lines: string[]) => {
  const { bedC, tool, nozzlesC } = heatOf(lines);
  return [bedC, tool, Object.fromEntries(nozzlesC)];
};

test('the last that was asked of each heater holds', () =>
  expect(of('M140 S60', 'M104 S210', 'G28', 'M190 S65', 'M109 S215', 'M104 S205')).toEqual([65, 0, { 0: 205 }]));
test('a nozzle is that of the head at work, or of the one that is named', () =>
  expect(of('M109 S240', 'M104 T1 S150', 'T1', 'M109 S212', 'M104 T0 S180', 'G1 X5 T9')).toEqual([
    0,
    1,
    { 0: 180, 1: 212 },
  ]));
test('words without spaces and waiting for cooling are read, other commands are not', () =>
  expect(of('M109R200', 'M104S190', 'M1040 S300', 'M106 S255', 'T1')).toEqual([0, 1, { 0: 190 }]));
