import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import pg from 'pg';
import { migrateAll } from '../platform/db/migrate.ts';

/** Something whoever keeps the service must mend. */
export class NotKept extends Error {}

/** What a backup holds, table by table: rows, and a sum over them that is another if any of them is. */
export type Contents = Readonly<Record<string, { readonly rows: number; readonly digest: string }>>;
export interface Manifest {
  readonly format: 1;
  readonly at: string;
  readonly dumpSha256: string;
  readonly dumpBytes: number;
  /** Last step of the schema that the records had been brought to. */
  readonly schemaAt: number;
  readonly tables: Contents;
}
const DUMP = 'cantiere.dump';
const MANIFEST = 'manifest.json';
const APP_ROLE = 'cantiere_app';
/** Entries of the queue come and go with the checks they are of; `rescueChecks` makes anew what is missing. */
/** Tables that hold the farm; marks of writing are for the pages of one database and no record. */
const OURS = `n.nspname in ('public', 'drizzle') and c.relname <> 'write_mark'`;

/** Keeps everything that the database holds in a new folder, consistent as of one moment, while the farm is at work. */
export async function backUp(ownerUrl: string, folder: string): Promise<Manifest> {
  if (existsSync(folder)) throw new NotKept(`${folder} is there already; name a folder that is not`);
  const unfinished = `${folder}.part`;
  rmSync(unfinished, { recursive: true, force: true });
  mkdirSync(unfinished, { recursive: true, mode: 0o700 });
  try {
    const manifest = await backUpInto(ownerUrl, unfinished);
    renameSync(unfinished, folder); // whole or not at all
    return manifest;
  } catch (error) {
    rmSync(unfinished, { recursive: true, force: true });
    throw error;
  }
}
async function backUpInto(ownerUrl: string, folder: string): Promise<Manifest> {
  const dump = path.join(folder, DUMP);
  const manifest = await connected(ownerUrl, async (client) => {
    await client.query('begin isolation level repeatable read read only');
    const { rows } = await client.query<{ id: string }>('select pg_export_snapshot() id');
    await carryOut('pg_dump', ownerUrl, [
      '--format=custom',
      '--no-owner',
      `--snapshot=${rows[0]!.id}`,
      `--file=${dump}`,
    ]);
    const dumped = await digestOf(dump);
    return {
      ...{ format: 1 as const, at: new Date().toISOString(), dumpSha256: dumped.sha256, dumpBytes: dumped.bytes },
      ...{ schemaAt: await schemaAt(client), tables: await contentsOf(client) },
    };
  });
  writeFileSync(path.join(folder, MANIFEST), JSON.stringify(manifest, null, 2), { mode: 0o600 });
  return manifest;
}

/** Puts a backup into an empty database, holds it against what was counted when it was made, and brings an older schema forward. */
export async function restore(folder: string, ownerUrl: string, migrations = 'drizzle'): Promise<Manifest> {
  const manifest = await readManifest(folder);
  if (manifest.schemaAt > newestOf(migrations))
    throw new NotKept(`${folder} is of a newer version of the application; restore it with that one`);
  await connected(ownerUrl, async (client) => {
    const there = Object.keys(await contentsOf(client));
    if (there.length > 0)
      throw new NotKept(`the database holds ${there.length} tables already; a backup goes into an empty one`);
    const { rowCount } = await client.query('select from pg_roles where rolname = $1', [APP_ROLE]);
    if (!rowCount)
      throw new NotKept(`the server has no role ${APP_ROLE}; make it first, as the application signs in by it`);
  });
  await carryOut('pg_restore', ownerUrl, [
    '--no-owner',
    '--exit-on-error',
    '--single-transaction',
    `--dbname=${databaseOf(ownerUrl)}`,
    path.join(folder, DUMP),
  ]);
  const other = await verify(folder, ownerUrl);
  if (other.length > 0) throw new NotKept(`what was restored is not what was kept: ${other.join('; ')}`);
  await migrateAll(ownerUrl, migrations);
  return manifest;
}

/** What of a database is not as a backup of it says; nothing where all is. */
export async function verify(folder: string, ownerUrl: string): Promise<string[]> {
  const { tables } = await readManifest(folder);
  const there = await connected(ownerUrl, contentsOf);
  return [...new Set([...Object.keys(tables), ...Object.keys(there)])].sort().flatMap((table) => {
    const [kept, is] = [tables[table], there[table]];
    if (!is) return [`${table} is not there`];
    if (!kept) return [`${table} was not kept`];
    if (kept.rows !== is.rows) return [`${table} has ${is.rows} rows for ${kept.rows}`];
    return kept.digest === is.digest ? [] : [`${table}: a row of ${is.rows} is another`];
  });
}

/** What a backup says it holds; refused where its file is not the one that was written. */
async function readManifest(folder: string): Promise<Manifest> {
  const file = path.join(folder, MANIFEST);
  if (!existsSync(file)) throw new NotKept(`${folder} is no backup: it has no ${MANIFEST}`);
  const manifest = JSON.parse(readFileSync(file, 'utf8')) as Manifest;
  if ((manifest.format as number) !== 1)
    throw new NotKept(`${folder} is of a format that this version does not read (${String(manifest.format)})`);
  const { sha256 } = await digestOf(path.join(folder, DUMP));
  if (sha256 !== manifest.dumpSha256)
    throw new NotKept(`${path.join(folder, DUMP)} is spoilt: it is not what was written`);
  return manifest;
}

/** Rows of each table, and the sum of their hashes: the order in which they are read does not matter. */
async function contentsOf(client: pg.Client): Promise<Contents> {
  // as text whatever server and session are set to
  await client.query(
    `set timezone = 'UTC'; set datestyle = 'ISO'; set bytea_output = 'hex'; set extra_float_digits = 1; set intervalstyle = 'iso_8601'`,
  );
  const { rows: tables } = await client.query<{ name: string }>(
    `select format('%I.%I', n.nspname, c.relname) name from pg_class c join pg_namespace n on n.oid = c.relnamespace where c.relkind = 'r' and ${OURS} order by 1`,
  );
  const contents: Record<string, Contents[string]> = {};
  for (const { name } of tables) {
    const { rows } = await client.query<{ rows: string; digest: string }>(
      `select count(*) rows, coalesce(sum(hashtextextended(t::text, 0)::numeric), 0)::text digest from ${name} t`,
    );
    contents[name] = { rows: Number(rows[0]!.rows), digest: rows[0]!.digest };
  }
  return contents;
}

/** Last step of the schema that this version knows. */
const newestOf = (migrations: string): number => {
  const journal = JSON.parse(readFileSync(path.join(migrations, 'meta/_journal.json'), 'utf8')) as {
    readonly entries: readonly { readonly when: number }[];
  };
  return Math.max(0, ...journal.entries.map((e) => e.when));
};
async function schemaAt(client: pg.Client): Promise<number> {
  const { rows } = await client.query<{ at: string | null }>(
    'select max(created_at) at from drizzle.__drizzle_migrations',
  );
  return Number(rows[0]?.at ?? 0);
}

async function connected<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url });
  try {
    await client.connect();
  } catch (error) {
    throw new NotKept(`the database cannot be reached: ${(error as Error).message}`);
  }
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

const databaseOf = (url: string): string => decodeURIComponent(new URL(url).pathname.slice(1));

/** Runs a tool of the database; its password stands in no list of processes. */
async function carryOut(tool: string, url: string, args: readonly string[]): Promise<void> {
  const { hostname, port, username, password } = new URL(url);
  const child = spawn(tool, args, {
    stdio: ['ignore', 'ignore', 'pipe'],
    env: {
      ...{ PATH: process.env['PATH'], PGHOST: hostname, PGPORT: port || '5432', PGDATABASE: databaseOf(url) },
      ...{ PGUSER: decodeURIComponent(username), PGPASSWORD: decodeURIComponent(password) },
    },
  });
  const said: Buffer[] = [];
  child.stderr.on('data', (piece: Buffer) => said.push(piece));
  const code = await new Promise<number | null>((resolve, reject) => {
    child.once('error', (error) =>
      reject(new NotKept(`${tool} cannot be run (${error.message}); install the client tools of PostgreSQL`)),
    );
    child.once('close', resolve);
  });
  if (code !== 0)
    throw new NotKept(`${tool} ended with ${code}: ${Buffer.concat(said).toString().trim().split('\n')[0] ?? ''}`);
}

async function digestOf(file: string): Promise<{ readonly sha256: string; readonly bytes: number }> {
  if (!existsSync(file)) throw new NotKept(`${file} is not there`);
  const hash = createHash('sha256');
  let bytes = 0;
  for await (const piece of createReadStream(file)) {
    hash.update(piece as Buffer);
    bytes += (piece as Buffer).length;
  }
  return { sha256: hash.digest('hex'), bytes };
}
