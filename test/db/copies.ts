import type { Farm } from './setup.ts';

/** So many records more, each like one that is there, but for some columns; `i` counts them. */
export async function copies(
  farm: Pick<Farm, 'pool'>,
  many: number,
  table: string,
  of: string,
  set: Readonly<Record<string, string>>,
): Promise<void> {
  const { rows } = await farm.pool.query<{ name: string }>(
    `select column_name as name from information_schema.columns where table_schema = 'public' and table_name = $1 and is_identity = 'NO' and is_generated = 'NEVER'`,
    [table],
  );
  const columns = rows.map((r) => r.name);
  const values = columns.map((c) => (c === 'id' ? 'gen_random_uuid()::text' : (set[c] ?? `"${c}"`)));
  await farm.pool.query(
    `insert into "${table}" (${columns.map((c) => `"${c}"`).join(', ')})
     select ${values.join(', ')} from "${table}", generate_series(1, ${many}) i where id = $1`,
    [of],
  );
}
