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
import { findLoaded, findMounted, listMachines, listMaintenance } from './queries.ts';

/** Every pairing that has evidence, by machine and material, with what it overrides. */
export async function getPairingMatrix(ctx: Pick<Ctx, 'db' | 'clock'>): Promise<PairingMatrix> {
  const machines = await listMachines(ctx);
  const heads = await listPairingHeads(
    ctx,
    machines.map((m) => m.id),
  );
  const materials = await listOwnProfiles(ctx, 'material');
  const rows = [];
  const cells = [];
  for (const m of machines) {
    const events = (await listMaintenance(ctx, m.id)).map((e) => ({ ...maintenanceKinds[e.kind], at: e.at }));
    const loaded = await findLoaded(ctx, m.id);
    const printer = await findProfile(ctx, m.printerId);
    rows.push({
      id: m.id,
      name: m.name,
      printer: printer?.name ?? '',
      technology: printer?.technology ?? ('filament' as const),
      mountedToolId: (await findMounted(ctx, m.id))?.toolId ?? null,
      loadedMaterialId: loaded?.materialId ?? null,
    });
    for (const head of heads.filter((h) => h.machineId === m.id)) {
      const own = resolveValues(await listLevels(ctx, head.materialId));
      const keys = Object.keys(head.entries).filter((k) => head.entries[k]!.length > 0);
      cells.push({
        machineId: m.id,
        toolId: head.toolId,
        toolName: (await findProfile(ctx, head.toolId))?.name ?? '',
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
