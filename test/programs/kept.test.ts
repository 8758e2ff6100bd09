import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { keptPrograms, reportOf, type KeptProgram } from './kept.ts';

const kept = JSON.parse(readFileSync('test/programs/kept.json', 'utf8')) as readonly KeptProgram[];

/** Not whether it is true, which inspect.test.ts asks in closed form, but that it is what it was: to nine digits. */
describe('what is read of a program of every kind of line is what was read before', () => {
  test('every one is kept', () => expect(kept.map((k) => k.seed)).toEqual(keptPrograms));
  test.each(kept.map((k) => [k.seed, k.report] as const))('program %s', (seed, report) =>
    expect(reportOf(seed)).toEqual(report),
  );
});
