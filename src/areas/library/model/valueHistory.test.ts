import { describe, expect, test } from 'vitest';
import { inForceOn, valueHistory, type Release } from './valueHistory.ts';

const on = (day: string, value: number | null, over: Partial<Release> = {}): Release => ({
  at: `2026-${day}T08:00:00.000Z`,
  value,
  by: 'Livia',
  why: '',
  ...over,
});
const lines = (history: ReturnType<typeof valueHistory>) =>
  history.map((h) => `${h.at.slice(5, 10)} ${String(h.value)} ${h.origin ?? 'nothing'}`);
const trial = (name: string) => ({ trial: { id: name, name } });

describe('the history of a value', () => {
  test('tells the newest first: what was released, and what a trial set above it', () => {
    const history = valueHistory([
      { name: 'pairing', releases: [on('06-01', 248, trial('T-1'))] },
      { name: 'own', releases: [on('03-01', 246), on('08-01', 244)] },
    ]);
    expect(lines(history)).toEqual(['06-01 248 pairing', '03-01 246 own']);
    expect(history[0]!.trial).toEqual({ id: 'T-1', name: 'T-1' });
  });
  test('follows a parent while the profile says nothing, and no longer once it does', () => {
    const history = valueHistory([
      { name: 'own', releases: [on('02-01', null), on('05-01', 60), on('09-01', null)] },
      { name: 'parent', releases: [on('01-01', 50), on('03-01', 55), on('07-01', 70)] },
    ]);
    expect(lines(history)).toEqual(['09-01 70 parent', '05-01 60 own', '03-01 55 parent', '01-01 50 parent']);
  });
  test('does not say the same twice: a value proven again keeps its day and names the newest proof', () => {
    const history = valueHistory([
      { name: 'pairing', releases: [on('06-01', 248, trial('T-1')), on('09-01', 248, trial('T-9'))] },
    ]);
    expect(lines(history)).toEqual(['06-01 248 pairing']);
    expect(history[0]!.trial?.name).toBe('T-9');
  });
  test('says where nothing holds any more, and nothing before anything was said', () => {
    expect(
      lines(valueHistory([{ name: 'own', releases: [on('01-01', null), on('02-01', 5), on('04-01', null)] }])),
    ).toEqual(['04-01 null nothing', '02-01 5 own']);
    expect(valueHistory([])).toEqual([]);
  });
});
describe('what was in force', () => {
  const history = valueHistory([{ name: 'own', releases: [on('03-01', 246), on('08-01', 244)] }]);
  test.each([
    ['2026-02-28', null],
    ['2026-03-01', 246],
    ['2026-07-31', 246],
    ['2026-08-01', 244],
    ['2027-01-01', 244],
  ])('on %s is %s', (day, value) =>
    expect(inForceOn(history, new Date(`${day}T23:59:59.999Z`))?.value ?? null).toBe(value),
  );
});
