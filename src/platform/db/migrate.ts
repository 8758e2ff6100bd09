import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import PgBoss from 'pg-boss';
import { queues } from '../jobs/queues.ts';
import { openPool } from './client.ts';

/** Brings the schema forward and makes the queues, as the owner; the application's role may neither. */
export async function migrateAll(ownerUrl: string, folder: string): Promise<void> {
  const pool = openPool(ownerUrl);
  try {
    await migrate(drizzle(pool), { migrationsFolder: folder });
    const boss = new PgBoss({ connectionString: ownerUrl, supervise: false, schedule: false });
    boss.on('error', () => undefined);
    await boss.start();
    for (const name of queues) await boss.createQueue(name);
    await boss.stop({ graceful: false });
    await pool.query(
      `GRANT USAGE ON SCHEMA pgboss TO cantiere_app; GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA pgboss TO cantiere_app; GRANT USAGE, SELECT ON ALL SEQUENCES IN SCHEMA pgboss TO cantiere_app; GRANT EXECUTE ON ALL FUNCTIONS IN SCHEMA pgboss TO cantiere_app`,
    );
  } finally {
    await pool.end();
  }
}
