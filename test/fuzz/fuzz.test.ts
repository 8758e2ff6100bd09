import { expect, test } from 'vitest';
import { fuzz, FUZZED } from './run.ts';

test.each(FUZZED)(
  'a thousand damaged %s files neither crash nor hang a reader, and each refusal names its place',
  (format) => {
    const r = fuzz(format, 1000);
    expect(r.failed).toEqual([]);
    expect(r.accepted + r.refused).toBe(1000);
    expect(Math.min(r.accepted, r.refused)).toBeGreaterThan(5); // both ways are taken
  },
  120_000,
);
