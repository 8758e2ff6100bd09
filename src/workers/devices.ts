// Serves the machines: sends prints line by line, asks machines what they do, and nothing else. A check never waits in its way.
import { listPrintingJobs, listWishedJobPrints, runJobPrint } from '../areas/checks/server/index.ts';
import { listPrintingTrials, listRequestedPrints, runPrint } from '../areas/trials/server/index.ts';
import { dropLeasesOfEnded, reconcileMachines } from '../areas/machines/server/index.ts';
import { LeftOff } from '../platform/db/context.ts';
import { writeDownKept } from '../platform/events/later.ts';
import { identity } from '../platform/identity.ts';
import { startsConfigured } from '../platform/configuration.ts';
import { giveSignOfLife } from '../platform/jobs/signOfLife.ts';
import { log } from '../platform/log.ts';
import { contextOf, ending, endsInOrder, forever, waitedFor } from './working.ts';

startsConfigured('devices');
const LOOK_EVERY_MS = 400;
const SIGN_EVERY_MS = 2000;
const RECONCILE_EVERY_MS = 5000;
const holder = identity();
const ctx = contextOf('devices', 'Worker');
const running = new Set<string>();
/** Of the processes that ended before this one began. */
let areLeasesGivenBack = false;

/** Picks up every print that is wished for and that no other process holds. */
async function lookForPrints(): Promise<void> {
  if (!areLeasesGivenBack) await dropLeasesOfEnded(ctx);
  areLeasesGivenBack = true;
  for (const id of await listRequestedPrints(ctx)) start(id, runPrint);
  for (const id of await listWishedJobPrints(ctx)) start(id, runJobPrint);
}

/** Asks somebody to look where records and machines say different things. */
async function reconcile(): Promise<void> {
  const ids = [...(await listPrintingTrials(ctx)), ...(await listPrintingJobs(ctx))];
  for (const what of await reconcileMachines(ctx, new Set(ids))) log('warn', 'machine unknown', { says: what });
}

/** A print holds its machine under a name of its own: no two prints share one. */
function start(id: string, run: typeof runPrint): void {
  if (running.has(id) || ending.signal.aborted) return;
  running.add(id);
  const under = run(ctx, id, `${holder}:${id}`)
    .catch((error: unknown) => {
      if (!(error instanceof LeftOff)) log('error', 'print', { id, error });
    })
    .finally(() => running.delete(id));
  void waitedFor(under);
}

endsInOrder(async () => undefined); // lines in flight are waited for, machines given back: whoever comes next goes on at once
// a print that a dead process left goes on before anything else is ready
void forever(LOOK_EVERY_MS, 'prints', lookForPrints);
void forever(SIGN_EVERY_MS, 'sign of life', () => giveSignOfLife(ctx, 'devices'));
void forever(RECONCILE_EVERY_MS, 'reconcile', reconcile);
void forever(SIGN_EVERY_MS, 'kept events', () => writeDownKept(ctx));
