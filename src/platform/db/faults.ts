/** Why a statement could not be carried out for now, by the code the server gave (SQLSTATE, PostgreSQL's Appendix A) and never by its
 *  words: the database cannot be reached, is held up, takes nothing more, or has no room. */
export type DatabaseFault = 'down' | 'busy' | 'readOnly' | 'full';

/** The pool had no connection to give: all are taken, or the server answers none. */
export class NoConnection extends Error {
  constructor(
    readonly fault: DatabaseFault,
    cause: unknown,
  ) {
    super('no connection to the database', { cause });
  }
}

const BY_CODE: Readonly<Record<string, DatabaseFault>> = {
  '55P03': 'busy', // lock_not_available
  '57014': 'busy', // query_canceled: by its time limit
  '40001': 'busy', // serialization_failure
  '40P01': 'busy', // deadlock_detected
  '25P03': 'busy', // idle_in_transaction_session_timeout
  '25006': 'readOnly', // read_only_sql_transaction
  '53100': 'full', // disk_full
};
const BY_CLASS: Readonly<Record<string, DatabaseFault>> = {
  '08': 'down', // connection exceptions
  '57': 'down', // operator intervention: shutting down, starting up, crashed
  '53': 'busy', // insufficient resources: connections, memory
  '58': 'full', // system errors: it cannot write its files
};
const SQLSTATE = /^[0-9A-Z]{5}$/;
/** What node says of a socket. */
const SOCKET = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOENT', 'EHOSTUNREACH', 'ENOTFOUND']);

/** What kept a statement from being carried out; null where the failure is not the database's. */
export function databaseFaultOf(error: unknown): DatabaseFault | null {
  for (let e: unknown = error; typeof e === 'object' && e !== null; e = (e as { cause?: unknown }).cause) {
    if (e instanceof NoConnection) return e.fault;
    const { code, cause, query } = e as { code?: unknown; cause?: unknown; query?: unknown };
    if (typeof code === 'string' && SOCKET.has(code)) return 'down';
    if (typeof code === 'string' && SQLSTATE.test(code)) return BY_CODE[code] ?? BY_CLASS[code.slice(0, 2)] ?? null;
    // a statement that failed without a word of the server's lost its connection
    if (typeof query === 'string' && cause instanceof Error && !('code' in cause)) return 'down';
  }
  return null;
}
