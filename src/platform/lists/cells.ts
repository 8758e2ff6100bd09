import { sql, type SQL } from 'drizzle-orm';

/** A number as records are called by it: "T-0042". */
export const numbered = (prefix: string, number: SQL): SQL =>
  sql`${prefix}::text || lpad(${number}::text, greatest(4, length(${number}::text)), '0')`;
/** Texts as one that words are looked for in, whatever their case and accents. */
export const searchable = (...cells: readonly SQL[]): SQL =>
  sql`folded(concat_ws(' ', ${sql.join([...cells], sql`, `)}))`;
/** What each of a few values is called. */
export const worded = (value: SQL, words: readonly (readonly [value: string, word: string])[]): SQL =>
  sql`case ${value} ${sql.join(
    words.map(([of, word]) => sql`when ${of} then ${word}`),
    sql` `,
  )} end`;
