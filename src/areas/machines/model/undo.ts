import type { MachineCard } from './pages.ts';

interface Act {
  readonly path: string;
  readonly body: object;
}

type Undo =
  | { readonly path: 'load'; readonly body: { readonly code: string; readonly head: number } }
  | { readonly path: 'unload'; readonly body: { readonly head: number } }
  | { readonly path: 'retire'; readonly body: { readonly isRetired: boolean; readonly why: string } };

/** The act that takes another back on a machine as it was before; null where nothing does. A tool that is put back counts as a change of
 *  nozzle again, a spool that was received stays received, and work that was logged stays logged. */
export function undoOf({ path, body }: Act, before: Pick<MachineCard, 'loaded' | 'others'>): Undo | null {
  const head = 'head' in body && typeof body.head === 'number' ? body.head : 0;
  const loaded = head === 0 ? before.loaded : (before.others.find((o) => o.tool === head)?.loaded ?? null);
  switch (path) {
    case 'load':
      return loaded ? { path: 'load', body: { code: loaded.code, head } } : { path: 'unload', body: { head } };
    case 'unload':
      return loaded && { path: 'load', body: { code: loaded.code, head } };
    case 'retire':
      return { path, body: { isRetired: !('isRetired' in body && body.isRetired === true), why: '' } };
    default:
      return null;
  }
}
