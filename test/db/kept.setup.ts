import { AssertionError } from 'node:assert';
import { afterEach } from 'vitest';
import { countEvidence, listAllCare, listFloor, listMachineCards } from '../../src/areas/machines/server/index.ts';
import { listDrifts } from '../../src/areas/trials/server/index.ts';
import { forOnePage } from '../../src/platform/db/bySets.ts';
import type { Ctx } from '../../src/platform/db/context.ts';
import { openFarms } from './setup.ts';

const KEPT: readonly ((ctx: Ctx) => Promise<unknown>)[] = [
  listMachineCards,
  listAllCare,
  listDrifts,
  listFloor,
  countEvidence,
];
// Whatever a test wrote, and however: what was kept before it is either told to be old, or still what would be read anew (`verifyKept`).
afterEach(async () => {
  for (const farm of openFarms)
    for (const read of KEPT)
      try {
        await read(forOnePage(farm.as('viewer')));
      } catch (error) {
        if (error instanceof AssertionError) throw error; // a database that a test has left frozen says nothing
      }
});
