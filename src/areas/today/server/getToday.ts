import type { MachineCard } from '../../machines/model/pages.ts';
import type { MachineState } from '../../machines/model/states.ts';
import { jobsOpen } from '../../checks/model/states.ts';
import { trialsOpen } from '../../trials/model/states.ts';
import { SILENT_AFTER_S } from '../../machines/model/print.ts';
import { atWork, silentForS } from '../../../platform/jobs/signOfLife.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { listEvents } from '../../../platform/events/record.ts';
import { listExpiredWorkarounds, listInReview } from '../../library/server/index.ts';
import { listJobs } from '../../checks/server/index.ts';
import { listOpenRequests } from '../../requests/server/index.ts';
import { listAllCare, listMachineCards } from '../../machines/server/index.ts';
import { listDrifts, listTrials } from '../../trials/server/index.ts';
import type { Today } from '../model/today.ts';

/** Stands in the event log, and is nothing to do. */
const COMING_AND_GOING = ['signed in', 'signed out', 'sign-in refused'];

/** What needs somebody now, from the records as they are. */
export async function getToday(ctx: Ctx): Promise<Today> {
  const [workarounds, reviews, trials, drifts, jobs, requests, cards, care, events] = await Promise.all([
    listExpiredWorkarounds(ctx),
    listInReview(ctx),
    listTrials(ctx, trialsOpen),
    listDrifts(ctx),
    listJobs(ctx, jobsOpen),
    listOpenRequests(ctx),
    listMachineCards(ctx),
    listAllCare(ctx),
    listEvents(ctx, { limit: 8, except: COMING_AND_GOING }),
  ]);
  const inState = (state: MachineState): Today['stopped'] =>
    cards.filter((c) => c.state === state).map(({ id, name, stop }) => ({ id, name, stop }));
  const current = jobs.filter((j) => j.changed === null);
  const silent = await silentForS(ctx);
  return {
    silent: atWork
      .filter((process) => (silent[process] ?? 0) > SILENT_AFTER_S)
      .map((process) => ({ process, forS: Math.round(silent[process]!) })),
    reviews,
    workarounds,
    requests,
    trials,
    outOfDate: jobs.filter((j) => j.changed !== null),
    blocked: current.filter((j) => j.verdict === 'blocked' && ['received', 'checked'].includes(j.state)),
    attention: jobs.filter((j) => j.state === 'needs attention'),
    stopped: inState('stopped'),
    unknown: inState('unknown'),
    full: inState('waiting to be cleared'),
    gaveUp: jobs.filter((j) => j.runState === 'gave up'),
    waiting: current.filter((j) => j.state === 'checked' && j.verdict !== 'blocked' && j.runState !== 'gave up'),
    care: care
      .filter((c) => c.state === 'due' || c.isUnderWay)
      .toSorted((a, b) => Number(b.task.isBlocking) - Number(a.task.isBlocking))
      .map(({ machineId, machineName, key, says, isUnderWay, task: { name, isBlocking } }) => ({
        ...{ machineId, machineName, key, says, isUnderWay, name, isBlocking },
      })),
    due: cards
      .map((c) => ({
        machine: { id: c.id, name: c.name, mounted: c.mounted, loaded: c.loaded },
        proofs: c.proofs.filter((p) => p.state === 'due'),
        missing: firstMissing(c),
      }))
      .filter((d) => d.proofs.length > 0 || d.missing !== null),
    drifting: drifts
      .filter((d) => d.state === 'outside')
      .map(({ machineId, machineName, materialName, setting, since }) => ({
        machineId,
        machineName,
        materialName,
        setting,
        since,
      })),
    events,
    counts: {
      machines: cards.length,
      ready: cards.filter((c) => c.state === 'ready').length,
      printing: cards.filter((c) => c.state === 'printing').length,
    },
  };
}

/** What no job on a machine can do without, if it was never proven there for what is loaded. */
function firstMissing(c: MachineCard): 'flow' | 'exposureS' | null {
  const key = c.technology === 'resin' ? 'exposureS' : 'flow';
  return c.loaded !== null && !c.proofs.some((p) => p.key === key && p.state !== 'sister') ? key : null;
}
