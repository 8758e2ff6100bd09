import { RESIN_G_PER_ML } from '../../../core/resin/weight.ts';
import type { GcodeReport } from '../../../core/gcode/report.ts';
import type { CheckContext, ContextHead } from '../../rules/context.ts';
import type { Estimate, StackEstimate } from '../../rules/outcome.ts';
import { headsUsed, massOn } from './needs.ts';

/** One thing that no file carries and a person sees to at the machine. */
export interface ToSet {
  readonly key: string;
  readonly says: string;
  /** What is known of it now, with its source; null where only a person can tell. */
  readonly known: string | null;
}

/** What has to be seen to before a print begins, in the order one walks round the machine. */
export function listToSet(
  sheet: CheckContext,
  report: GcodeReport,
  estimate: Pick<Estimate, 'massG' | 'heads'>,
): ToSet[] {
  const { recipe: r, bodyTool = 0 } = sheet;
  const used = headsUsed(sheet, report);
  return [
    { key: 'plate', says: 'the plate is empty, clean and in its place', known: null },
    ...used.flatMap((head) =>
      onHead(head, massOn(head.tool, bodyTool, estimate), used.length > 1 || bodyTool > 0, bodyTool),
    ),
    { key: 'speed', says: 'speed and flow at the machine stand at 100 %', known: null },
    ...(r.enclosureNeed === 'closed' || r.enclosureNeed === 'open'
      ? [{ key: 'lid', says: `the lid is ${r.enclosureNeed}: ${r.family ?? 'the material'} wants it so`, known: null }]
      : []),
    ...(report.nozzleMaxC === 0
      ? [{ key: 'nozzle', says: 'the nozzle is hot: the program does not heat it', known: null }]
      : []),
    ...(report.bedMaxC === 0
      ? [{ key: 'bed', says: 'the bed stands as it should: the program leaves it cold', known: null }]
      : []),
    { key: 'program', says: `the program is ${sheet.job.fileName} and no other`, known: null },
  ];
}

/** The same at a resin printer. */
export function layersToSet({ machine: m, recipe: r, job }: CheckContext, estimate: StackEstimate): ToSet[] {
  const c = m.asKnown?.resinC ?? null;
  return [
    { key: 'plate', says: 'the plate is empty, clean, level and tight', known: null },
    { key: 'vat', says: 'nothing hard lies in the vat, and the film has no dent and no cloud', known: null },
    {
      key: 'tool',
      says: `${r.tool.name} is in the vat`,
      known: m.mounted ? `${m.mounted.name}, by the machine’s record` : 'nothing is mounted, by the machine’s record',
    },
    {
      key: 'material',
      says: `${r.material.name} is in the vat, stirred, at least ${Math.ceil(estimate.resinMl)} ml of it`,
      known: m.loaded
        ? `${m.loaded.name}, lot ${m.loaded.lot}, ${Math.round(m.loaded.remainingG / RESIN_G_PER_ML)} ml left by the record`
        : 'nothing is loaded, by the record',
    },
    { key: 'warmth', says: 'the resin is as warm as it is to be', known: c === null ? null : `${c} °C, by the record` },
    { key: 'program', says: `the stack is that of ${job.fileName} and no other`, known: null },
  ];
}

/** Tool and material of one head, named where there are several. */
function onHead(
  { tool, mounted, loaded, recipe }: Pick<ContextHead, 'tool' | 'mounted' | 'loaded' | 'recipe'>,
  massG: number,
  isNamed: boolean,
  bodyTool: number,
): ToSet[] {
  const head = isNamed ? `head ${tool + 1}: ` : '';
  const key = tool === bodyTool ? '' : `-${tool + 1}`;
  return [
    {
      key: `tool${key}`,
      says: `${head}${recipe.tool.name} is mounted`,
      known: mounted ? `${mounted.name}, by the machine’s record` : 'nothing is mounted, by the machine’s record',
    },
    {
      key: `material${key}`,
      says: `${head}${recipe.material.name} is loaded, at least ${Math.ceil(massG)} g of it`,
      known: loaded
        ? `${loaded.name}, lot ${loaded.lot}, ${Math.round(loaded.remainingG)} g left by the record`
        : 'nothing is loaded, by the record',
    },
  ];
}
