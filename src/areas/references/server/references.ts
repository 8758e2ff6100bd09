import { asc, desc, eq, inArray, max, sql } from 'drizzle-orm';
import type { InferType } from 'yup';
import { mean } from '../../../core/fitting/mean.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import type { CheckFailure } from '../../checks/model/failures.ts';
import { jobAsPrinted, makeJob, type JobAsPrinted } from '../../checks/server/index.ts';
import type { Values } from '../../library/settings/define.ts';
import { changedSince, type LaidWith } from '../../machines/model/changedSince.ts';
import { listMaintenance } from '../../machines/server/index.ts';
import type { RequestFailure } from '../../requests/model/request.ts';
import { lastsOf } from '../../rules/outcome.ts';
import { analyseStep } from '../../trials/kinds/referencePart/analysis.ts';
import type {
  Against,
  Scoring,
  ReferenceFailure,
  ReferencePage,
  ReferencePrint,
  ReferenceRow,
} from '../model/reference.ts';
import type { lookSchema, referenceSchema } from '../model/schemas.ts';
import { referenceLook, referencePart, referencePrint } from './tables.ts';

const MOST_PRINTS = 60;
const eventOf = (row: { readonly id: string; readonly name: string }) => ({
  subjectKind: 'reference part',
  subjectId: row.id,
  subjectName: row.name,
});

/** Makes the part of a job a reference part; the job is its first print. */
export async function makeReference(
  ctx: Ctx,
  { jobId, name, places }: InferType<typeof referenceSchema>,
): Promise<Result<{ id: string }, ReferenceFailure>> {
  const job = await jobAsPrinted(ctx, jobId);
  if (!job) return fail({ code: 'noJob' });
  if (!job.sheet) return fail({ code: 'notRead', name: job.name });
  const { technology = 'filament' } = job.sheet;
  return inTransaction<{ id: string }, ReferenceFailure>(ctx, async (inside) => {
    const id = ctx.newId();
    const [row] = await inside.db
      .insert(referencePart)
      .values({
        ...{ id, name, technology, places, fileName: job.fileName },
        ...{ madeBy: ctx.user.id, madeByName: ctx.user.name, madeAt: ctx.clock.now() },
      })
      .onConflictDoNothing({ target: referencePart.name })
      .returning();
    if (!row) return fail({ code: 'taken', name });
    const [first] = await inside.db
      .insert(referencePrint)
      .values({ jobId, partId: id, at: job.createdAt })
      .onConflictDoNothing()
      .returning();
    if (!first) return fail({ code: 'isPrintAlready', name: job.name });
    await recordEvent(inside, {
      ...eventOf(row),
      what: 'reference part made',
      to: { job: job.name, places: places.length },
    });
    return succeed({ id });
  });
}

/** Asks for one more print: a job of the same file, placed as before, with the recipe of the last print as it is now, and what is tried. */
export async function printAgain(
  ctx: Ctx,
  id: string,
  { overrides = {} }: { readonly overrides?: Values | undefined } = {},
): Promise<Result<{ id: string; name: string }, ReferenceFailure | CheckFailure | RequestFailure>> {
  return inTransaction<{ id: string; name: string }, ReferenceFailure | CheckFailure | RequestFailure>(
    ctx,
    async (inside) => {
      // held until the end: of two people who ask at once the second prints after the first
      const [part] = await inside.db.select().from(referencePart).where(eq(referencePart.id, id)).for('update');
      if (!part) return fail({ code: 'noReference' });
      const prints = await printsOf(inside, id);
      const last = (await jobAsPrinted(inside, prints.at(-1)!.jobId))!;
      const made = await makeJob(inside, {
        title: `${part.name}, print ${prints.length + 1}`,
        class: last.class,
        quantity: 1,
        purpose: last.purpose,
        machineId: last.recipe.machineId,
        toolId: last.recipe.toolId,
        materialId: last.recipe.materialId,
        processId: last.recipe.processId,
        overrides: { ...last.recipe.overrides, ...overrides },
        roles: last.recipe.roles,
        fileSha: last.fileSha,
        fileName: last.fileName,
        mesh: last.mesh,
      });
      if (!made.ok) return made;
      await inside.db.insert(referencePrint).values({ jobId: made.value.id, partId: id, at: ctx.clock.now() });
      await recordEvent(inside, { ...eventOf(part), what: 'printed again', to: made.value.name });
      return made;
    },
  );
}

/** Adds a look at a print; a look that it corrects no longer counts. */
export async function noteLook(
  ctx: Ctx,
  id: string,
  { jobId, scores, note, corrects }: InferType<typeof lookSchema>,
): Promise<Result<{ id: string }, ReferenceFailure>> {
  const part = await findReference(ctx, id);
  if (!part) return fail({ code: 'noReference' });
  const strange = Object.keys(scores).find((key) => !part.places.some((p) => p.key === key));
  if (strange !== undefined) return fail({ code: 'noPlace', place: strange });
  if (!(await printsOf(ctx, id)).some((p) => p.jobId === jobId)) return fail({ code: 'notOfIt' });
  const job = (await jobAsPrinted(ctx, jobId))!;
  if (!job.isPrinted) return fail({ code: 'notPrintedYet', name: job.name });
  return inTransaction<{ id: string }, ReferenceFailure>(ctx, async (inside) => {
    if (corrects !== null) {
      const [known] = await inside.db.select().from(referenceLook).where(eq(referenceLook.id, corrects));
      if (known?.jobId !== jobId) return fail({ code: 'notOfIt' });
    }
    const lookId = ctx.newId();
    const [row] = await inside.db
      .insert(referenceLook)
      .values({
        ...{ id: lookId, jobId, scores, note, corrects },
        ...{ byId: ctx.user.id, byName: ctx.user.name, at: ctx.clock.now() },
      })
      .onConflictDoNothing({ target: referenceLook.corrects })
      .returning();
    if (!row) return fail({ code: 'notOfIt' });
    await recordEvent(inside, {
      ...eventOf(part),
      what: corrects === null ? 'print scored' : 'score corrected',
      to: { job: job.name, ...scores },
      why: note || null,
    });
    return succeed({ id: lookId });
  });
}

async function findReference({ db }: Pick<Ctx, 'db'>, id: string) {
  const [row] = await db.select().from(referencePart).where(eq(referencePart.id, id));
  return row ?? null;
}
const printsOf = ({ db }: Pick<Ctx, 'db'>, id: string) =>
  db.select().from(referencePrint).where(eq(referencePrint.partId, id)).orderBy(asc(referencePrint.at));

/** Looks that count, by job: those that nobody has corrected. */
async function looksOf({ db }: Pick<Ctx, 'db'>, jobIds: readonly string[]): Promise<ReadonlyMap<string, Scoring[]>> {
  const rows = await db
    .select()
    .from(referenceLook)
    .where(inArray(referenceLook.jobId, [...jobIds]))
    .orderBy(asc(referenceLook.at));
  const corrected = new Set(rows.map((r) => r.corrects));
  const by = new Map<string, Scoring[]>(jobIds.map((id) => [id, []]));
  for (const { id, jobId, byId, byName, at, scores, note } of rows)
    if (!corrected.has(id)) by.get(jobId)!.push({ id, byId, byName, at: at.toISOString(), scores, note });
  return by;
}

/** A reference part with its prints side by side. */
export async function getReference(ctx: Pick<Ctx, 'db'>, id: string): Promise<Result<ReferencePage, ReferenceFailure>> {
  const part = await findReference(ctx, id);
  if (!part) return fail({ code: 'noReference' });
  const rows = (await printsOf(ctx, id)).slice(-MOST_PRINTS);
  const looks = await looksOf(ctx, rows.map((r) => r.jobId)); // prettier-ignore
  const prints: ReferencePrint[] = [];
  let before: LaidWith | null = null;
  const workOn = new Map<string, Awaited<ReturnType<typeof listMaintenance>>>();
  for (const { jobId } of rows) {
    const job = (await jobAsPrinted(ctx, jobId))!;
    const now = laidWith(job);
    const { machineId } = job.recipe;
    const work = workOn.get(machineId) ?? (await listMaintenance(ctx, machineId, rows[0]!.at));
    workOn.set(machineId, work);
    const own = looks.get(jobId)!;
    const scored = prints.filter((p) => p.looks.length > 0);
    const against = (other: ReferencePrint | undefined): Against | null =>
      other && own.length > 0 ? setAgainst(part.places, other, own) : null;
    prints.push({
      jobId,
      jobName: job.name,
      state: job.state,
      isPrinted: job.isPrinted,
      at: job.at.toISOString(),
      machineName: job.sheet?.machine.name ?? '',
      materialName: job.sheet?.recipe.material.name ?? '',
      timeS: job.estimate && lastsOf(job.estimate),
      massG: job.estimate?.massG ?? null,
      changed: before && now ? changedSince(before, now, work) : [],
      looks: own,
      pictures: job.pictures,
      means: Object.fromEntries(
        part.places.flatMap(({ key }) => {
          const at = scoresAt(own, key);
          return at.length > 0 ? [[key, mean(at)]] : [];
        }),
      ),
      againstLast: against(scored.at(-1)),
      againstFirst: scored.length > 1 ? against(scored[0]) : null,
    });
    before = now ?? before;
  }
  const { name, technology, fileName, places, madeByName, madeAt } = part;
  return succeed({ id, name, technology, fileName, places, madeByName, madeAt: madeAt.toISOString(), prints });
}
const scoresAt = (looks: readonly Scoring[], key: string): number[] =>
  looks.flatMap((l) => (l.scores[key] === undefined ? [] : [l.scores[key]]));

function setAgainst(
  places: ReferencePage['places'],
  { jobName: name, looks }: ReferencePrint,
  now: readonly Scoring[],
): Against {
  const step = analyseStep(
    places.map(({ key }) => ({ feature: key, before: scoresAt(looks, key), after: scoresAt(now, key) })),
  );
  if (!step.ok) return { name, refusal: step.failure.what };
  const { interval: _, ...rest } = step.value;
  return { name, ...rest };
}

/** What a print's verdict was pinned to; null where it has none yet. */
const laidWith = ({ at, sheet }: JobAsPrinted): LaidWith | null =>
  sheet && {
    at,
    values: sheet.recipe.values ?? {},
    names: {
      machine: sheet.machine.name,
      tool: sheet.recipe.tool.name,
      material: sheet.recipe.material.name,
      process: sheet.recipe.process.name,
    },
    lot: sheet.machine.loaded?.lot ?? null,
  };

/** Reference parts, those printed last first. */
export async function listReferences({ db }: Pick<Ctx, 'db'>): Promise<ReferenceRow[]> {
  const last = max(referencePrint.at);
  const rows = await db
    .select({ part: referencePart, prints: sql<number>`count(*)::int`, last })
    .from(referencePart)
    .innerJoin(referencePrint, eq(referencePrint.partId, referencePart.id))
    .groupBy(referencePart.id)
    .orderBy(desc(last));
  return rows.map(({ part: { places, madeBy: _by, madeAt: _at, ...part }, prints, last: lastAt }) => ({
    ...part,
    prints,
    places: places.length,
    lastAt: lastAt!.toISOString(),
  }));
}
