import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import { log } from '../log.ts';

export type Db = Omit<NodePgDatabase, '$client'>;

// int8 as number: counts and sizes here stay far below 2^53.
pg.types.setTypeParser(20, Number);

/** A pool that outlives the database: its death is logged, and the next query connects again. */
export function openPool(url: string, max = 10): pg.Pool {
  // What hangs lets go by itself: a transaction nobody goes on with must not hold its rows for ever.
  const pool = new pg.Pool({
    connectionString: url,
    max,
    connectionTimeoutMillis: 5000,
    statement_timeout: 120_000,
    idle_in_transaction_session_timeout: 30_000,
  });
  pool.on('error', (error) => log('warn', 'database connection lost', { message: error.message }));
  return pool;
}

let shared: { pool: pg.Pool; db: Db } | undefined;
/** The process's own pool on DATABASE_URL, opened on first use. */
export function database(): { pool: pg.Pool; db: Db } {
  if (!shared) {
    const url = process.env['DATABASE_URL'];
    if (!url) throw new Error('DATABASE_URL is not set; start with npm start');
    const pool = openPool(url);
    shared = { pool, db: drizzle(pool) };
  }
  return shared;
}
