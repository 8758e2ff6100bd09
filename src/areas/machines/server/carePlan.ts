import { desc, inArray, sql } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { findProfile, findProfiles } from '../../library/server/index.ts';
import type { CareTask } from '../model/care.ts';
import { careTemplates } from '../model/careTemplates.ts';
import type { MachineFailure } from '../model/failures.ts';
import type { CarePlan } from '../model/pages.ts';
import { careTask } from './tables.ts';

type Plan = ReadonlyMap<string, { readonly task: CareTask; readonly version: number }>;

/** The tasks of printer profiles: as somebody wrote them last, or else as the templates of their technology have them. */
export async function plansOf(
  { db }: Pick<Ctx, 'db'>,
  printerIds: readonly string[],
): Promise<ReadonlyMap<string, Plan>> {
  const printers = await findProfiles({ db }, printerIds);
  const written = await db
    .selectDistinctOn([careTask.printerId, careTask.key])
    .from(careTask)
    .where(inArray(careTask.printerId, [...printers.keys()]))
    .orderBy(careTask.printerId, careTask.key, desc(careTask.seq));
  return new Map(
    [...printers.values()].map(({ id, technology }) => {
      const plan = new Map<string, { task: CareTask; version: number }>();
      for (const [key, task] of Object.entries(careTemplates[technology])) plan.set(key, { task, version: 0 });
      for (const w of written.filter((row) => row.printerId === id))
        if (w.task) plan.set(w.key, { task: w.task, version: w.seq });
        else plan.delete(w.key);
      return [id, plan];
    }),
  );
}

/** The tasks of one printer profile, with what was written last, for whoever changes them. */
export async function getCarePlan(ctx: Pick<Ctx, 'db'>, printerId: string): Promise<Result<CarePlan, MachineFailure>> {
  const printer = await findProfile(ctx, printerId);
  if (printer?.kind !== 'printer') return fail({ code: 'notAPrinter' });
  const plan = (await plansOf(ctx, [printerId])).get(printerId)!;
  return succeed({
    printer: { id: printer.id, name: printer.name, technology: printer.technology },
    tasks: [...plan].map(([key, { task, version }]) => ({ key, task, version })),
  });
}

/** Writes a task for a printer profile, or takes it away with null; whoever wrote from an older state of it is told. */
export async function writeCareTask(
  ctx: Ctx,
  printerId: string,
  input: { readonly key: string; readonly task: CareTask | null; readonly version: number; readonly why: string },
): Promise<Result<null, MachineFailure>> {
  const printer = await findProfile(ctx, printerId);
  if (printer?.kind !== 'printer') return fail({ code: 'notAPrinter' });
  const { key, task, version, why } = input;
  return inTransaction<null, MachineFailure>(ctx, async (inside) => {
    const plan = await heldPlan(inside, printerId);
    const last = plan.get(key);
    if (last === undefined ? version !== 0 || task === null : last.version !== version)
      return fail({ code: 'changedMeanwhile' });
    await inside.db.insert(careTask).values({
      ...{ id: ctx.newId(), printerId, key, task, why },
      ...{ by: ctx.user.id, byName: ctx.user.name, at: ctx.clock.now() },
    });
    await recordEvent(inside, {
      ...{ subjectKind: 'profile', subjectId: printerId, subjectName: printer.name, why },
      what: task === null ? 'care task taken away' : last ? 'care task changed' : 'care task added',
      from: last?.task.name ?? null,
      to: task && { name: task.name, triggers: task.triggers, steps: task.steps.length, isBlocking: task.isBlocking },
    });
    return succeed(null);
  });
}
/** Whoever writes next waits for the end of this transaction. */
async function heldPlan(ctx: Pick<Ctx, 'db'>, printerId: string): Promise<Plan> {
  await ctx.db.execute(sql`select pg_advisory_xact_lock(hashtext(${`care ${printerId}`}))`);
  return (await plansOf(ctx, [printerId])).get(printerId)!;
}
