import DataLoader from 'dataloader';
import type { Ctx } from './context.ts';

type Reader = Pick<Ctx, 'reads'>;

/** A reader for one page: whatever its parts ask for at the same moment is asked by one statement, and nothing is asked twice. It is thrown
 *  away with the page, since it would not see what is written meanwhile. */
export const forOnePage = <C extends object & Partial<Reader>>(ctx: C): C & Reader =>
  ctx.reads ? ctx : { ...ctx, reads: {} };

/** What each of several asks for: at the same moment within a page, one after another elsewhere, where a transaction has one connection. */
export async function readEach<T, V>(ctx: Reader, of: readonly T[], read: (one: T) => Promise<V>): Promise<V[]> {
  if (ctx.reads) return Promise.all(of.map(read));
  const found: V[] = [];
  for (const one of of) found.push(await read(one));
  return found;
}

/** Reads records one by one or many at a time, both by `set`: within a page those asked for at the same moment together and none twice, elsewhere
 *  what each call asks for. */
export function bySets<R extends Reader, K, V>(
  set: (ctx: R, keys: readonly K[]) => Promise<ReadonlyMap<string, V>>,
  nameOf: (key: K) => string,
) {
  const loaders = new WeakMap<object, DataLoader<K, V | null, string>>();
  const loaderOf = (ctx: R, page: object): DataLoader<K, V | null, string> => {
    const known = loaders.get(page);
    if (known) return known;
    const batch = async (keys: readonly K[]): Promise<(V | null)[]> => {
      const found = await set(ctx, keys);
      return keys.map((k) => found.get(nameOf(k)) ?? null);
    };
    const made = new DataLoader(batch, { cacheKeyFn: nameOf });
    loaders.set(page, made);
    return made;
  };
  return {
    one: async (ctx: R, key: K): Promise<V | null> =>
      ctx.reads ? loaderOf(ctx, ctx.reads).load(key) : ((await set(ctx, [key])).get(nameOf(key)) ?? null),
    many: async (ctx: R, keys: readonly K[]): Promise<ReadonlyMap<string, V>> => {
      const { reads } = ctx;
      if (!reads) return set(ctx, keys);
      const found = await Promise.all(
        keys.map(async (key) => [nameOf(key), await loaderOf(ctx, reads).load(key)] as const),
      );
      return new Map(found.flatMap(([name, value]) => (value === null ? [] : [[name, value] as const])));
    },
  };
}
/** The same of records that are known by their id. */
export const byIds = <R extends Reader, V>(set: (ctx: R, ids: readonly string[]) => Promise<ReadonlyMap<string, V>>) =>
  bySets(set, (id: string) => id);
/** A read of something that there is one of. */
export function onceOnPage<R extends Reader, V>(read: (ctx: R) => Promise<V>): (ctx: R) => Promise<V> {
  const { one } = byIds(async (ctx: R) => new Map([[THE_ONE, { value: await read(ctx) }]]));
  return async (ctx) => (await one(ctx, THE_ONE))!.value;
}
const THE_ONE = '';
