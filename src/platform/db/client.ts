import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import { log } from '../log.ts';
import { databaseFaultOf, NoConnection } from './faults.ts';

export type Db = Omit<NodePgDatabase, '$client'>;

// int8 as number: counts and sizes here stay far below 2^53.
pg.types.setTypeParser(20, Number);

/** What a pool may take of the server, and for how long one statement may wait or run. */
export interface PoolLimits {
  readonly connections: number;
  readonly statementMs: number;
  readonly lockMs: number;
}
/** One pool for each kind of work: what hangs in one holds up no other. */
export const poolLimits = {
  /** Requests: somebody waits. */
  web: { connections: 20, statementMs: 8000, lockMs: 2500 },
  /** Prints: a device waits. */
  devices: { connections: 6, statementMs: 5000, lockMs: 2500 },
  /** Checks, the schema and the demo: large, and nobody waits. */
  work: { connections: 4, statementMs: 120_000, lockMs: 20_000 },
} as const satisfies Record<string, PoolLimits>;

const CONNECT_MS = 3000;
/** How much later than the server this side gives a statement up. */
const SERVER_SAYS_MS = 1500;
/** A transaction nobody goes on with must not hold its rows for ever. */
const IDLE_IN_TRANSACTION_MS = 30_000;

type Connected = (
  error: Error | undefined,
  client: pg.PoolClient | undefined,
  done: (release?: unknown) => void,
) => void;

/** A pool that says by a class of its own that it has no connection to give. */
class OpenPool extends pg.Pool {
  override connect(): Promise<pg.PoolClient>;
  override connect(then: Connected): void;
  override connect(then?: Connected): Promise<pg.PoolClient> | void {
    if (then) return super.connect((error, client, done) => then(error && this.without(error), client, done));
    return super.connect().catch((error: unknown) => {
      throw this.without(error);
    });
  }
  private without(error: unknown): NoConnection {
    const areAllTaken = this.options.max !== undefined && this.totalCount >= this.options.max;
    return new NoConnection(databaseFaultOf(error) ?? (areAllTaken ? 'busy' : 'down'), error);
  }
}

/** A pool that outlives the database: its death is logged, and the next query connects again. */
export function openPool(url: string, limits: PoolLimits = poolLimits.work): pg.Pool {
  const pool = new OpenPool({
    connectionString: url,
    max: limits.connections,
    connectionTimeoutMillis: CONNECT_MS,
    statement_timeout: limits.statementMs,
    lock_timeout: limits.lockMs,
    // a server that is frozen keeps no time of its own
    query_timeout: limits.statementMs + SERVER_SAYS_MS,
    idle_in_transaction_session_timeout: IDLE_IN_TRANSACTION_MS,
    keepAlive: true,
  });
  const isLost = (error: Error): void => log('warn', 'database connection lost', { error });
  pool.on('error', isLost);
  pool.on('connect', (client) => client.on('error', isLost)); // one that somebody holds, and that stands still, is nobody else's to hear
  return pool;
}

const shared = new Map<keyof typeof poolLimits, { pool: pg.Pool; db: Db }>();
/** The process's own pool on DATABASE_URL for one kind of work, opened on first use. */
export function database(work: keyof typeof poolLimits = 'web'): { pool: pg.Pool; db: Db } {
  const known = shared.get(work);
  if (known) return known;
  const url = process.env['DATABASE_URL'];
  if (!url) throw new Error('DATABASE_URL is not set; start with npm start');
  const pool = openPool(url, poolLimits[work]);
  const opened = { pool, db: drizzle(pool) };
  shared.set(work, opened);
  return opened;
}
/** Closes them: who asks next opens them on DATABASE_URL as it is then. */
export async function closeDatabase(): Promise<void> {
  const opened = [...shared.values()];
  shared.clear();
  await Promise.all(opened.map(({ pool }) => pool.end()));
}
