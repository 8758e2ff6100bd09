import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { KEPT_PROGRAMS, reportOfSeed, type KeptProgram } from './kept.ts';

const kept = JSON.parse(readFileSync('test/programs/kept.json', 'utf8')) as readonly KeptProgram[];

/** Not whether it is true, which inspect.test.ts asks in closed form, but that it is what it was: to nine digits. */
describe('what is read of a program of every kind of line is what was read before', () => {
  test('as many are kept as there should be', () => expect(kept).toHaveLength(KEPT_PROGRAMS));
  test.each(kept.map((k) => [k.seed, k.report] as const))('program %i', (seed, report) =>
    expect(reportOfSeed(seed)).toEqual(report),
  );
});
