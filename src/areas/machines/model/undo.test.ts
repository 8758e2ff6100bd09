import { expect, test } from 'vitest';
import type { MachineCard } from './pages.ts';
import { undoOf } from './undo.ts';

const spool = (code: string): NonNullable<MachineCard['loaded']> => ({
  ...{ id: 'm', name: 'Fienile PLA white', lot: '5510', remainingG: 890, code, containerId: code },
  ...{ at: '2026-11-01T08:00:00.000Z', byName: 'Tadeo' },
});
const one = { loaded: spool('S-1'), others: [] };
const two = { loaded: null, others: [{ tool: 1, mounted: null, loaded: spool('S-2'), proofs: [] }] };

test.each([
  ['loading over a spool by loading that again', 'load', {}, one, { path: 'load', body: { code: 'S-1', head: 0 } }],
  ['loading what was empty by unloading', 'load', { head: 0 }, two, { path: 'unload', body: { head: 0 } }],
  ['unloading by loading the same head', 'unload', { head: 1 }, two, { path: 'load', body: { code: 'S-2', head: 1 } }],
  [
    'retiring by restoring',
    'retire',
    { isRetired: true },
    one,
    { path: 'retire', body: { isRetired: false, why: '' } },
  ],
  [
    'restoring by retiring',
    'retire',
    { isRetired: false },
    one,
    { path: 'retire', body: { isRetired: true, why: '' } },
  ],
  ['unloading nothing by nothing', 'unload', { head: 0 }, two, null],
  ['mounting by nothing: the nozzle was changed', 'mount', { head: 0 }, one, null],
  ['receiving and loading by nothing: the spool is there', 'load-new', { head: 0 }, one, null],
  ['work that was logged by nothing', 'maintenance', {}, one, null],
] as const)('%s', (_, path, body, before, by) => expect(undoOf({ path, body }, before)).toEqual(by));
