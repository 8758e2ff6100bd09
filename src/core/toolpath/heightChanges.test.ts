import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parseHeightChanges } from './heightChanges.ts';

describe('changes at heights', () => {
  test('are read with their place, in mm or by layer', () =>
    expect(parseHeightChanges('5 mm: nozzle 210 °C, fan 60 %; layer 40: speed 80\n12.5mm: pause')).toEqual({
      ok: true,
      value: [
        { at: { zMm: 5 }, set: { nozzle: 210, fan: 60 }, isPause: false },
        { at: { layer: 40 }, set: { speed: 80 }, isPause: false },
        { at: { zMm: 12.5 }, set: {}, isPause: true },
      ],
    }));
  test('may be none', () => expect(parseHeightChanges(' ')).toEqual({ ok: true, value: [] }));
  test.each([
    ['without a place', 'nozzle 210', 'change 1', 'cannot be read'],
    ['at the bed itself', '0 mm: fan 50', 'change 1', 'not above the bed'],
    ['that do not rise', '5 mm: fan 50; 5 mm: fan 60', 'change 2', 'does not lie above'],
    ['of something that cannot be set', '5 mm: colour 3', 'change 1', 'nothing that can be set'],
    ['beyond what can be', '5 mm: fan 130', 'change 1', 'fan 130 cannot be'],
    ['that set one thing twice', '5 mm: fan 10, fan 20', 'change 1', 'fan stands twice'],
    ['with a figure of two points', '5 mm: fan 1.2.3', 'change 1', 'cannot be'],
  ])('%s are refused by entry', (_, text, where, what) => {
    const r = parseHeightChanges(text);
    expect(r.ok).toBe(false);
    if (r.ok) return;
    expect(r.failure.where).toBe(where);
    expect(r.failure.what).toContain(what);
  });
  test('of any text are read or refused, never thrown at', () =>
    fc.assert(fc.property(fc.string({ maxLength: 80 }), (text) => typeof parseHeightChanges(text).ok === 'boolean')));
});
