import { readEach } from '../../../platform/db/bySets.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { conditionDependentSettings, entryAt } from '../model/along.ts';
import type { PairingEntry, Proof } from '../model/records.ts';
import { resolveValues, type Effective, type Level } from '../model/resolve.ts';
import type { Values } from '../settings/define.ts';
import { findPairingWithHead, listLevels, type PairingKey } from './queries.ts';

export interface Combination {
  readonly machine: { readonly id: string; readonly name: string; readonly printerId: string } | null;
  /** Where no machine is chosen yet. */ readonly printerId?: string | null;
  readonly toolId: string | null;
  readonly materialId: string | null;
  readonly processId: string | null;
  /** Values that hold for one recipe only: they win over everything. */ readonly overrides?: Values;
}

/** Effective values with provenance for a machine, tool, material and process: pairing of the machine, pairing of the
 *  printer profile, process, material, tool, printer; then formulas and defaults. */
export async function resolveCombination(ctx: Pick<Ctx, 'db'>, c: Combination): Promise<Map<string, Effective>> {
  return resolveValues(await levelsOf(ctx, c));
}

/** Where values can come from, strongest first. */
export async function levelsOf(ctx: Pick<Ctx, 'db' | 'reads'>, c: Combination): Promise<Level[]> {
  const levels: Level[] = [];
  const printerId = c.machine?.printerId ?? c.printerId ?? null;
  if (c.overrides && Object.keys(c.overrides).length > 0)
    levels.push({ kind: 'job', name: 'this recipe only', profileId: null, own: c.overrides });
  const [process, ...others] = await readEach(ctx, [c.processId, c.materialId, c.toolId, printerId], async (id) =>
    id ? listLevels(ctx, id) : [],
  );
  if (c.toolId && c.materialId) {
    const pair = { toolId: c.toolId, materialId: c.materialId };
    const where = layerHeightIn([...levels, ...process!]);
    const places = [
      ...(c.machine ? [{ scope: 'machine' as const, scopeId: c.machine.id, name: c.machine.name }] : []),
      ...(printerId ? [{ scope: 'printer' as const, scopeId: printerId, name: 'printer profile' }] : []),
    ];
    const found = await readEach(ctx, places, ({ name, ...of }) => pairingLevel(ctx, { ...of, ...pair }, name, where));
    levels.push(...found.flat());
  }
  return [...levels, ...process!, ...others.flat()];
}

/** Layer height of a resin process, for exposures that hold for one height only. */
function layerHeightIn(levels: readonly Level[]): Readonly<Record<string, number>> {
  const mm = levels.find((l) => l.own['resinLayerMm'] !== undefined)?.own['resinLayerMm'];
  return typeof mm === 'number' ? { layerHeightMm: mm } : {};
}

async function pairingLevel(
  ctx: Pick<Ctx, 'db'>,
  of: PairingKey,
  name: string,
  where: Readonly<Record<string, number>>,
): Promise<Level[]> {
  const found = await findPairingWithHead(ctx, of);
  if (!found) return [];
  const own: Record<string, number> = {};
  for (const [key, entries] of Object.entries(found.entries)) {
    const entry =
      entries.length > 0 && entryAt(key, entries, where[conditionDependentSettings[key]?.condition ?? ''] ?? null);
    if (entry) own[key] = entry.value;
  }
  return [{ kind: 'pairing', name: `pairing, ${name}`, profileId: found.id, own }];
}

export const latest = (entries: readonly PairingEntry[]): PairingEntry =>
  entries.reduce((a, b) => (b.provenOn > a.provenOn ? b : a));

const DAY_MS = 86_400_000;

/** How an entry stands today on its machine. `events` are maintenance events of that machine, any order. */
export function judgeEntry(
  key: string,
  entry: PairingEntry,
  now: Date,
  events: readonly { readonly label: string; readonly due: readonly string[]; readonly at: Date }[],
  loadedLot: string | null,
  sisterName: string | null,
): Proof {
  const proven = new Date(entry.provenOn);
  const since = events
    .filter((e) => e.due.includes(key) && e.at > proven)
    .sort((a, b) => b.at.getTime() - a.at.getTime())[0];
  const days = (from: Date) => Math.floor((now.getTime() - from.getTime()) / DAY_MS);
  let state: Proof['state'] = 'proven';
  let because: string | null = null;
  if (since) {
    state = 'due';
    because = `${since.label.toLowerCase()} ${days(since.at) === 0 ? 'today' : `${days(since.at)} d ago`}`;
  } else if (now > new Date(entry.validUntil)) {
    state = 'due';
    because = `older than ${Math.round((new Date(entry.validUntil).getTime() - proven.getTime()) / DAY_MS)} d`;
  } else if (loadedLot !== null && entry.conditions.lot !== undefined && entry.conditions.lot !== loadedLot) {
    state = 'due';
    because = `proven with lot ${entry.conditions.lot}, loaded is ${loadedLot}`;
  }
  if (sisterName !== null) {
    state = 'sister';
    because = sisterName;
  }
  return {
    key,
    state,
    because,
    value: entry.value,
    uncertainty: entry.uncertainty,
    range: entry.range,
    trialId: entry.trialId,
    trialName: entry.trialName,
    provenOn: entry.provenOn,
    ageDays: days(proven),
    daysLeft: Math.floor((new Date(entry.validUntil).getTime() - now.getTime()) / DAY_MS),
    conditions: entry.conditions,
  };
}
