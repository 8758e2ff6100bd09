import type { GcodeReport } from '../../core/gcode/report.ts';
import type { CheckContext } from './context.ts';
import type { JobInput } from './define.ts';

/** A job as one of its heads sees it. */
export interface HeadView {
  readonly job: JobInput;
  /** From 1, as people count them; null where the job has one head alone. */
  readonly head: number | null;
}

/** A job as each of its heads sees it: the figures of the program that are its own, and the recipe, evidence and state of the machine
 *  for it. The part body's comes first; one that lays nothing sees nothing. */
export function headViewsOf(job: JobInput): readonly HeadView[] {
  const { report, context } = job;
  const { heads = [], bodyTool = 0 } = context;
  const laying = layingHeads(report);
  if (heads.length === 0 && laying.length < 2) return [{ job, head: null }];
  const body: HeadView = {
    job: { ...job, report: reportOfHead(report, bodyTool), context: withoutHeads(context) },
    head: bodyTool + 1,
  };
  const others = heads
    .filter(({ tool }) => laying.includes(tool))
    .map(({ tool, roles, mounted, loaded, recipe, proofs, trialTimesS }): HeadView => {
      const { trialTimesS: _, ...rest } = withoutHeads(context);
      return {
        job: {
          ...job,
          report: reportOfHead(report, tool),
          context: {
            ...rest,
            machine: { ...context.machine, mounted, loaded },
            recipe,
            proofs,
            ...(trialTimesS && { trialTimesS }),
            seenFrom: { tool, roles },
          },
        },
        head: tool + 1,
      };
    });
  return [body, ...others];
}

/** Heads that a program lays with, as it calls them. */
export const layingHeads = ({ heads }: Pick<GcodeReport, 'heads'>): readonly number[] =>
  (heads ?? []).filter((h) => h.filamentMm > 0).map((h) => h.tool);

function reportOfHead(report: GcodeReport, tool: number): GcodeReport {
  const own = report.heads?.find((h) => h.tool === tool);
  if (!own) return report;
  const { tool: _, ...figures } = own;
  return { ...report, ...figures };
}
function withoutHeads({ heads: _, bodyTool: __, ...context }: CheckContext): CheckContext {
  return context;
}
