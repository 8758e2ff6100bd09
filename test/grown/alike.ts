import type pg from 'pg';

/** Records from one number on to another, each like those that a condition holds of, but for some columns; `i` is its number. */
export async function alike(
  pool: pg.Pool,
  table: string,
  where: string,
  values: readonly string[],
  [from, to]: readonly [number, number],
  set: Readonly<Record<string, string>>,
): Promise<void> {
  const { rows } = await pool.query<{ name: string }>(
    `select column_name as name from information_schema.columns where table_schema = 'public' and table_name = $1 and is_identity = 'NO' and is_generated = 'NEVER'`,
    [table],
  );
  const columns = rows.map((r) => r.name);
  await pool.query(
    `insert into "${table}" (${columns.map((c) => `"${c}"`).join(', ')})
     select ${columns.map((c) => set[c] ?? `o."${c}"`).join(', ')} from (select * from "${table}" where ${where}) o, generate_series(${from}, ${to}) i`,
    [...values],
  );
}
