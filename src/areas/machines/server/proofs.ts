import { bySets } from '../../../platform/db/bySets.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { conditionDependentSettings } from '../../library/model/along.ts';
import type { Proof } from '../../library/model/records.ts';
import { judgeEntry, latest, listPairingHeads } from '../../library/server/index.ts';
import { maintenanceKinds } from '../model/maintenance.ts';
import { findLastWorks, listMachines, type Machine } from './queries.ts';

/** A machine with a tool and a material, whose evidence is asked for. */
export interface ProofsAsked {
  readonly machine: Pick<Machine, 'id' | 'printerId'>;
  readonly toolId: string;
  readonly materialId: string;
  /** Lot that is loaded; null where none is, or where another is asked of. */
  readonly lot: string | null;
  /** What was done to another head makes nothing due; null asks of the machine as a whole. */
  readonly head: number | null;
}
type Pairing = Awaited<ReturnType<typeof listPairingHeads>>[number];
const pairOf = (p: Pick<Pairing, 'toolId' | 'materialId'>): string => `${p.toolId} ${p.materialId}`;

/** Evidence by setting for each that is asked of; sisters of the same printer profile fill what it lacks. As many statements for one as
 *  for five hundred. */
export async function listProofsOf(
  ctx: Pick<Ctx, 'db' | 'clock'>,
  asked: readonly ProofsAsked[],
  inUse: readonly Machine[],
): Promise<Record<string, Proof>[]> {
  if (asked.length === 0) return [];
  const printers = new Set(asked.map((a) => a.machine.printerId));
  const sisters = new Map(inUse.filter((m) => printers.has(m.printerId)).map((m) => [m.id, m]));
  const own = [...new Set(asked.map((a) => a.machine.id))];
  const pairings = await listPairingHeads(ctx, [...new Set([...own, ...sisters.keys()])], {
    toolIds: [...new Set(asked.map((a) => a.toolId))],
    materialIds: [...new Set(asked.map((a) => a.materialId))],
  });
  const of = new Map(pairings.map((p) => [`${p.machineId} ${pairOf(p)}`, p]));
  const first = firstOfSisters(pairings, sisters);
  const workOn = await findLastWorks(ctx, own);
  const now = ctx.clock.now();
  return asked.map(({ machine, lot, head, ...pair }) => {
    const events = (workOn.get(machine.id) ?? [])
      .filter((w) => head === null || w.head === null || w.head === head)
      .map((w) => ({ ...maintenanceKinds[w.kind], at: w.at }));
    const proofs: Record<string, Proof> = {};
    const add = (key: string, entries: Pairing['entries'][string], sister: string | null): void => {
      if (entries.length === 0 || key in proofs) return;
      const judged = judgeEntry(key, latest(entries), now, sister ? [] : events, sister ? null : lot, sister);
      proofs[key] = key in conditionDependentSettings ? { ...judged, entries } : judged;
    };
    for (const [key, entries] of Object.entries(of.get(`${machine.id} ${pairOf(pair)}`)?.entries ?? {}))
      add(key, entries, null);
    for (const [key, candidates] of first.get(`${machine.printerId} ${pairOf(pair)}`) ?? []) {
      const found = candidates.find((p) => p.machineId !== machine.id);
      if (found) add(key, found.entries[key]!, sisters.get(found.machineId)!.name);
    }
    return proofs;
  });
}

/** By printer profile and pair, and by setting, the first two machines that have it proven: one of them is another than who asks. */
function firstOfSisters(
  pairings: readonly Pairing[],
  machines: ReadonlyMap<string, Machine>,
): ReadonlyMap<string, ReadonlyMap<string, readonly Pairing[]>> {
  const first = new Map<string, Map<string, Pairing[]>>();
  for (const p of pairings) {
    const m = machines.get(p.machineId);
    if (!m) continue;
    const group = `${m.printerId} ${pairOf(p)}`;
    const keys = first.get(group) ?? new Map<string, Pairing[]>();
    first.set(group, keys);
    for (const [key, entries] of Object.entries(p.entries)) {
      const found = keys.get(key) ?? [];
      keys.set(key, found);
      if (entries.length > 0 && found.length < 2) found.push(p);
    }
  }
  return first;
}

const nameOf = ({ machine, toolId, materialId, lot, head }: ProofsAsked): string =>
  JSON.stringify([machine.id, toolId, materialId, lot, head]);
const { one: findProofs } = bySets(async (ctx: Pick<Ctx, 'db' | 'clock' | 'reads'>, asked: readonly ProofsAsked[]) => {
  const found = await listProofsOf(ctx, asked, await listMachines(ctx));
  return new Map(asked.map((a, i) => [nameOf(a), found[i]!]));
}, nameOf);
/** Evidence by setting for a machine with a tool and a material. */
export async function listProofs(
  ctx: Pick<Ctx, 'db' | 'clock' | 'reads'>,
  machine: Machine,
  toolId: string,
  materialId: string,
  lot: string | null,
  head: number | null = null,
): Promise<Record<string, Proof>> {
  return (await findProofs(ctx, { machine, toolId, materialId, lot, head }))!;
}
