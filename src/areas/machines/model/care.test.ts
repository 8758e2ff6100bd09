import { describe, expect, test } from 'vitest';
import { careDue, careMoves, careStates, wrongWith, type CareTriggers, type UsedSince } from './care.ts';
import { careTemplates } from './careTemplates.ts';
import { mayMove } from '../../../core/states/moves.ts';
import { maintenanceFor } from './maintenance.ts';
import { careTaskSchema } from './schemas.ts';

const now = new Date('2026-05-04T08:00:00Z');
const none: CareTriggers = { hours: null, prints: null, days: null, afterFailure: false, afterChange: [] };
const used = (over: Partial<UsedSince> = {}): UsedSince => ({
  ...{ at: '2026-04-04T08:00:00Z', hours: 0, prints: 0, failures: 0, changes: [] },
  ...over,
});
const due = (t: Partial<CareTriggers>, u: Partial<UsedSince>) => {
  const { state, says } = careDue({ triggers: { ...none, ...t } }, used(u), now, (kind) => `${kind} changed`);
  return [state, says];
};

describe('a care task is due', () => {
  test.each([
    [{ hours: 400 }, { hours: 359.9 }, 'in time', '359 of 400 h printed'],
    [{ hours: 400 }, { hours: 360 }, 'soon', '360 of 400 h printed'],
    [{ hours: 400 }, { hours: 400 }, 'due', '400 of 400 h printed'],
    [{ hours: 0.01 }, { hours: 0.0099 }, 'soon', '0 of 0.01 h printed'],
    [{ prints: 30 }, { prints: 31 }, 'due', '31 of 30 prints'],
    [{ days: 30 }, {}, 'due', '30 of 30 days'],
    [{ days: 31 }, {}, 'soon', '30 of 31 days'],
    // by whichever comes first
    [{ hours: 400, prints: 30, days: 90 }, { hours: 100, prints: 28 }, 'soon', '28 of 30 prints'],
    [{ afterFailure: true, hours: 400 }, { failures: 2 }, 'due', '2 prints have failed since'],
    [{ afterFailure: true }, { prints: 900 }, 'on demand', 'nothing has happened since'],
    [{ afterChange: ['nozzle'] as const }, { changes: ['nozzle'] as const }, 'due', 'nozzle changed since'],
    [{ afterChange: ['nozzle'] as const }, { changes: ['bed'] as const }, 'on demand', 'nothing has happened since'],
    [{}, { hours: 9999 }, 'on demand', 'when it is needed'],
  ])('%j after %j: %s, %s', (t, u, state, says) => {
    expect(due(t, u)).toEqual([state, says]);
  });
});

test('a reading counts to its ends and not beyond', () => {
  const reading = { label: 'Play', unit: 'mm', min: 0, max: 0.1 };
  expect([0, 0.1, -0.01, 0.11].map((v) => wrongWith(reading, v) === null)).toEqual([true, true, false, false]);
});

test('a round ends once, done or given up', () => {
  const may = (act: keyof typeof careMoves) => careStates.filter((s) => mayMove(careMoves[act], s));
  expect({ finish: may('finish'), giveUp: may('giveUp') }).toEqual({ finish: ['under way'], giveUp: ['under way'] });
});

test.each(['filament', 'resin'] as const)(
  'every template for %s could be written by hand, and counts as work there is',
  async (technology) => {
    for (const task of Object.values(careTemplates[technology])) {
      await careTaskSchema.validate(task, { strict: true });
      expect(maintenanceFor(technology)).toContain(task.kind);
      for (const kind of task.triggers.afterChange) expect(maintenanceFor(technology)).toContain(kind);
    }
  },
);
