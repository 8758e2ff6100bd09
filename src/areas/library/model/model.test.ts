import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { catalogue } from '../settings/catalogue.ts';
import { numberOf, type Setting, type SettingValue, type Values } from '../settings/define.ts';
import { layerNearPixelMm } from '../settings/resinProcess.ts';
import { mergeValues } from './merge.ts';
import { orderOf, resolveValues, valuesOf } from './resolve.ts';
import { checkValues, parseSetting, showValue, slipText } from './values.ts';

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
    expect(
      catalogue.filter((s) => s.owners.includes('process') && s.owners.includes('material')).map((s) => s.key),
    ).toEqual([]);
  });
  test('formulas read settings that exist', () => {
    const keys = new Set(catalogue.map((s) => s.key));
    for (const s of catalogue)
      if ('formula' in s && s.formula) for (const key of s.formula.reads) expect(keys).toContain(key);
  });
});

test.each(catalogue.flatMap((s) => ('formula' in s && s.formula ? [[s.key, s.formula] as const] : [])))(
  'the formula of %s reads only what it names',
  (_, formula) => {
    const read = new Set<string>();
    const watched = new Proxy(
      {},
      {
        get: (_target, key) => {
          read.add(String(key));
          return 1;
        },
      },
    );
    formula.compute(watched);
    expect([...read].filter((key) => !formula.reads.includes(key))).toEqual([]);
  },
);

describe('resolving', () => {
  const level = (kind: 'pairing' | 'material' | 'process', name: string, own: Values) => ({
    kind,
    name,
    profileId: name,
    own,
  });
  test('the first level with a value wins and says what it beat', () => {
    const e = resolveValues([level('pairing', 'p', { flow: 0.96 }), level('material', 'm', { flow: 0.98 })]).get(
      'flow',
    )!;
    expect([e.value, e.winner!.level, e.beaten.map((b) => b.value)]).toEqual([0.96, 'p', [0.98]]);
  });
  test('a formula works from what won and says how', () => {
    const e = resolveValues([{ kind: 'tool', name: 't', profileId: 't', own: { nozzleDiameterMm: 0.4 } }]).get(
      'lineWidthMm',
    )!;
    expect([e.value, e.winner!.kind]).toEqual([0.44, 'formula']);
  });
});

describe('resolving any chain', () => {
  const numbers = catalogue.filter((c) => c.type === 'number');
  const own = fc
    .array(fc.tuple(fc.constantFrom(...numbers.map((n) => n.key)), fc.integer({ min: 1, max: 99 })), { maxLength: 12 })
    .map((pairs): Values => Object.fromEntries(pairs));
  const chain = fc
    .array(own, { minLength: 1, maxLength: 6 })
    .map((all) => all.map((o, i) => ({ kind: 'process' as const, name: `p${i}`, profileId: `p${i}`, own: o })));
  const plain = (levels: Parameters<typeof resolveValues>[0]) =>
    [...resolveValues(levels)].map(([key, e]) => [key, e.value, e.winner?.level ?? null]);
  test('gives the same result every time', () =>
    fc.assert(
      fc.property(chain, (levels) => {
        expect(plain(levels)).toEqual(plain(levels));
      }),
      { seed: 21 },
    ));
  test('names exactly one winner per setting that has a value, and it gave that value', () => {
    fc.assert(
      fc.property(chain, (levels) => {
        for (const [key, e] of resolveValues(levels)) {
          expect(e.winner === null).toBe(e.value === null);
          const first = levels.find((l) => l.own[key] !== undefined);
          if (first)
            expect([e.winner!.profileId, e.value, e.beaten.length]).toEqual([
              first.profileId,
              first.own[key],
              levels.filter((l) => l.own[key] !== undefined).length - 1,
            ]);
          else if (e.winner) expect(['formula', 'default']).toContain(e.winner.kind);
        }
      }),
      { seed: 22 },
    );
  });
  test('removing an own value gives the nearest parent’s, or else formula or default', () => {
    fc.assert(
      fc.property(chain, fc.nat(), (levels, pick) => {
        const keys = Object.keys(levels[0]!.own);
        if (keys.length === 0) return;
        const key = keys[pick % keys.length]!;
        const { [key]: _, ...rest } = levels[0]!.own;
        const after = resolveValues([{ ...levels[0]!, own: rest }, ...levels.slice(1)]).get(key)!;
        const parent = levels.slice(1).find((l) => l.own[key] !== undefined);
        if (parent) expect([after.value, after.winner!.profileId]).toEqual([parent.own[key], parent.profileId]);
        else expect(['formula', 'default', undefined]).toContain(after.winner?.kind);
      }),
      { seed: 23 },
    );
  });
  test('merging disjoint edits equals applying both', () => {
    fc.assert(
      fc.property(own, own, own, (base, a, b) => {
        const mine = { ...base, ...a };
        const theirs = { ...base, ...Object.fromEntries(Object.entries(b).filter(([key]) => !(key in a))) };
        expect(mergeValues(base, theirs, mine)).toEqual({ merged: { ...theirs, ...a }, conflicts: [] });
      }),
      { seed: 24 },
    );
  });
  test('a cell of the line-kind table falls back through its parents to the machine', () => {
    const r = resolveValues([
      { kind: 'process', name: 'p', profileId: 'p', own: { visibleWallSpeedMmPerS: 40 } },
      { kind: 'printer', name: 'q', profileId: 'q', own: { accelerationMmPerS2: 900 } },
    ]);
    expect([
      r.get('supportSpeedMmPerS')!.value,
      r.get('solidFillSpeedMmPerS')!.value,
      r.get('supportContactAccelerationMmPerS2')!.value,
    ]).toEqual([60, 60, 900]);
  });
  test.each([
    [0.034, 0.03],
    [0.028, 0.03],
    [0.024, 0.02],
    [0.022, 0.02],
    [0.004, 0.01],
  ])('pixels of %f mm suggest layers of %f mm, near the pixel (practice)', (pixelMm, layerMm) => {
    expect(
      numberOf(
        valuesOf(resolveValues([{ kind: 'printer', name: 'p', profileId: null, own: { pixelMm } }])),
        'resinLayerMm',
      ),
    ).toBe(layerMm);
    expect(layerNearPixelMm(pixelMm)).toBe(layerMm);
  });
  test('dark time adds pauses and stages: 6 mm at 72 mm/min is 5 s; 2 mm at 50 and 4 mm at 200 mm/min is 2.4 + 1.2 s (practice)', () => {
    const time = (own: Values): SettingValue | null =>
      resolveValues([
        {
          kind: 'process',
          name: 'p',
          profileId: 'p',
          own: { pauseBeforeLiftS: 0, pauseAtTopS: 0, pauseBeforeExposureS: 0, ...own },
        },
      ]).get('darkTimeS')!.value;
    expect(
      time({ liftFirstMm: 6, liftFirstMmPerS: 72 / 60, returnFirstMm: 6, returnFirstMmPerS: 72 / 60 }),
    ).toBeCloseTo(10, 6);
    expect(
      time({
        liftFirstMm: 2,
        liftFirstMmPerS: 50 / 60,
        liftSecondMm: 4,
        liftSecondMmPerS: 200 / 60,
        returnSecondMmPerS: 6,
      }),
    ).toBeCloseTo(2.4 + 1.2 + 1, 6);
  });
  test.each([
    [0.24, 0.04, 6],
    [0.24, 0.03, 8],
    [0.28, 0.04, 7],
  ])('a bottom of %f mm at %f mm takes %i layers (practice)', (z, h, n) => {
    expect(
      resolveValues([
        { kind: 'process', name: 'p', profileId: 'p', own: { bottomThicknessMm: z, resinLayerMm: h } },
      ]).get('bottomLayers')!.value,
    ).toBe(n);
  });
  test('formulas that read each other in a circle are refused', () => {
    const cell = (key: string, reads: string): Setting => ({
      ...(numbers[0] as Extract<Setting, { type: 'number' | 'integer' }>),
      key,
      formula: { reads: [reads], text: '', compute: () => null },
    });
    expect(() => orderOf([cell('a', 'b'), cell('b', 'c'), cell('c', 'a')])).toThrow('reads itself');
    expect(orderOf([cell('a', 'b'), cell('b', 'x')]).map((s) => s.key)).toEqual(['b', 'a']);
  });
});

describe('typing', () => {
  test.each([
    ['visibleWallSpeedMmPerS', '3600 mm/min', '60 mm/s'],
    ['layerHeightMm', '250um', '0.25 mm'],
    ['nozzleRangeC', '240 to 260', '240 to 260 °C'],
    ['enclosure', 'yes', 'yes'],
  ])('%s reads "%s" as %s', (key, text, shown) => {
    const setting = catalogue.find((s) => s.key === key)!;
    const value = parseSetting(setting, text);
    expect(value.ok && showValue(setting, value.value)).toBe(shown);
  });
  test('50 µm typed as 50 is stopped by the typing guard and says to check the unit', () => {
    const value = parseSetting(
      catalogue.find((s) => s.key === 'layerHeightMm')!,
      '50',
    );
    expect(value.ok ? '' : value.failure.todo).toContain('check the unit');
  });
  test.each([
    ['layerHeightMm', '50', 0.2, 'did you mean 0.05 mm?'],
    ['nozzleC', '2240', 224, 'did you mean 224 °C?'],
    ['walls', '33333', null, 'type 1 to 50'],
    ['layerHeightMm', '50 %', 0.2, 'type it in mm'],
    ['visibleWallSpeedMmPerS', '5400', 90, 'did you mean 90 mm/s?'],
  ] as const)('%s "%s" is stopped and says: %s', (key, text, before, said) => {
    const value = parseSetting(
      catalogue.find((s) => s.key === key)!,
      text,
      before,
    );
    expect(value.ok ? 'read' : value.failure.todo).toContain(said);
  });
  test('a figure ten times what stood there is asked about, not refused', () => {
    const height = catalogue.find((s) => s.key === 'layerHeightMm')!;
    expect([slipText(height, 2, 0.2), slipText(height, 0.02, 0.2), slipText(height, 0.25, 0.2)]).toEqual([
      'just 10 times 0.2 mm, which stood here: meant so?',
      'just a tenth of 0.2 mm, which stood here: meant so?',
      null,
    ]);
  });
  test('a value in a profile that may not own it is refused', () =>
    expect(checkValues('process', { flow: 1 }).ok).toBe(false));
  test.each([
    ['bedOutline', '0 0; 220 0; 220', '"220" is no corner of an outline'],
    ['bedOutline', '0 0; 220 0', '"0 0; 220 0" is no corner of an outline'],
    ['unprintableZones', '0 0 30; 1 2 3 4', '"0 0 30" is no rectangle'],
    ['purgePlaces', 'in front', '"in front" is no rectangle'],
  ])('%s written as “%s” is refused by the part that is wrong', (key, text, what) => {
    const read = checkValues('printer', { [key]: text });
    expect(read.ok ? '' : read.failure.what).toContain(what);
  });
});

describe('merging', () => {
  const values = fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), fc.integer({ min: 0, max: 3 }));
  test('loses nothing: each side’s changes are in the result or in a conflict', () => {
    fc.assert(
      fc.property(values, values, values, (base, theirs, mine) => {
        const { merged, conflicts } = mergeValues(base, theirs, mine);
        const disputed = new Set(conflicts.map((c) => c.key));
        for (const key of ['a', 'b', 'c', 'd']) {
          if (disputed.has(key)) continue;
          if (mine[key] !== base[key]) expect(merged[key]).toBe(mine[key]);
          else expect(merged[key]).toBe(theirs[key]);
        }
      }),
      { seed: 7 },
    );
  });
  test('is the same conflict from either side', () => {
    fc.assert(
      fc.property(values, values, values, (b, t, m) => {
        expect(
          mergeValues(b, t, m)
            .conflicts.map((c) => c.key)
            .sort(),
        ).toEqual(
          mergeValues(b, m, t)
            .conflicts.map((c) => c.key)
            .sort(),
        );
      }),
      { seed: 8 },
    );
  });
});
