import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { catalogue } from '../settings/catalogue.ts';
import type { Values } from '../settings/define.ts';
import { mergeValues } from './merge.ts';
import { resolveValues } from './resolve.ts';
import { checkValues, parseSetting, showValue } from './values.ts';

describe('the catalogue', () => {
  test.each(catalogue.map((s) => [s.key, s] as const))('%s has help, owners and a guard', (_, s) => {
    expect(s.what.length).toBeGreaterThan(8);
    expect(s.tooLow.length).toBeGreaterThan(4);
    expect(s.tooHigh.length).toBeGreaterThan(4);
    expect(s.owners.length).toBeGreaterThan(0);
    if ('range' in s) expect(s.range[0]).toBeLessThan(s.range[1]);
  });
  test('keys are unique', () => expect(new Set(catalogue.map((s) => s.key)).size).toBe(catalogue.length));
  test('no setting is owned by both process and material', () => {
    expect(catalogue.filter((s) => s.owners.includes('process') && s.owners.includes('material')).map((s) => s.key)).toEqual([]);
  });
  test('formulas read settings that exist', () => {
    const keys = new Set(catalogue.map((s) => s.key));
    for (const s of catalogue) if ('formula' in s && s.formula) for (const key of s.formula.reads) expect(keys).toContain(key);
  });
});

describe('resolving', () => {
  const level = (kind: 'pairing' | 'material' | 'process', name: string, own: Values) => ({ kind, name, profileId: name, own });
  test('the first level with a value wins and says what it beat', () => {
    const e = resolveValues([level('pairing', 'p', { flow: 0.96 }), level('material', 'm', { flow: 0.98 })]).get('flow')!;
    expect([e.value, e.winner!.level, e.beaten.map((b) => b.value)]).toEqual([0.96, 'p', [0.98]]);
  });
  test('a formula works from what won and says how', () => {
    const e = resolveValues([{ kind: 'tool', name: 't', profileId: 't', own: { nozzleDiameterMm: 0.4 } }]).get('lineWidthMm')!;
    expect([e.value, e.winner!.kind]).toEqual([0.44, 'formula']);
  });
});

describe('typing', () => {
  test.each([['visibleWallSpeedMmPerS', '3600 mm/min', '60 mm/s'], ['layerHeightMm', '250um', '0.25 mm'], ['nozzleRangeC', '240 to 260', '240 to 260 °C'], ['enclosure', 'yes', 'yes']])('%s reads "%s" as %s', (key, text, shown) => {
    const setting = catalogue.find((s) => s.key === key)!, value = parseSetting(setting, text);
    expect(value.ok && showValue(setting, value.value)).toBe(shown);
  });
  test('50 µm typed as 50 is stopped by the typing guard and says to check the unit', () => {
    const value = parseSetting(catalogue.find((s) => s.key === 'layerHeightMm')!, '50');
    expect(value.ok ? '' : value.failure.todo).toContain('check the unit');
  });
  test('a value in a profile that may not own it is refused', () => expect(checkValues('process', { flow: 1 }).ok).toBe(false));
});

describe('merging', () => {
  const values = fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), fc.integer({ min: 0, max: 3 }));
  test('loses nothing: each side’s changes are in the result or in a conflict', () => {
    fc.assert(fc.property(values, values, values, (base, theirs, mine) => {
      const { merged, conflicts } = mergeValues(base, theirs, mine);
      const disputed = new Set(conflicts.map((c) => c.key));
      for (const key of ['a', 'b', 'c', 'd']) {
        if (disputed.has(key)) continue;
        if (mine[key] !== base[key]) expect(merged[key]).toBe(mine[key]);
        else expect(merged[key]).toBe(theirs[key]);
      }
    }), { seed: 7 });
  });
  test('is the same conflict from either side', () => {
    fc.assert(fc.property(values, values, values, (b, t, m) => {
      expect(mergeValues(b, t, m).conflicts.map((c) => c.key).sort()).toEqual(mergeValues(b, m, t).conflicts.map((c) => c.key).sort());
    }), { seed: 8 });
  });
});
