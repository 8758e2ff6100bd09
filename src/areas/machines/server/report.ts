import { inArray, sql } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { findProfiles } from '../../library/server/index.ts';
import type { MachineFailure } from '../model/failures.ts';
import type { MachineReport } from '../model/pages.ts';
import type { DeviceLook } from './adapters/define.ts';
import { isSeenAtWork, lookAt } from './adapters/index.ts';
import { findMachine, listHeads, type Machine } from './queries.ts';
import { container } from './tables.ts';

/** A device is not asked more often, however many look. */
const KEPT_MS = 3000;
interface Seen {
  readonly at: Date;
  readonly answer: Promise<DeviceLook | string>;
}
const looks = new Map<string, Seen>();

/** What a machine says of itself at this moment: its figures, and the codes of what is loaded where it reads them. */
export async function getMachineReport(ctx: Ctx, id: string): Promise<Result<MachineReport, MachineFailure>> {
  const m = await findMachine(ctx, id);
  if (!m) return fail({ code: 'noMachine' });
  const { at, answer } = lookOften(ctx, m);
  const look = await answer;
  if (typeof look === 'string') return succeed({ at: at.toISOString(), why: look, figures: [], codes: null });
  const found = await containersOf(
    ctx,
    (look.codes ?? []).filter((code) => code !== null),
  );
  return succeed({
    ...{ at: at.toISOString(), why: null, figures: look.figures },
    codes:
      look.codes?.map((code, head) => ({
        ...{ head, code },
        of: code === null ? null : (found.get(code.toUpperCase()) ?? null),
      })) ?? null,
  });
}

/** Why nothing is begun on a machine whose readers find another spool than the one that is loaded; null where they do not, or it has none. */
export async function whyOtherSpool(ctx: Ctx, m: Machine): Promise<string | null> {
  const look = await lookNow(m);
  if (typeof look === 'string' || look.codes === null) return null; // whoever prints on it learns why it does not answer
  for (const { tool, loaded } of await listHeads(ctx, m)) {
    const code = look.codes[tool] ?? null;
    if (code === null || loaded?.code.toUpperCase() === code.toUpperCase()) continue;
    const reader = look.codes.length > 1 ? `The reader of head ${tool + 1}` : 'Its reader';
    const loadedThere = loaded ? `${loaded.code} is loaded` : 'nothing is loaded';
    return `${reader} finds ${code} where ${loadedThere}: confirm what it reads on the page of ${m.name}, or change the spool`;
  }
  return null;
}

function lookOften({ clock }: Ctx, m: Machine): Seen {
  const at = clock.now();
  const before = looks.get(m.id);
  if (before && at.getTime() - before.at.getTime() <= KEPT_MS) return before;
  const look = { at, answer: lookNow(m) };
  looks.set(m.id, look);
  look.answer.catch(() => looks.delete(m.id));
  return look;
}

/** What is seen of it, or why nothing is. */
async function lookNow({ device, state }: Machine): Promise<DeviceLook | string> {
  if (!device) return 'nothing is connected';
  if (state === 'retired') return 'it is retired';
  if (state === 'printing' && !isSeenAtWork(device)) return 'it prints, and only its print hears it meanwhile';
  return lookAt(device);
}

async function containersOf(ctx: Ctx, codes: readonly string[]) {
  if (codes.length === 0) return new Map<string, { code: string; name: string; lot: string }>();
  const rows = await ctx.db
    .select({ code: container.code, lot: container.lot, materialId: container.materialId })
    .from(container)
    .where(
      inArray(
        sql`upper(${container.code})`,
        codes.map((c) => c.toUpperCase()),
      ),
    );
  const materials = await findProfiles(
    ctx,
    rows.map((r) => r.materialId),
  );
  return new Map(
    rows.map(({ code, lot, materialId }) => [
      code.toUpperCase(),
      { code, lot, name: materials.get(materialId)?.name ?? '' },
    ]),
  );
}
