import { sql } from 'drizzle-orm';
import PgBoss from 'pg-boss';
import type { Db } from '../db/client.ts';
import { log } from '../log.ts';
import type { Queue } from './queues.ts';

let sender: Promise<PgBoss> | null = null;

async function start(): Promise<PgBoss> {
  const boss = new PgBoss({ connectionString: process.env['DATABASE_URL']!, migrate: false, supervise: false, schedule: false });
  boss.on('error', (error) => log('warn', 'queue', { message: error.message }));
  return boss.start();
}

/** Puts a job on a queue in the caller's transaction, so that row, job and notice stand or fall together. */
export async function enqueue(db: Db, queue: Queue, payload: object): Promise<void> {
  sender ??= start().catch((error: unknown) => { sender = null; throw error; });
  const boss = await sender;
  await boss.send(queue, payload, {
    retryLimit: 5, retryDelay: 2, expireInSeconds: 900,
    db: { executeSql: async (text: string, values: unknown[]) => { const r = await db.execute(parametrised(text, values)); return { rows: r.rows as never[], rowCount: r.rowCount ?? 0 } as never; } },
  });
}

/** Turns "$1, $2" and values into a drizzle statement. */
function parametrised(text: string, values: unknown[]) {
  const pieces = text.split(/\$(\d+)/);
  return sql.join(pieces.map((piece, i) => (i % 2 === 0 ? sql.raw(piece) : sql`${values[Number(piece) - 1]}`)));
}
