import type { MachineCard } from './pages.ts';

interface Act {
  readonly path: string;
  readonly body: { readonly head?: number; readonly isRetired?: boolean };
}

/** The act that takes another back on a machine as it was before; null where nothing does. A tool that is put back counts as a change of
 *  nozzle again, a spool that was received stays received, and work that was logged stays logged. */
export function undoOf(
  { path, body }: Act,
  before: Pick<MachineCard, 'loaded' | 'others'>,
): { readonly path: string; readonly body: object } | null {
  const head = body.head ?? 0;
  const loaded = head === 0 ? before.loaded : (before.others.find((o) => o.tool === head)?.loaded ?? null);
  switch (path) {
    case 'load':
      return loaded ? { path: 'load', body: { code: loaded.code, head } } : { path: 'unload', body: { head } };
    case 'unload':
      return loaded && { path: 'load', body: { code: loaded.code, head } };
    case 'retire':
      return { path, body: { isRetired: body.isRetired !== true, why: '' } };
    default:
      return null;
  }
}
