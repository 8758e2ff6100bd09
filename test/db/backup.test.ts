import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { remakeDatabase, startCluster } from '../../scripts/cluster.mjs';
import { logMaintenance } from '../../src/areas/machines/server/index.ts';
import { backUp, NotKept, restore, verify } from '../../src/operate/backup.ts';
import { migrateAll } from '../../src/platform/db/migrate.ts';
import { openPool } from '../../src/platform/db/client.ts';
import { benchFarm, planFlow, type Bench } from './benchFarm.ts';
import { freshFarm, keepBytes, unwrap, type Farm } from './setup.ts';

let farm: Farm;
let bench: Bench;
const folder = mkdtempSync(path.join(tmpdir(), 'backup-'));
const kept = path.join(folder, 'kept');
/** An empty database beside the farm's. */
const empty = async (name: string): Promise<string> =>
  remakeDatabase(await startCluster('pg-test', { fast: true }), `t_backup_${name}`).ownerUrl;
const asked = async <T extends object>(url: string, text: string): Promise<T[]> => {
  const pool = openPool(url);
  try {
    return (await pool.query<T>(text)).rows;
  } finally {
    await pool.end();
  }
};

beforeAll(async () => {
  farm = await freshFarm('backup');
  bench = await benchFarm(farm);
  unwrap(await planFlow(farm.as('technician'), bench));
  await keepBytes(farm.as('technician'), new Uint8Array(3e6).fill(7));
});
afterAll(async () => {
  await farm.close();
  rmSync(folder, { recursive: true });
});

test('a backup taken while people write is of one moment, and is restored elsewhere row by row', async () => {
  let isOver = false;
  let written = 0;
  const writing = (async () => {
    while (!isOver) {
      unwrap(await logMaintenance(farm.as('technician'), bench.m.id, 'cleaning', `round ${++written}`));
      await new Promise(setImmediate);
    }
  })();
  while (written < 5) await new Promise(setImmediate);
  const manifest = await backUp(farm.ownerUrl, kept);
  isOver = true;
  await writing;
  const { rows: rounds } = manifest.tables['public.maintenance']!;
  expect(rounds).toBeGreaterThanOrEqual(5);
  expect(rounds).toBeLessThan(written);
  const elsewhere = await empty('elsewhere');
  await restore(kept, elsewhere);
  expect(await verify(kept, elsewhere)).toEqual([]);
  expect(Number((await asked<{ n: string }>(elsewhere, 'select count(*) n from maintenance'))[0]!.n)).toBe(rounds);
  expect((await asked<{ n: string }>(elsewhere, 'select sum(length(bytes)) n from file_chunk'))[0]!.n).toBe(3e6);
});
test('a table that lost a row, or holds another, is named', async () => {
  const other = await empty('other');
  await restore(kept, other);
  await asked(other, `update profile set notes = 'changed' where name = 'Plain'`);
  await asked(other, `delete from maintenance where id in (select id from maintenance limit 1)`);
  expect(await verify(kept, other)).toEqual([
    expect.stringMatching(/^public\.maintenance has \d+ rows for \d+$/),
    expect.stringMatching(/^public\.profile: a row of \d+ is another$/),
  ]);
});
test('nothing is put over records that are there, and nothing is written over a backup', async () => {
  await expect(restore(kept, farm.ownerUrl)).rejects.toThrow(
    /holds \d+ tables already; a backup goes into an empty one/,
  );
  await expect(backUp(farm.ownerUrl, kept)).rejects.toThrow(
    new NotKept(`${kept} is there already; name a folder that is not`),
  );
  expect(await verify(kept, farm.ownerUrl)).not.toEqual([]); // the farm has gone on
});
test('a backup that was spoilt is refused before anything is restored', async () => {
  const spoilt = path.join(folder, 'spoilt');
  cpSync(kept, spoilt, { recursive: true });
  truncateSync(path.join(spoilt, 'cantiere.dump'), 100_000);
  const into = await empty('spoilt');
  await expect(restore(spoilt, into)).rejects.toThrow('cantiere.dump is spoilt: it is not what was written');
  expect(await asked(into, `select from pg_tables where schemaname = 'public'`)).toEqual([]);
  await expect(restore(folder, into)).rejects.toThrow('is no backup: it has no manifest.json');
});
test('a database that cannot be reached leaves no folder behind', async () => {
  const none = path.join(folder, 'none');
  await expect(backUp('postgres://a:b@127.0.0.1:1/c', none)).rejects.toThrow('the database cannot be reached');
  expect([existsSync(none), existsSync(`${none}.part`)]).toEqual([false, false]);
});
test('a backup of an older version is brought forward as it is restored', async () => {
  const older = path.join(folder, 'migrations');
  cpSync('drizzle', older, { recursive: true });
  const journal = path.join(older, 'meta/_journal.json');
  const { entries, ...rest } = JSON.parse(readFileSync(journal, 'utf8')) as { entries: { tag: string }[] };
  const before = entries.findIndex((e) => e.tag.endsWith('out_of_date'));
  writeFileSync(journal, JSON.stringify({ ...rest, entries: entries.slice(0, before) }));
  const [was, is] = [await empty('older'), await empty('newer')];
  await migrateAll(was, older);
  await asked(
    was,
    `insert into "user" (id, name, email, role) values ('u', 'Noor Haddad', 'noor@quelmora.example', 'lead')`,
  );
  await expect(restore(kept, is, older)).rejects.toThrow('is of a newer version of the application');
  const old = path.join(folder, 'old');
  await backUp(was, old);
  await restore(old, is);
  expect(await asked(is, `select name from "user"`)).toEqual([{ name: 'Noor Haddad' }]);
  expect(
    await asked(
      is,
      `select column_name from information_schema.columns where table_name = 'job' and column_name = 'out_of_date'`,
    ),
  ).toHaveLength(1);
});
