import { notAppliedOf } from './applied.ts';
import { jobOf, supportedTable } from './cases.ts';
import { estimateOf } from './estimate.ts';
import type { ContextChange } from './fixture.ts';
import { figuresByDiameter, headViewsOf } from './headViews.ts';
import { checkJob } from './run.ts';

/** What the engine itself must do, whatever the rules say: what comes out, and what must. */
export interface EngineCheck {
  readonly title: string;
  readonly comesOut: () => unknown;
  readonly must: unknown;
}

const outcomeOf = (change: ContextChange) => checkJob(jobOf({ when: '', finds: [], ...supportedTable, ...change }).job);

/** What the engine must do of a job that several heads lay. */
export const headChecks: readonly EngineCheck[] = [
  {
    title: 'what a job of two heads takes is told by head, and of one head as a whole',
    comesOut: () => {
      const two = jobOf({ when: '', finds: [], ...supportedTable }).job;
      const one = jobOf({ when: '', finds: [] }).job;
      const { heads, massG, cost, filamentMm } = estimateOf(two);
      const euros = (heads![0]!.massG * 30 + heads![1]!.massG * 80) / 1000;
      const hours = (two.report.timeS + two.report.heatingS) / 3600;
      return [
        heads!.map((h) => [h.head, h.material]),
        [heads![0]!.filamentMm + heads![1]!.filamentMm - filamentMm, heads![0]!.massG + heads![1]!.massG - massG].map(
          (v) => Math.abs(v) < 1e-9,
        ),
        Math.abs(cost - euros - hours) < 1e-9,
        estimateOf(one).heads === undefined,
      ];
    },
    must: [
      [
        [1, 'Torba ASA natural'],
        [2, 'Nebbia PVA'],
      ],
      [true, true],
      true,
      true,
    ],
  },
  {
    title: 'a program of two heads under a recipe of one is told as a whole',
    comesOut: () => {
      const { report } = jobOf({ when: '', finds: [], ...supportedTable }).job;
      const one = jobOf({ when: '', finds: [] }).job;
      return [report.heads!.length, estimateOf({ ...one, report }).heads === undefined];
    },
    must: [2, true],
  },
  {
    title: 'volumes and flows of a head are those of its own filament',
    comesOut: () => {
      const { report } = jobOf({ when: '', finds: [], ...supportedTable }).job;
      const own = figuresByDiameter(report.heads![0]!, 1.75, { values: { diameterMm: 3.5 } });
      const as = report.heads![0]!;
      return [
        own.extrudedVolumeMm3 / as.extrudedVolumeMm3,
        own.highestFlowMm3PerS / as.highestFlowMm3PerS,
        own.highestFlowCommandedMm3PerS / as.highestFlowCommandedMm3PerS,
      ];
    },
    must: [4, 4, 4],
  },
  {
    title: 'what a check could not have is told once, with the heads that want it',
    comesOut: () => {
      const needsOf = (rule: string, change: ContextChange): unknown =>
        outcomeOf(change).runs.find((r) => r.rule === rule);
      const due: ContextChange['proofs'] = { retractionMm: { state: 'due' } };
      return [
        needsOf('retraction-proven', { proofs: due, second: { proofs: due } }),
        needsOf('retraction-proven', { second: { proofs: due } }),
        needsOf('retraction-proven', {}),
      ];
    },
    must: [
      {
        rule: 'retraction-proven',
        ran: false,
        needs: 'valid retraction evidence on this machine, tool and material (heads 1 and 2)',
      },
      {
        rule: 'retraction-proven',
        ran: false,
        needs: 'valid retraction evidence on this machine, tool and material (head 2)',
      },
      { rule: 'retraction-proven', ran: true, needs: null },
    ],
  },
  {
    title: 'a head that lays nothing is asked nothing, though it lays the part body by the recipe',
    comesOut: () => {
      const { context, report } = jobOf({ when: '', finds: [], ...supportedTable }).job;
      const second = { ...report, heads: report.heads!.filter((h) => h.tool === 1) };
      return headViewsOf({ context, report: second }).map((v) => [v.head, v.job.context.recipe.material.name]);
    },
    must: [[2, 'Nebbia PVA']],
  },
  {
    title: 'what a head feeds weighs as its own filament is thick',
    comesOut: () => {
      const massOf = (diameterMm: number): number => {
        const { job } = jobOf({ when: '', finds: [], ...supportedTable, second: { values: { diameterMm } } });
        const second = job.report.heads![1]!;
        return estimateOf(job).heads![1]!.massG / second.filamentMm;
      };
      return Math.round((massOf(1.6) / massOf(1.75)) * 1000);
    },
    must: Math.round((1.6 / 1.75) ** 2 * 1000),
  },
  {
    title: 'a program that lays nothing by a head of the recipe leaves what is asked of heads unchecked, and says so',
    comesOut: () => {
      const { context, report } = jobOf({ when: '', finds: [], ...supportedTable }).job;
      const { runs } = checkJob({ context, report: { ...report, heads: [] } });
      return runs.filter((r) => r.rule === 'loaded-material' || r.rule === 'mounted-nozzle').map((r) => r.needs);
    },
    must: [
      'a program that lays something with a head of the recipe',
      'a program that lays something with a head of the recipe',
    ],
  },
  {
    title:
      'of three heads only the offset of the second is known, and what the third lays is not said to be in its place',
    comesOut: () =>
      notAppliedOf({}, [], [], { count: 3, bodyTool: 0, others: [{ tool: 2, roles: ['support'] }] }).map(
        (n) => n.label,
      ),
    must: ['Head offset of head 3'],
  },
];
