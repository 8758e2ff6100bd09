import { alike } from '../grown/alike.ts';
import type { Farm } from './setup.ts';

/** So many records more, each like one that is there, but for some columns; `i` counts them. */
export const copies = (
  { pool }: Pick<Farm, 'pool'>,
  many: number,
  table: string,
  of: string,
  set: Readonly<Record<string, string>>,
): Promise<void> => alike(pool, table, 'id = $1', [of], [1, many], { id: 'gen_random_uuid()::text', ...set });
