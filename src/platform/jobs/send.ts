import { asChecked } from '../../core/result/checked.ts';
import PgBoss from 'pg-boss';
import type { Db } from '../db/client.ts';
import { log } from '../log.ts';
import type { Queue } from './queues.ts';

let sender: Promise<PgBoss> | null = null;

async function start(): Promise<PgBoss> {
  const boss = new PgBoss({
    max: 2,
    connectionString: process.env['DATABASE_URL']!,
    migrate: false,
    supervise: false,
    schedule: false,
  });
  boss.on('error', (error) => log('warn', 'queue', { error }));
  return boss.start();
}

/** Puts a job on a queue in the caller's transaction, so that row, job and notice stand or fall together. */
export async function enqueue(db: Db, queue: Queue, payload: object): Promise<void> {
  sender ??= start().catch((error: unknown) => {
    sender = null;
    throw error;
  });
  const boss = await sender;
  await boss.send(queue, payload, {
    retryLimit: 5,
    retryDelay: 2,
    expireInSeconds: 900,
    db: { executeSql: (text: string, values: unknown[]) => clientOf(db).query(text, values) as never },
  });
}

/** The connection a drizzle handle speaks over: its transaction's client, else the pool. */
function clientOf(db: Db): { query(text: string, values: unknown[]): Promise<unknown> } {
  return asChecked<{ session: { client: { query(text: string, values: unknown[]): Promise<unknown> } } }>(db).session
    .client;
}
