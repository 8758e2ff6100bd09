import type { GcodeReport } from '../../core/gcode/report.ts';
import { massG } from '../../core/toolpath/bead.ts';
import type { CheckContext } from './context.ts';
import { figuresByDiameter } from './headViews.ts';
import { WORDS_NOT_KNOWN, type Estimate, type TimePart } from './outcome.ts';
import { numberOf, type Values } from '../library/settings/define.ts';
import type { JobInput } from './define.ts';
import { unknownMacros } from './program/unknownMacros.ts';

/** Facts of a program that its estimate is made from. */
export const ESTIMATE_READS = [
  'besides',
  'extrudedVolumeMm3',
  'filamentMm',
  'heads',
  'heatingS',
  'layers',
  'pauses',
  'timeS',
  'unknownWords',
] as const satisfies readonly (keyof GcodeReport)[];

/** Prints that the whole job takes. */
export const printsOf = ({ job }: CheckContext): number => job.prints ?? job.quantity;

/** What one print takes: of each head by its own material. */
export function estimateOf({ report, context }: JobInput): Estimate {
  const { heads: others = [], recipe, machine } = context;
  const { filamentMm, extrudedVolumeMm3, heads: laying = [] } = report;
  const isByHead = others.length > 0;
  const parts = laying
    .filter((h) => isByHead && h.filamentMm > 0)
    .map((h) => {
      const of = others.find((o) => o.tool === h.tool)?.recipe ?? recipe;
      const fed = figuresByDiameter(h, machine.motion.filamentDiameterMm, of);
      return { ...fed, of, massG: massG(fed.extrudedVolumeMm3, of.material.densityGPerCm3) };
    });
  const fed = isByHead ? parts : [{ of: recipe, massG: massG(extrudedVolumeMm3, recipe.material.densityGPerCm3) }];
  const times = timesOf(report, context);
  const material = fed.reduce((sum, h) => sum + (h.massG / 1000) * h.of.material.pricePerKg, 0);
  return {
    timeS: report.timeS,
    heatingS: report.heatingS,
    ...times,
    filamentMm,
    massG: fed.reduce((sum, h) => sum + h.massG, 0),
    cost: material + (times.lastsS / 3600) * machine.ratePerHour,
    layers: report.layers,
    ...(parts.length > 1 && {
      heads: parts.map((h) => ({
        head: h.tool + 1,
        material: h.of.material.name,
        filamentMm: h.filamentMm,
        massG: h.massG,
      })),
    }),
  };
}

type CountedPart = Exclude<TimePart, 'moves' | 'heating'>;
/** How long each thing takes once that is not a move, as the printer profile has it; null where nobody has timed it. */
const onceS: Readonly<Record<CountedPart, (v: Values) => number | null>> = {
  homing: (v) => numberOf(v, 'homingS'),
  levelling: (v) => {
    const [points, each] = [numberOf(v, 'levellingPoints'), numberOf(v, 'levellingPointS')];
    return points === null || each === null ? null : points * each;
  },
  priming: (v) => numberOf(v, 'primingS'),
  'changes of head': (v) => numberOf(v, 'headChangeS'),
  pauses: (v) => numberOf(v, 'pauseS'),
};

/** What a print takes its time for, and what of it nobody has timed. */
function timesOf(
  report: JobInput['report'],
  { recipe, machine }: CheckContext,
): Required<Pick<Estimate, 'lastsS' | 'parts' | 'notTimed'>> & Pick<Estimate, 'pace'> {
  const { timeS, heatingS, besides, pauses } = report;
  const times: Readonly<Record<CountedPart, number>> = {
    homing: besides?.homings ?? 0,
    levelling: besides?.levellings ?? 0,
    priming: besides?.primings ?? 0,
    'changes of head': besides?.headChanges ?? 0,
    pauses,
  };
  const parts: Partial<Record<TimePart, number>> = { moves: timeS, heating: heatingS };
  const notTimed: (TimePart | typeof WORDS_NOT_KNOWN)[] = [];
  for (const part of Object.keys(onceS) as CountedPart[]) {
    if (times[part] === 0) continue;
    const once = onceS[part](recipe.values ?? {});
    if (once === null) notTimed.push(part);
    else parts[part] = times[part] * once;
  }
  // a macro that nobody has explained may heat, home and level for minutes
  if (unknownMacros(report).length > 0) notTimed.push(WORDS_NOT_KNOWN);
  const worked = Object.values(parts).reduce((sum, s) => sum + s, 0);
  const { pace } = machine;
  return { lastsS: worked * (pace?.ratio ?? 1), parts, notTimed, ...(pace && { pace }) };
}
