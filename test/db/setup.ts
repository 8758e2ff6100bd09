import { deepStrictEqual } from 'node:assert';
import { randomUUID } from 'node:crypto';
import { drizzle } from 'drizzle-orm/node-postgres';
import type pg from 'pg';
import { remakeDatabase, startCluster } from '../../scripts/cluster.mjs';
import { migrateAll } from '../../src/platform/db/migrate.ts';
import { verifyKept } from '../../src/platform/db/kept.ts';
import { closeDatabase, openPool } from '../../src/platform/db/client.ts';
import { storeFile } from '../../src/platform/files/store.ts';
import type { Ctx, PersonRole } from '../../src/platform/db/context.ts';
import { steppedClock, type Clock } from '../../src/platform/clock.ts';

// whatever a page says from what is kept is read anew here, and must be the same
verifyKept(deepStrictEqual);
/** Where the reading itself is counted. */
export async function withoutVerifying(work: () => Promise<unknown>): Promise<void> {
  verifyKept(null);
  await work();
  verifyKept(deepStrictEqual);
}

/** Farms that a test file has opened. */
export const openFarms = new Set<Farm>();

export interface Farm {
  readonly pool: pg.Pool;
  readonly ownerUrl: string;
  readonly clock: Clock & { set(to: Date): void };
  readonly as: (role: PersonRole, name?: string) => Ctx;
  close(): Promise<void>;
}

/** A fresh migrated database of a real PostgreSQL for one test file, and contexts for people of each role. */
export async function freshFarm(name: string): Promise<Farm> {
  const cluster = await startCluster('pg-test', { fast: true });
  const { appUrl, ownerUrl } = remakeDatabase(cluster, `t_${name}`);
  await migrateAll(ownerUrl, 'drizzle');
  process.env['DATABASE_URL'] = appUrl;
  const pool = openPool(appUrl);
  const clock = steppedClock(new Date('2026-11-20T08:00:00Z'));
  const as = (role: PersonRole, person: string = role): Ctx => ({
    db: drizzle(pool),
    user: { id: `u-${person}`, name: person, role },
    clock,
    newId: randomUUID,
  });
  const farm: Farm = {
    ...{ pool, ownerUrl, clock, as },
    // what a route has opened is of this farm: the next one's are its own
    close: async () => {
      openFarms.delete(farm);
      await closeDatabase();
      await pool.end();
    },
  };
  openFarms.add(farm);
  return farm;
}

export function unwrap<T>(result: { ok: true; value: T } | { ok: false; failure: unknown }): T {
  if (!result.ok) throw new Error(JSON.stringify(result.failure));
  return result.value;
}

/** Which refusal something ended in. */
export const codeOf = (result: { ok: true } | { ok: false; failure: { readonly code: string } }): string =>
  result.ok ? 'none' : result.failure.code;

/** Makes the person of a role somebody of the farm who can sign in: what belongs to people wants them to be there. */
export async function joins(farm: Farm, role: PersonRole): Promise<Ctx> {
  const ctx = farm.as(role);
  const { id, name } = ctx.user;
  await farm.pool.query(`insert into "user" (id, name, email, role) values ($1, $2, $3, $4)`, [
    ...[id, name, `${name}@quelmora.example.org`, role],
  ]);
  await farm.pool.query(
    `insert into account (id, account_id, provider_id, user_id, password) values ($1, $1, 'credential', $1, 'none')`,
    [id],
  );
  return ctx;
}

/** Bytes kept as a file, as if they had been uploaded. */
export const keepBytes = async (ctx: Ctx, bytes: Uint8Array): Promise<{ sha256: string; size: number }> =>
  unwrap(
    await storeFile(
      ctx,
      (async function* () {
        yield bytes;
      })(),
    ),
  );

/** Whatever a test has left on plates is taken off, and nothing has a machine any more. */
export async function emptyPlates({ pool }: Farm): Promise<void> {
  await pool.query(
    `update print set state = case when state = 'under way' then 'stopped' else state end, ended_at = coalesce(ended_at, now()), cleared_at = now() where cleared_at is null`,
  );
  await pool.query(
    `update machine set state = 'ready', stop = null where state in ('printing', 'stopped', 'waiting to be cleared', 'unknown')`,
  );
}

/** What comes of work while somebody holds tables: it meets the lock, not by luck. */
export async function whileHeld<T>({ ownerUrl }: Farm, tables: string, work: () => Promise<T>): Promise<T> {
  const holder = openPool(ownerUrl);
  const client = await holder.connect();
  try {
    await client.query(`begin; lock table ${tables} in access exclusive mode`);
    return await work();
  } finally {
    await client.query('rollback');
    client.release();
    await holder.end();
  }
}
