import type { FloorRow } from '../model/pages.ts';
import { forOnePage } from '../../../platform/db/bySets.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { log } from '../../../platform/log.ts';
import { listFloor } from './floor.ts';

const EVERY_MS = 1000;
type Watcher = (text: string) => void;
const watchers = new Set<Watcher>();
let shown = new Map<string, string>();
let isLooking = false;

/** What has changed on the floor since it was looked at last, a row a line. One look a second serves everybody who watches this process. */
export function changedRows(
  before: ReadonlyMap<string, string>,
  now: readonly FloorRow[],
): [Map<string, string>, string[]] {
  const after = new Map(now.map((row) => [row.id, JSON.stringify(row)]));
  return [after, [...after].filter(([id, text]) => before.get(id) !== text).map(([, text]) => text)];
}

async function look(ctx: Pick<Ctx, 'db' | 'clock' | 'reads'>): Promise<void> {
  if (isLooking) return;
  isLooking = true;
  while (watchers.size > 0) {
    try {
      const [after, changed] = changedRows(shown, await listFloor(forOnePage(ctx)));
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
export function watchFloor(ctx: Pick<Ctx, 'db' | 'clock' | 'reads'>, watcher: Watcher): () => void {
  watchers.add(watcher);
  void look(ctx);
  return () => watchers.delete(watcher);
}
