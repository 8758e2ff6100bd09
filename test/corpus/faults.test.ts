import { describe, expect, test } from 'vitest';
import { plantedFaults } from './faults.ts';
import { faultsOfHeat } from './faultsOfHeat.ts';
import { faultsOfJob } from './faultsOfJob.ts';
import { faultsOfMachine } from './faultsOfMachine.ts';
import type { PlantedFault } from './planting.ts';
import { judgeProgram } from './judge.ts';
import { dialects } from './writers.ts';

/** Line of the first that looks so, as the file counts them. */
function lineOf(program: string, pattern: RegExp): number {
  const lines = program.split(/\r\n|\n|\r/).map((l) => l.replace(/^N\d+ /, ''));
  return lines.findIndex((l) => pattern.test(l)) + 1;
}
const planted = (program: string, { without, alter }: PlantedFault): string => {
  if (alter) return alter(program);
  if (!without) return program;
  const end = program.includes('\r\n') ? '\r\n' : program.includes('\n') ? '\n' : '\r';
  const lines = program.split(end);
  const left = lines.filter((l) => !without.test(l.replace(/^N\d+ /, '').replace(/\*\d+$/, '')));
  if (left.length === lines.length) throw new Error('nothing was taken out');
  return left.join(end);
};

const all = [...plantedFaults, ...faultsOfHeat, ...faultsOfJob, ...faultsOfMachine];

test('each fault is planted in two dialects at least, but what only one of them has', () => {
  expect(all.filter((f) => f.in.length < 2).map((f) => f.name)).toEqual([
    'a checksum is another',
    'resets of the filament are lost',
  ]);
  expect(new Set(all.map((f) => f.name)).size).toBe(all.length);
});

describe.each(all.map((f) => [f.name, f] as const))('%s', (_, fault) => {
  test.each(fault.in)('is found in a program of the dialect %s', (name) => {
    const dialect = dialects.find((d) => d.name === name)!;
    const program = planted(dialect.write(fault.plan), fault);
    const { findings, verdict } = judgeProgram(program, fault.plan, dialect, fault.change);
    const told = findings.filter(
      (f) => (f.severity !== 'note' || f.rule in fault.finds) && !dialect.cautions.includes(f.rule),
    );
    expect([...new Set(told.map((f) => f.rule))].sort(), told.map((f) => `${f.rule}: ${f.figure}`).join('; ')).toEqual(
      Object.keys(fault.finds).sort(),
    );
    for (const [rule, figure] of Object.entries(fault.finds))
      expect(told.find((f) => f.rule === rule)!.figure).toContain(figure);
    if (fault.line)
      expect(told.find((f) => f.rule === Object.keys(fault.finds)[0])!.line).toBe(lineOf(program, fault.line));
    expect(verdict === 'blocked').toBe(fault.isBlocked === true);
  });
});
