import { individualsChart, type ControlChart } from '../../../core/fitting/controlChart.ts';
import { maintenanceKinds, type MaintenanceKind } from '../../machines/model/maintenance.ts';

/** A value that an accepted trial found, and where. */
export interface FoundValue {
  readonly id: string;
  readonly name: string;
  readonly at: string;
  readonly setting: string;
  readonly value: number;
  readonly machineId: string;
  readonly machineName: string;
  readonly toolId: string;
  readonly materialName: string;
}
export interface DoneWork {
  readonly machineId: string;
  readonly kind: MaintenanceKind;
  readonly at: string;
}
type Point = Pick<FoundValue, 'id' | 'name' | 'at' | 'value'>;

/** How a value of one machine, tool and material went over time. */
export interface Drift {
  /** Machine, tool, material and value in one. */
  readonly id: string;
  readonly machineId: string;
  readonly machineName: string;
  readonly materialName: string;
  readonly setting: string;
  readonly points: readonly Point[];
  /** Place of the first value after the last work that changes what is found; its limits begin there. */
  readonly from: number;
  /** What that work was, or null. */
  readonly since: string | null;
  /** Limits from the values since then; null while they are too few. */
  readonly chart: ControlChart | null;
  readonly state: DriftState;
}
export type DriftState = 'outside' | 'run' | 'steady' | 'too few';
const WORST_FIRST: readonly DriftState[] = ['outside', 'run', 'steady', 'too few'];

/** Series of every machine, tool, material and value, those out of control first. Limits begin anew after work that the value
 *  depends on (ISO 7870-2: limits hold for a process that is left alone). What is out is judged by the last value. */
export function driftsOf(found: readonly FoundValue[], work: readonly DoneWork[]): Drift[] {
  const series = new Map<string, FoundValue[]>();
  for (const v of found) {
    const key = `${v.machineId}/${v.toolId}/${v.materialName}/${v.setting}`;
    const known = series.get(key);
    if (known) known.push(v);
    else series.set(key, [v]);
  }
  const workAt = new Map<string, DoneWork[]>();
  for (const w of work) workAt.set(w.machineId, [...(workAt.get(w.machineId) ?? []), w]);
  return [...series]
    .map(([id, values]) => driftOf(id, values, workAt.get(values[0]!.machineId) ?? []))
    .sort(
      (a, b) =>
        WORST_FIRST.indexOf(a.state) - WORST_FIRST.indexOf(b.state) ||
        a.machineName.localeCompare(b.machineName) ||
        a.setting.localeCompare(b.setting),
    );
}

function driftOf(id: string, found: readonly FoundValue[], work: readonly DoneWork[]): Drift {
  const points = [...found].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  const { machineId, machineName, materialName, setting } = points[0]!;
  const { from, since } = lastRestart(points, setting, work);
  const chart = individualsChart(points.slice(from).map((p) => p.value));
  const last = points.length - 1 - from;
  return {
    id,
    machineId,
    machineName,
    materialName,
    setting,
    points: points.map(({ id, name, at, value }) => ({ id, name, at, value })),
    from,
    since,
    chart,
    state: !chart ? 'too few' : chart.outside.includes(last) ? 'outside' : chart.runs.includes(last) ? 'run' : 'steady',
  };
}

/** Where limits begin: at the first value after the last work that the value depends on. */
export function lastRestart(
  points: readonly { readonly at: string }[],
  setting: string,
  work: readonly Omit<DoneWork, 'machineId'>[],
): { readonly from: number; readonly since: string | null } {
  const first = points[0]?.at ?? '';
  const last = points[points.length - 1]?.at ?? '';
  let latest: Omit<DoneWork, 'machineId'> | null = null;
  for (const w of work)
    if (
      w.at > first &&
      w.at < last &&
      (maintenanceKinds[w.kind].due as readonly string[]).includes(setting) &&
      (!latest || w.at > latest.at)
    )
      latest = w;
  if (!latest) return { from: 0, since: null };
  const { at, kind } = latest;
  return { from: points.findIndex((p) => p.at > at), since: maintenanceKinds[kind].label.toLowerCase() };
}
