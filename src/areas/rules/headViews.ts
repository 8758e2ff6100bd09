import type { GcodeReport, HeadReport } from '../../core/gcode/report.ts';
import { numberOf } from '../library/settings/define.ts';
import type { ContextHead, ContextRecipe } from './context.ts';
import type { JobInput } from './define.ts';

/** A job as one of its heads sees it. */
export interface HeadView {
  readonly job: JobInput;
  /** From 1, as people count them; null where the job has one head alone. */
  readonly head: number | null;
}

/** A job as each head that lays something sees it: the figures of the program that are its own, and the recipe, evidence and state of the
 *  machine for it. The part body's comes first; heads that the recipe does not know see nothing. */
export function headViewsOf(job: JobInput): readonly HeadView[] {
  const { report, context } = job;
  const { heads = [], bodyTool = 0, trialTimesS, ...rest } = context;
  const laying = layingHeads(report);
  if (heads.length === 0 && laying.length < 2) return [{ job, head: null }];
  const body: ContextHead = {
    tool: bodyTool,
    roles: [],
    mounted: context.machine.mounted,
    loaded: context.machine.loaded,
    recipe: context.recipe,
    proofs: context.proofs,
    ...(trialTimesS && { trialTimesS }),
  };
  return [body, ...heads].flatMap((of): HeadView[] => {
    const own = report.heads?.find((h) => h.tool === of.tool && h.filamentMm > 0);
    if (!own) return [];
    const { tool, roles, mounted, loaded, recipe, proofs } = of;
    const { tool: _, ...figures } = figuresByDiameter(own, context.machine.motion.filamentDiameterMm, recipe);
    return [
      {
        head: tool + 1,
        job: {
          ...job,
          report: { ...report, ...figures },
          context: {
            ...rest,
            machine: { ...rest.machine, mounted, loaded },
            recipe,
            proofs,
            ...(of.trialTimesS && { trialTimesS: of.trialTimesS }),
            ...(of !== body && { seenFrom: { tool, roles } }),
          },
        },
      },
    ];
  });
}

/** Volumes and flows of a head by the filament that its own material has: the reader takes one diameter for all. */
export function figuresByDiameter(
  head: HeadReport,
  readMm: number,
  { values = {} }: Pick<ContextRecipe, 'values'>,
): HeadReport {
  const times = ((numberOf(values, 'diameterMm') ?? readMm) / readMm) ** 2;
  return {
    ...head,
    extrudedVolumeMm3: head.extrudedVolumeMm3 * times,
    highestFlowMm3PerS: head.highestFlowMm3PerS * times,
    highestFlowCommandedMm3PerS: head.highestFlowCommandedMm3PerS * times,
  };
}

/** Heads that a program lays with, as it calls them. */
export const layingHeads = ({ heads }: Pick<GcodeReport, 'heads'>): readonly number[] =>
  (heads ?? []).filter((h) => h.filamentMm > 0).map((h) => h.tool);
