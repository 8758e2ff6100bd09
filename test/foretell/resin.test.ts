import { describe, expect, test } from 'vitest';
import { resinForetold } from './resin.ts';
import { failedResin, fineResin, keptOfResin, keptResinJobs, RESIN_EVERY, RESIN_JOBS } from './resinKept.ts';

const kept = keptResinJobs();

test('of three hundred resin jobs those that come to grief were blocked, and those that come out well were not', () => {
  expect(kept).toHaveLength(RESIN_JOBS);
  const failed = failedResin(kept);
  const fine = fineResin(kept);
  expect(failed.jobs).toBeGreaterThan(RESIN_JOBS / 3);
  expect(fine.jobs).toBeGreaterThan(RESIN_JOBS / 3);
  expect(failed.blocked / failed.jobs).toBeGreaterThanOrEqual(0.95);
  expect(fine.blocked / fine.jobs).toBeLessThanOrEqual(0.03);
});

describe('some of them, checked and printed again, are as they were kept', () => {
  test.each(kept.filter((j) => j.seed % RESIN_EVERY === 0).map((j) => [j.seed, j] as const))('job %i', (seed, job) => {
    expect(keptOfResin(resinForetold(seed))).toEqual(job);
  });
});
