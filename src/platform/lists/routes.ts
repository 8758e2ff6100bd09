import { object, string } from 'yup';
import { csvLine } from '../../core/formats/csv.ts';
import { LIST_WORDS, type ListColumn, type ListPage } from '../../core/lists/list.ts';
import { succeed } from '../../core/result/result.ts';
import type { Ctx, PersonRole } from '../db/context.ts';
import { reading } from '../http/endpoint.ts';
import { eachOf, listPage, type ListSpec } from './page.ts';
import { listQuestion } from './question.ts';

interface ListRoute<T, K extends string> {
  /** Least role that may read it. */
  readonly role: PersonRole;
  readonly list: ListSpec<T, K>;
}
/** What a list is asked in its address, its choices by their columns; what it does not know leaves it as it is. */
const asksOf = <T, K extends string>(list: ListSpec<T, K>) =>
  object<Record<string, string | undefined>>(
    Object.fromEntries(
      [
        ...LIST_WORDS,
        ...Object.entries<ListColumn<T>>(list.columns).flatMap(([key, { isFacet }]) => (isFacet ? [key] : [])),
      ].map((name) => [name, string()]),
    ),
  );
/** A page of a list, as its address asks for it. */
export const listOf = <T, K extends string>({ role, list }: ListRoute<T, K>) =>
  reading({
    role,
    query: asksOf(list),
    run: async ({ ctx, query }) => succeed<ListPage<T>>(await listPage(ctx, list, listQuestion(query))),
  });

/** All rows of a list as a table file, sent while they are read. */
export const tableOf = <T, K extends string>({ role, list, name }: ListRoute<T, K> & { readonly name: string }) =>
  reading({
    role,
    query: asksOf(list),
    database: 'streamed',
    run: ({ ctx, query }) =>
      Promise.resolve(
        new Response(asStream(tableLines(ctx, list, query)), {
          headers: {
            'content-type': 'text/csv; charset=utf-8',
            'content-disposition': `attachment; filename="${name}.csv"`,
          },
        }),
      ),
  });

/** A header and a line for each record. */
export async function* tableLines<T, K extends string>(
  ctx: Pick<Ctx, 'db'>,
  list: ListSpec<T, K>,
  query: Readonly<Record<string, string | undefined>>,
): AsyncGenerator<string> {
  const columns = Object.values<ListSpec<T, K>['columns'][K]>(list.columns);
  yield `${csvLine(columns.map((c) => c.title))}\r\n`;
  for await (const rows of eachOf(ctx, list, listQuestion(query)))
    yield rows.map((row) => `${csvLine(columns.map((c) => c.of(row)))}\r\n`).join('');
}

function asStream(parts: AsyncGenerator<string>): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  return new ReadableStream({
    pull: async (to) => {
      const part = await parts.next();
      if (part.done) to.close();
      else to.enqueue(encoder.encode(part.value));
    },
    cancel: async () => {
      await parts.return(undefined);
    },
  });
}
