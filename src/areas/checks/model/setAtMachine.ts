import type { GcodeReport } from '../../../core/gcode/report.ts';
import type { CheckContext } from '../../rules/context.ts';

/** One thing that no file carries and a person sees to at the machine. */
export interface ToSet {
  readonly key: string;
  readonly says: string;
  /** What is known of it now, with its source; null where only a person can tell. */
  readonly known: string | null;
}

/** What has to be seen to before a print begins, in the order one walks round the machine. */
export function listToSet(sheet: CheckContext, report: GcodeReport, estimate: { readonly massG: number }): ToSet[] {
  const { machine: m, recipe: r } = sheet;
  const { loaded, mounted } = m;
  const needG = Math.ceil(estimate.massG);
  return [
    { key: 'plate', says: 'the plate is empty, clean and in its place', known: null },
    {
      key: 'tool',
      says: `${r.tool.name} is mounted`,
      known: mounted ? `${mounted.name}, by the machine’s record` : 'nothing is mounted, by the machine’s record',
    },
    {
      key: 'material',
      says: `${r.material.name} is loaded, at least ${needG} g of it`,
      known: loaded
        ? `${loaded.name}, lot ${loaded.lot}, ${Math.round(loaded.remainingG)} g left by the record`
        : 'nothing is loaded, by the record',
    },
    { key: 'speed', says: 'speed and flow at the machine stand at 100 %', known: null },
    ...(r.enclosureNeed === 'closed' || r.enclosureNeed === 'open'
      ? [{ key: 'lid', says: `the lid is ${r.enclosureNeed}: ${r.family ?? 'the plastic'} wants it so`, known: null }]
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
