import { expect, test } from 'vitest';
import { asChecked } from '../../../core/result/checked.ts';
import type { MachineCard } from '../../machines/model/pages.ts';
import { proposalText, proposeMachine } from './proposeMachine.ts';

const machine = (name: string, change: Partial<MachineCard> = {}, proven = 1): MachineCard =>
  asChecked({
    name,
    state: 'ready',
    technology: 'filament',
    mounted: { name: '0.4 brass' },
    loaded: { name: 'Torba ASA black', lot: '1987' },
    proofs: [...Array.from({ length: proven }, () => ({ state: 'proven' })), { state: 'due' }],
    ...change,
  });

test('of the machines that stand ready the one with most valid evidence is proposed, with what is on it', () => {
  const found = proposeMachine([machine('Vodice'), machine('Pelmo', {}, 3), machine('Sella', {}, 2)])!;
  expect(proposalText(found)).toBe('Pelmo is proposed: free, with 0.4 brass and Torba ASA black, lot 1987.');
});
test.each([
  ['prints', { state: 'printing' }],
  ['has no tool', { mounted: null }],
  ['has nothing loaded', { loaded: null }],
  ['prints resin', { technology: 'resin' }],
] as const)('none is proposed that %s', (_, change) => expect(proposeMachine([machine('Sella', change)])).toBeNull());
