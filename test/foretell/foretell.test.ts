import { describe, expect, test } from 'vitest';
import { foretold } from './foretell.ts';
import { EVERY, failedOf, fineOf, JOBS, keptJobs, keptOf } from './kept.ts';

const kept = keptJobs();

test('of four hundred jobs those that come to grief were blocked or cautioned, and those that come out well were let through', () => {
  expect(kept).toHaveLength(JOBS);
  const failed = failedOf(kept);
  const fine = fineOf(kept);
  expect(failed.jobs).toBeGreaterThan(JOBS / 3);
  expect(fine.jobs).toBeGreaterThan(JOBS / 3);
  expect(failed.said / failed.jobs).toBeGreaterThanOrEqual(0.95);
  expect(failed.blocked / failed.jobs).toBeGreaterThanOrEqual(0.8);
  expect(fine.blocked / fine.jobs).toBeLessThanOrEqual(0.03);
});

describe('a tenth of them, checked and printed again, is as it was kept', () => {
  test.each(kept.filter((j) => j.seed % EVERY === 0).map((j) => [j.seed, j] as const))('job %i', (seed, job) => {
    expect(keptOf(foretold(seed))).toEqual(job);
  });
});
