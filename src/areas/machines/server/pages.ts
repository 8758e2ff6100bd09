import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { forOnePage } from '../../../platform/db/bySets.ts';
import { keptUntilWritten } from '../../../platform/db/kept.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { listEvents } from '../../../platform/events/record.ts';
import {
  findProfile,
  findProfiles,
  getReleasedRevision,
  resolveCombination,
  type LedgerContext,
} from '../../library/server/index.ts';
import { valuesOf } from '../../library/model/resolve.ts';
import { numberOf, type Values } from '../../library/settings/define.ts';
import { fittingFor } from '../model/maintenance.ts';
import type { MachineFailure } from '../model/failures.ts';
import type { Fitted, MachineCard, MachinePage } from '../model/pages.ts';
import { listCare, usedSince } from './care.ts';
import {
  findLoaded,
  findMachine,
  findMounted,
  headsOf,
  listMachines,
  listNewestMaintenance,
  findLastWork,
  type HeadOnMachine,
  type Machine,
} from './queries.ts';
import { listProofs, listProofsOf } from './proofs.ts';

type Reader = Pick<Ctx, 'db' | 'clock' | 'reads'>;

/** What is on a head, as pages show it. */
const onHead = ({
  mounted,
  loaded,
}: Pick<HeadOnMachine, 'mounted' | 'loaded'>): Pick<MachineCard, 'mounted' | 'loaded'> => ({
  mounted: mounted && { id: mounted.toolId, name: mounted.name, at: mounted.at.toISOString(), byName: mounted.by },
  loaded: loaded && {
    ...{ id: loaded.materialId, name: loaded.name, lot: loaded.lot, remainingG: loaded.remainingG },
    ...{ code: loaded.code, containerId: loaded.containerId, at: loaded.at.toISOString(), byName: loaded.by },
  },
});

/** Machines with what is on them and what is proven for it: as many statements for one as for five hundred. */
async function cardsOf(asker: Reader, machines: readonly Machine[], inUse: readonly Machine[]): Promise<MachineCard[]> {
  const ctx = forOnePage(asker);
  const heads = await headsOf(ctx, machines);
  const printers = await findProfiles(
    ctx,
    machines.map((m) => m.printerId),
  );
  const asked = machines.flatMap((machine) =>
    heads
      .get(machine.id)!
      .flatMap(({ tool, mounted, loaded }) =>
        mounted && loaded
          ? [{ machine, toolId: mounted.toolId, materialId: loaded.materialId, lot: loaded.lot, head: tool }]
          : [],
      ),
  );
  const found = await listProofsOf(ctx, asked, inUse);
  const proofs = new Map(asked.map((a, i) => [`${a.machine.id} ${a.head}`, Object.values(found[i]!)]));
  return machines.map((m) => {
    const shown = heads
      .get(m.id)!
      .map((h) => ({ tool: h.tool, ...onHead(h), proofs: proofs.get(`${m.id} ${h.tool}`) ?? [] }));
    const [first, ...others] = shown;
    const printer = printers.get(m.printerId)!;
    return {
      ...{ id: m.id, key: m.key, name: m.name, place: m.place, state: m.state },
      isStoppedFromHere: m.device !== null && m.device.adapter !== 'folder' && m.state !== 'retired',
      stop: m.stop,
      ...{ printer: printer.name, technology: printer.technology, printerId: m.printerId },
      said: m.said,
      heads: shown.length,
      ...{ mounted: first!.mounted, loaded: first!.loaded, proofs: first!.proofs },
      others,
    };
  });
}

export const listMachineCards = keptUntilWritten(async (ctx: Reader): Promise<readonly MachineCard[]> => {
  const machines = await listMachines(ctx);
  return cardsOf(ctx, machines, machines);
});

/** So much of its work stands on a machine's page; all of it is a list of its own. */
const MOST_WORK = 20;

export async function getMachinePage(ctx: Ctx, id: string): Promise<Result<MachinePage, MachineFailure>> {
  const m = await findMachine(ctx, id);
  if (!m) return fail({ code: 'noMachine' });
  const kept = (await listMachineCards(ctx)).find((c) => c.id === m.id);
  const [card] = kept ? [kept] : await cardsOf(ctx, [m], await listMachines(ctx)); // one that is not in use any more
  const work = await listNewestMaintenance(ctx, m.id, MOST_WORK);
  const released = await getReleasedRevision(ctx, m.printerId);
  const maintenance = work.map((e) => ({
    id: e.id,
    kind: e.kind,
    note: e.note,
    byName: e.byName,
    at: e.at.toISOString(),
  }));
  return succeed({
    ...card!,
    fitted: await fittedOn(ctx, m, card!.technology),
    profile: { at: released.at.toISOString(), values: onlyInProfile(released.resolved) },
    care: (await listCare(ctx, [m])).filter((c) => c.isUnderWay || c.state === 'due' || c.state === 'soon'),
    device: m.device,
    notes: m.notes,
    version: m.version,
    maintenance,
    events: await listEvents(ctx, { subjectKind: 'machine', subjectId: m.id, limit: 40 }),
  });
}

/** What wears, as it was put on last, with what it has done since. */
async function fittedOn(ctx: Ctx, m: Machine, technology: 'filament' | 'resin'): Promise<Fitted[]> {
  const kinds = fittingFor(technology);
  const work = await findLastWork(ctx, m.id);
  const last = kinds.map((kind) => work.find((w) => w.kind === kind) ?? null);
  const used = await usedSince(
    ctx,
    last.map((w) => ({ machineId: m.id, since: w?.at ?? m.addedAt })),
  );
  return kinds.map((kind, i) => ({
    ...{ kind, note: last[i]?.note ?? '', since: last[i]?.at.toISOString() ?? null, byName: last[i]?.byName ?? null },
    ...{ hours: used[i]!.hours, prints: used[i]!.prints },
  }));
}
/** Figures of a printer that no machine tells and nobody reads off it. */
const ONLY_IN_PROFILE = ['travelXMm', 'travelYMm', 'travelZMm', 'bedMaxC'] as const;
const onlyInProfile = (values: Values): Readonly<Record<string, number>> =>
  Object.fromEntries(
    ONLY_IN_PROFILE.flatMap((key) => {
      const value = numberOf(values, key);
      return value === null ? [] : [[key, value]];
    }),
  );

/** The machine a profile is read beside: the one asked for, else the first that has the material loaded. */
export async function contextFor(ctx: Ctx, profileId: string, machineId: string | null): Promise<LedgerContext | null> {
  const p = await findProfile(ctx, profileId);
  if (!p) return null;
  let m = machineId ? await findMachine(ctx, machineId) : null;
  if (!m && p.kind === 'material')
    for (const other of await listMachines(ctx))
      if ((await findLoaded(ctx, other.id))?.materialId === profileId) {
        m = other;
        break;
      }
  const mounted = m && (await findMounted(ctx, m.id));
  if (!m || !mounted) return null;
  const loaded = await findLoaded(ctx, m.id);
  const hardware = valuesOf(
    await resolveCombination(ctx, {
      machine: { id: '', name: m.name, printerId: m.printerId },
      toolId: mounted.toolId,
      materialId: null,
      processId: null,
    }),
  );
  const proofs =
    p.kind === 'material'
      ? await listProofs(ctx, m, mounted.toolId, profileId, loaded?.materialId === profileId ? loaded.lot : null)
      : {};
  const own = Object.fromEntries(
    Object.values(proofs)
      .filter((x) => x.state !== 'sister')
      .map((x) => [x.key, x.value]),
  );
  return {
    machine: { id: m.id, name: m.name, tool: mounted.name, toolId: mounted.toolId },
    hardware,
    proofs,
    levels: p.kind === 'material' ? [{ kind: 'pairing', name: `pairing, ${m.name}`, profileId: null, own }] : [],
  };
}
