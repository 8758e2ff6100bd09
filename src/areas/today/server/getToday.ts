import type { Ctx } from '../../../platform/db/context.ts';
import { listEvents } from '../../../platform/events/record.ts';
import { listExpiredWorkarounds, listInReview } from '../../library/server/index.ts';
import { listJobs } from '../../checks/server/index.ts';
import { listMachineCards } from '../../machines/server/index.ts';
import { listTrials } from '../../trials/server/index.ts';
import type { Today } from '../model/today.ts';

/** What needs somebody now, from the records as they are. */
export async function getToday(ctx: Ctx): Promise<Today> {
  const [workarounds, reviews, trials, jobs, cards, events] = [
    await listExpiredWorkarounds(ctx),
    await listInReview(ctx),
    await listTrials(ctx),
    await listJobs(ctx),
    await listMachineCards(ctx),
    await listEvents(ctx, { limit: 8 }),
  ];
  const open = new Set(['planned', 'printing', 'interrupted', 'measuring']);
  return {
    reviews,
    workarounds,
    trials: trials.filter((t) => open.has(t.state)),
    blocked: jobs.filter((j) => j.verdict === 'blocked' && j.state !== 'cleared'),
    waiting: jobs.filter((j) => j.state === 'checked' && j.verdict !== 'blocked'),
    due: cards
      .map((c) => ({
        machine: { id: c.id, name: c.name, mounted: c.mounted, loaded: c.loaded },
        proofs: c.proofs.filter((p) => p.state === 'due'),
        missingFlow: c.loaded !== null && !c.proofs.some((p) => p.key === 'flow' && p.state !== 'sister'),
      }))
      .filter((d) => d.proofs.length > 0 || d.missingFlow),
    events,
    counts: {
      machines: cards.length,
      ready: cards.filter((c) => c.state === 'ready').length,
      printing: cards.filter((c) => c.state === 'printing').length,
    },
  };
}
