import { expect, test } from 'vitest';
import { jobOf } from '../../rules/cases.ts';
import { validContextFixture } from '../../rules/fixture.ts';
import { checkJob } from '../../rules/run.ts';
import { elsewhereCheckOf, inTheMiddle, rankMachines, type RankedMachine } from './elsewhere.ts';
import { asDrawn } from '../../../core/mesh/placement.ts';

const sheet = validContextFixture();
const on = (
  name: string,
  over: Partial<Omit<RankedMachine, 'check'>> & { check?: Partial<RankedMachine['check']> },
): RankedMachine => ({
  id: name,
  name,
  place: 'hall',
  state: 'ready',
  sheet,
  loaded: null,
  isLoaded: false,
  ...over,
  check: { verdict: 'clear', sentence: '', timeS: 100, unproven: 0, warnings: 0, ...over.check },
});
test('machines are ranked by verdict, then evidence, then what is loaded and free, then time', () => {
  const ranked = rankMachines([
    on('blocked', { check: { verdict: 'blocked', timeS: 1 } }),
    on('slow', { check: { timeS: 300 } }),
    on('unproven', { check: { unproven: 1 } }),
    on('loaded', { isLoaded: true, check: { timeS: 900 } }),
    on('busy', { state: 'printing' }),
    on('cautions', { check: { verdict: 'clear with cautions' } }),
    on('quick', {}),
  ]);
  expect(ranked.map((m) => m.name)).toEqual(['loaded', 'quick', 'slow', 'busy', 'unproven', 'cautions', 'blocked']);
});
test('what only says that nobody has proven it there counts as unproven, other warnings do not', () => {
  const proven = jobOf({ when: '', finds: [] }).job;
  expect(elsewhereCheckOf(checkJob(proven))).toMatchObject({ verdict: 'clear', unproven: 0, warnings: 0 });
  const unproven = elsewhereCheckOf(checkJob({ ...proven, context: { ...proven.context, proofs: {} } }));
  expect(unproven.unproven).toBeGreaterThan(0);
  const slow = jobOf({ when: '', finds: [], job: { fileName: `${'a'.repeat(60)}.gcode` } }).job;
  expect(elsewhereCheckOf(checkJob(slow))).toMatchObject({ unproven: 0 });
  expect(elsewhereCheckOf(checkJob(slow)).warnings).toBeGreaterThan(0);
});
test('a part goes to the middle of the other plate, turned and scaled as it was', () => {
  const choice = { unit: null, placement: { ...asDrawn(10, 20), turnDeg: [0, 90, 0] as const } };
  const { placement } = inTheMiddle(choice, sheet);
  const [x, y] = sheet.machine.travelMm;
  expect(placement).toEqual({ ...choice.placement, xMm: x / 2, yMm: y / 2 });
});
