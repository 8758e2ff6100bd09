import type { FloorRow } from '../model/pages.ts';
import { forOnePage } from '../../../platform/db/bySets.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { log } from '../../../platform/log.ts';
import { listFloor } from './floor.ts';

const EVERY_MS = 1000;
type Watcher = (text: string) => void;
const watchers = new Set<Watcher>();
let shown: Shown = new Map();
let isLooking = false;

/** Rows as they were shown last: the text of each field, by its name. */
type Shown = ReadonlyMap<string, Readonly<Record<string, string>>>;

/** What has changed on the floor since it was looked at last, a row a line, without what stands as it was: of a hundred who watch three hundred
 *  prints each hears all of them every second. One look a second serves everybody who watches this process. */
export function changedRows(before: Shown, now: readonly FloorRow[]): [Shown, string[]] {
  const after = new Map(
    now.map((row) => [row.id, Object.fromEntries(Object.entries(row).map(([key, v]) => [key, JSON.stringify(v)]))]),
  );
  const changed = [...after].flatMap(([id, row]) => {
    const shown = before.get(id);
    const fields = Object.entries(row).filter(([key, text]) => shown?.[key] !== text);
    if (fields.length === 0) return [];
    return `{"id":${JSON.stringify(id)}${fields.map(([key, text]) => (key === 'id' ? '' : `,"${key}":${text}`)).join('')}}`;
  });
  return [after, changed];
}

async function look({ db, clock }: Pick<Ctx, 'db' | 'clock'>): Promise<void> {
  if (isLooking) return;
  isLooking = true;
  while (watchers.size > 0) {
    try {
      const [after, changed] = changedRows(shown, await listFloor(forOnePage({ db, clock })));
      shown = after;
      // one message a look: a hundred watchers of three hundred machines would be thirty thousand of them a second
      if (changed.length > 0) for (const watcher of watchers) watcher(`[${changed.join(',')}]`);
    } catch (error) {
      log('warn', 'floor', { error });
    }
    await new Promise((next) => {
      setTimeout(next, EVERY_MS);
    });
  }
  shown = new Map();
  isLooking = false;
}

/** Tells whoever watches the rows of the floor that change, at most once a second. */
export function watchFloor(ctx: Pick<Ctx, 'db' | 'clock'>, watcher: Watcher): () => void {
  watchers.add(watcher);
  void look(ctx);
  return () => watchers.delete(watcher);
}
