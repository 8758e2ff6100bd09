/** A kind of plain data that is stored for years: what its schema is now, and how one of an older schema becomes the next. */
export interface StoredKind {
  readonly name: string;
  readonly schema: number;
  /** From schema 1 to 2, from 2 to 3, and so on; data without a number is of schema 1. */
  readonly upgrades: readonly ((stored: never) => unknown)[];
}
/** Data of a schema that this program cannot read. */
export class UnreadableSchema extends Error {
  override name = 'UnreadableSchema';
}

/** Data as they are stored, with the number of their schema. */
export const toStored = (kind: StoredKind, data: object): object => ({ schema: kind.schema, ...data });

/** Stored data as they are read now: upgraded step by step, or refused with the schema they would need; never read as if they were new. */
export function fromStored<T>(kind: StoredKind, stored: unknown): T {
  if (typeof stored !== 'object' || stored === null)
    throw new UnreadableSchema(`${kind.name}: what is stored is no object`);
  const { schema = 1, ...data } = stored as { readonly schema?: unknown };
  if (!Number.isInteger(schema) || (schema as number) < 1 || (schema as number) > kind.schema)
    throw new UnreadableSchema(
      `${kind.name} of schema ${String(schema)} is stored; this program reads schemas 1 to ${kind.schema}: update it`,
    );
  return kind.upgrades
    .slice((schema as number) - 1)
    .reduce<unknown>((now, upgrade) => upgrade(now as never), data) as T;
}
