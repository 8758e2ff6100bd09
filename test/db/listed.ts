import type { Cell, ListColumn, ListPage } from '../../src/core/lists/list.ts';
import type { Ctx } from '../../src/platform/db/context.ts';
import { listPage, type ListSpec } from '../../src/platform/lists/page.ts';
import { listQuestion } from '../../src/platform/lists/question.ts';
import { tableLines } from '../../src/platform/lists/routes.ts';

type Reader = Pick<Ctx, 'db'>;
/** A page of a list as an address asks for it. */
export const listed = <T, K extends string>(
  ctx: Reader,
  list: ListSpec<T, K>,
  query: Readonly<Record<string, string>> = {},
): Promise<ListPage<T>> => listPage(ctx, list, listQuestion(query));

/** What stands in one column of a page. */
export async function cellsListed<T, K extends string>(
  ctx: Reader,
  list: ListSpec<T, K>,
  column: NoInfer<K>,
  query: Readonly<Record<string, string>> = {},
): Promise<Cell[]> {
  const { of }: ListColumn<T> = list.columns[column];
  return (await listed(ctx, list, query)).rows.map((r) => of(r));
}

export async function tableOfList<T, K extends string>(
  ctx: Reader,
  list: ListSpec<T, K>,
  query: Readonly<Record<string, string>> = {},
): Promise<string[]> {
  let text = '';
  for await (const part of tableLines(ctx, list, query)) text += part;
  return text.trimEnd().split('\r\n');
}
