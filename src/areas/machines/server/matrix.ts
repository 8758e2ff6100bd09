import { readEach } from '../../../platform/db/bySets.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import type { PairingMatrix } from '../../library/model/pages.ts';
import { resolveValues } from '../../library/model/resolve.ts';
import {
  findProfile,
  judgeEntry,
  latest,
  listLevels,
  listPairingHeads,
  listOwnProfiles,
} from '../../library/server/index.ts';
import { maintenanceKinds } from '../model/maintenance.ts';
import { findLastWork, findLoaded, findMounted, listMachines } from './queries.ts';

/** Every pairing that has evidence, by machine and material, with what it overrides. */
export async function getPairingMatrix(ctx: Pick<Ctx, 'db' | 'clock' | 'reads'>): Promise<PairingMatrix> {
  const machines = await listMachines(ctx);
  const heads = await listPairingHeads(
    ctx,
    machines.map((m) => m.id),
  );
  const materials = await listOwnProfiles(ctx, 'material');
  const rows: PairingMatrix['machines'][number][] = [];
  const cells: PairingMatrix['cells'][number][] = [];
  const known = await readEach(ctx, machines, async (m) => ({
    m,
    work: await findLastWork(ctx, m.id),
    loaded: await findLoaded(ctx, m.id),
    mounted: await findMounted(ctx, m.id),
    printer: await findProfile(ctx, m.printerId),
  }));
  const levels = new Map(
    await readEach(ctx, [...new Set(heads.map((h) => h.materialId))], async (id) => {
      return [id, resolveValues(await listLevels(ctx, id))] as const;
    }),
  );
  const tools = new Map(
    await readEach(ctx, [...new Set(heads.map((h) => h.toolId))], async (id) => {
      return [id, (await findProfile(ctx, id))?.name] as const;
    }),
  );
  for (const { m, work, loaded, mounted, printer } of known) {
    const events = work.map((e) => ({ ...maintenanceKinds[e.kind], at: e.at }));
    rows.push({
      id: m.id,
      name: m.name,
      printer: printer?.name ?? '',
      technology: printer?.technology ?? ('filament' as const),
      mountedToolId: mounted?.toolId ?? null,
      loadedMaterialId: loaded?.materialId ?? null,
    });
    for (const head of heads.filter((h) => h.machineId === m.id)) {
      const own = levels.get(head.materialId)!;
      const keys = Object.keys(head.entries).filter((k) => head.entries[k]!.length > 0);
      cells.push({
        machineId: m.id,
        toolId: head.toolId,
        toolName: tools.get(head.toolId) ?? '',
        materialId: head.materialId,
        revision: head.number,
        proofs: keys.map((k) =>
          judgeEntry(
            k,
            latest(head.entries[k]!),
            ctx.clock.now(),
            events,
            loaded?.materialId === head.materialId ? loaded.lot : null,
            null,
          ),
        ),
        overrides: Object.fromEntries(keys.map((k) => [k, own.get(k)?.value ?? null])),
      });
    }
  }
  return {
    machines: rows,
    materials: materials.map(({ id, name, family, technology }) => ({ id, name, family, technology })),
    cells,
  };
}
