import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { keptUntilWritten } from '../../../platform/db/kept.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { moveRow } from '../../../platform/db/states.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { careDue, careMoves, wrongWith, type CareTask, type UsedSince } from '../model/care.ts';
import type { MachineFailure } from '../model/failures.ts';
import { maintenanceKinds, type MaintenanceKind } from '../model/maintenance.ts';
import type { CarePage, CareRow } from '../model/pages.ts';
import { plansOf } from './carePlan.ts';
import { findMachine, listMachines, type Machine } from './queries.ts';
import { dueBy } from './service.ts';
import { careRound, careStep, machine, maintenance, print } from './tables.ts';

const nameOf = (kind: MaintenanceKind): string => maintenanceKinds[kind].label;

/** The care of machines, a row for each task of each: whether it is due, and when it was done last. */
export async function listCare(
  ctx: Pick<Ctx, 'db' | 'clock'>,
  of: readonly Pick<Machine, 'id' | 'name' | 'place' | 'printerId' | 'addedAt'>[],
): Promise<CareRow[]> {
  const plans = await plansOf(ctx, [...new Set(of.map((m) => m.printerId))]);
  const wanted = of.flatMap((m) => [...(plans.get(m.printerId) ?? [])].map(([key, { task }]) => ({ m, key, task })));
  const lasts = await lastRounds(
    ctx,
    wanted.map(({ m, key }) => ({ machineId: m.id, key })),
  );
  const used = await usedSince(
    ctx,
    wanted.map(({ m }, i) => ({ machineId: m.id, since: lasts[i]!.done?.endedAt ?? m.addedAt })),
  );
  const now = ctx.clock.now();
  return wanted.map(({ m, key, task }, i) => ({
    ...{ machineId: m.id, machineName: m.name, place: m.place, key, task },
    ...careDue(task, used[i]!, now, nameOf),
    doneAt: lasts[i]!.done?.endedAt.toISOString() ?? null,
    doneByName: lasts[i]!.done?.byName ?? null,
    isUnderWay: lasts[i]!.isUnderWay,
  }));
}

interface LastRound {
  /** Null where it was never done. */
  readonly done: { readonly endedAt: Date; readonly byName: string } | null;
  readonly isUnderWay: boolean;
}
/** When tasks were done last on machines, and whether somebody is at them. Rounds before those are not read. */
async function lastRounds(
  { db }: Pick<Ctx, 'db'>,
  of: readonly { readonly machineId: string; readonly key: string }[],
): Promise<LastRound[]> {
  if (of.length === 0) return [];
  const { rows } = await db.execute<{ endedAt: string | null; byName: string | null; isUnderWay: boolean }>(sql`
    select r.ended_at as "endedAt", r.by_name as "byName", w.machine_id is not null as "isUnderWay"
    from unnest(${sql.param(of.map((o) => o.machineId))}::text[], ${sql.param(of.map((o) => o.key))}::text[]) with ordinality u(machine, task, n)
    left join ${careRound} w on w.machine_id = u.machine and w.task_key = u.task and w.state = 'under way'
    left join lateral (
      select d.ended_at, d.by_name from ${careRound} d where d.machine_id = u.machine and d.task_key = u.task and d.state = 'done' order by d.ended_at desc limit 1
    ) r on true order by u.n`);
  return rows.map(({ endedAt, byName, isUnderWay }) => ({
    done: endedAt === null || byName === null ? null : { endedAt: new Date(endedAt), byName },
    isUnderWay,
  }));
}

/** What machines have done since given moments: hours, by their own clocks where they told them, and prints that came to an end, failures,
 *  work. */
export async function usedSince(
  { db }: Pick<Ctx, 'db'>,
  of: readonly { readonly machineId: string; readonly since: Date }[],
): Promise<UsedSince[]> {
  if (of.length === 0) return [];
  // tasks that were never done share the moment from which they count
  const keyOf = (o: (typeof of)[number]): string => `${o.machineId} ${o.since.getTime()}`;
  const asked = [...new Map(of.map((o) => [keyOf(o), o])).values()];
  const ids = sql`${sql.param(asked.map((o) => o.machineId))}::text[]`;
  const moments = sql`${sql.param(asked.map((o) => o.since.toISOString()))}::timestamptz[]`;
  const found = await db.execute<{ hours: number; prints: number; failures: number; changes: MaintenanceKind[] }>(sql`
    select p.hours, p.prints, p.failures, array(select distinct w.kind from ${maintenance} w where w.machine_id = u.id and w.at > u.since) as changes
    from unnest(${ids}, ${moments}) with ordinality u(id, since, n)
    cross join lateral (
      select coalesce(sum(coalesce((p.progress->>'tookS')::float8, extract(epoch from p.ended_at - p.since))) / 3600, 0)::float8 as hours, count(*)::int as prints,
             (count(*) filter (where p.state in ('stopped', 'scrap')))::int as failures
      from ${print} p where p.machine_id = u.id and p.ended_at > u.since and p.state <> 'not begun'
    ) p order by u.n`);
  const used = new Map(asked.map((o, i) => [keyOf(o), { ...found.rows[i]!, at: o.since.toISOString() }]));
  return of.map((o) => used.get(keyOf(o))!);
}

/** The care of one machine, with the round that is under way and those that were done. */
export async function getCarePage(
  ctx: Pick<Ctx, 'db' | 'clock'>,
  id: string,
): Promise<Result<CarePage, MachineFailure>> {
  const m = await findMachine(ctx, id);
  if (!m) return fail({ code: 'noMachine' });
  const rounds = await ctx.db
    .select()
    .from(careRound)
    .where(eq(careRound.machineId, m.id))
    .orderBy(desc(careRound.at))
    .limit(30);
  const under = rounds.find((r) => r.state === 'under way') ?? null;
  const steps = under ? await stepsOf(ctx, under.id) : [];
  return succeed({
    machine: { id: m.id, name: m.name, place: m.place, printerId: m.printerId, state: m.state },
    tasks: await listCare(ctx, [m]),
    underWay: under && {
      ...{ id: under.id, key: under.taskKey, task: under.task, byName: under.byName, at: under.at.toISOString() },
      steps: steps.map((s) => ({ reading: s.reading, byName: s.byName, at: s.at.toISOString() })),
    },
    rounds: rounds.map((r) => ({
      ...{ id: r.id, name: r.task.name, state: r.state, byName: r.byName, at: r.at.toISOString(), why: r.why },
      endedAt: r.endedAt?.toISOString() ?? null,
    })),
  });
}
const stepsOf = ({ db }: Pick<Ctx, 'db'>, roundId: string) =>
  db.select().from(careStep).where(eq(careStep.roundId, roundId)).orderBy(asc(careStep.index));

/** Why nothing may start on a machine for its care: hands are in it, or what must be done first was not; null where it may. */
export async function whyCareStops(
  ctx: Pick<Ctx, 'db' | 'clock'>,
  m: Pick<Machine, 'id'>,
  isNew: boolean,
): Promise<string | null> {
  const [under] = await ctx.db
    .select()
    .from(careRound)
    .where(and(eq(careRound.machineId, m.id), eq(careRound.state, 'under way')));
  const on = (await findMachine(ctx, m.id))!;
  if (under)
    return `${under.byName} is at work on ${on.name} (${under.task.name}): finish that, or give it up, at its care`;
  if (!isNew) return null;
  const due = (await listCare(ctx, [on])).find((c) => c.task.isBlocking && c.state === 'due');
  return due ? `${due.task.name} is due on ${on.name} (${due.says}), and nothing starts there before it is done` : null;
}

/** Begins a task on a machine that does not print: from here on nothing starts there until it is done or given up. */
export async function beginCare(
  ctx: Ctx,
  machineId: string,
  key: string,
): Promise<Result<{ id: string }, MachineFailure>> {
  return inTransaction<{ id: string }, MachineFailure>(ctx, async (inside) => {
    const [m] = await inside.db.select().from(machine).where(eq(machine.id, machineId)).for('update');
    if (!m) return fail({ code: 'noMachine' });
    const task = (await plansOf(inside, [m.printerId])).get(m.printerId)!.get(key)?.task;
    if (!task) return fail({ code: 'noTask' });
    if (m.state === 'printing' || m.state === 'unknown')
      return fail({
        code: 'cannotCare',
        why:
          m.state === 'printing'
            ? `${m.name} is printing: wait for its end`
            : `Nobody knows what ${m.name} does: look at it first`,
      });
    const [claimed] = await inside.db
      .select({ name: print.name })
      .from(print)
      .where(and(eq(print.machineId, m.id), isNull(print.clearedAt), eq(print.state, 'under way')));
    if (claimed)
      return fail({ code: 'cannotCare', why: `${m.name} is about to print ${claimed.name}: wait for its end` });
    const [under] = await inside.db
      .select()
      .from(careRound)
      .where(and(eq(careRound.machineId, m.id), eq(careRound.state, 'under way')));
    if (under)
      return under.taskKey === key
        ? succeed({ id: under.id })
        : fail({ code: 'cannotCare', why: `${under.byName} is at work on ${m.name} already: ${under.task.name}` });
    const id = ctx.newId();
    await inside.db.insert(careRound).values({
      ...{ id, machineId: m.id, taskKey: key, task },
      ...{ by: ctx.user.id, byName: ctx.user.name, at: ctx.clock.now() },
    });
    await recordEvent(inside, { ...of(m), what: 'care begun', to: task.name });
    return succeed({ id });
  });
}
const of = (m: Pick<Machine, 'id' | 'name'>) =>
  ({ subjectKind: 'machine', subjectId: m.id, subjectName: m.name }) as const;

/** A step is done. The last one ends the round, and what it touched falls due. */
export async function doCareStep(
  ctx: Ctx,
  machineId: string,
  input: { readonly round: string; readonly step: number; readonly reading: number | null },
): Promise<Result<{ readonly isDone: boolean; readonly due: string[] }, MachineFailure>> {
  return inTransaction<{ isDone: boolean; due: string[] }, MachineFailure>(ctx, async (inside) => {
    const held = await holdRound(inside, machineId, input.round);
    if (!held.ok) return held;
    const { round, m } = held.value;
    const next = (await stepsOf(inside, round.id)).length;
    if (input.step !== next) return fail({ code: 'stepSkipped', step: next + 1 });
    const step = round.task.steps[next]!;
    if (step.reading && input.reading === null) return fail({ code: 'notRead', what: step.reading.label });
    const wrong = step.reading && wrongWith(step.reading, input.reading!);
    if (wrong) return fail({ code: 'readOutside', what: wrong });
    const by = { by: ctx.user.id, byName: ctx.user.name, at: ctx.clock.now() };
    await inside.db
      .insert(careStep)
      .values({ roundId: round.id, index: next, reading: step.reading ? input.reading : null, ...by });
    if (next + 1 < round.task.steps.length) {
      await recordEvent(inside, { ...of(m), what: `care: step ${next + 1} done`, to: round.task.name });
      return succeed({ isDone: false, due: [] });
    }
    await moveRow(inside, careRound, round.id, careMoves.finish, { endedAt: by.at });
    const { kind, name } = round.task;
    await inside.db.insert(maintenance).values({ id: ctx.newId(), machineId, kind, head: null, note: name, ...by });
    await recordEvent(inside, {
      ...{ ...of(m), what: 'care done', from: name },
      to: {
        task: name,
        makesDue: maintenanceKinds[kind].due,
        readings: readingsOf(round.task, await stepsOf(inside, round.id)),
      },
    });
    return succeed({ isDone: true, due: await dueBy(inside, m, kind) });
  });
}
const readingsOf = (task: CareTask, steps: readonly { readonly reading: number | null }[]): string[] =>
  task.steps.flatMap(({ reading: r }, i) => (r && steps[i] ? [`${r.label}: ${steps[i].reading} ${r.unit}`] : []));

/** Leaves a round as it is: nothing of it counts as done. */
export async function giveUpCare(
  ctx: Ctx,
  machineId: string,
  input: { readonly round: string; readonly why: string },
): Promise<Result<null, MachineFailure>> {
  return inTransaction<null, MachineFailure>(ctx, async (inside) => {
    const held = await holdRound(inside, machineId, input.round);
    if (!held.ok) return held;
    const { round, m } = held.value;
    await moveRow(inside, careRound, round.id, careMoves.giveUp, { endedAt: ctx.clock.now(), why: input.why });
    await recordEvent(inside, { ...of(m), what: 'care given up', from: round.task.name, why: input.why });
    return succeed(null);
  });
}
/** A round that is under way, held until the end of the transaction. */
async function holdRound(
  { db }: Pick<Ctx, 'db'>,
  machineId: string,
  id: string,
): Promise<Result<{ readonly round: typeof careRound.$inferSelect; readonly m: Machine }, MachineFailure>> {
  const [round] = await db.select().from(careRound).where(eq(careRound.id, id)).for('update');
  if (round?.machineId !== machineId) return fail({ code: 'noTask' });
  if (round.state !== 'under way') return fail({ code: 'roundOver', state: round.state });
  return succeed({ round, m: (await findMachine({ db }, machineId))! });
}

/** The care of every machine. */
export const listAllCare = keptUntilWritten(
  async (ctx: Pick<Ctx, 'db' | 'clock' | 'reads'>): Promise<readonly CareRow[]> =>
    listCare(ctx, await listMachines(ctx)),
);
