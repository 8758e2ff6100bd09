import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { asTyped, plainFigures, toCanonicalText, showFigure, type Figures } from './figures.ts';
import { parseQuantity } from './parse.ts';

const abroad: Figures = { speed: 'mm/min', smallLength: 'µm', temperature: '°F', decimal: 'comma', money: null };
describe('figures as a person reads them', () => {
  test('plain figures are the canonical ones', () =>
    expect([showFigure(0.25, 'length', 5, plainFigures), showFigure(60, 'speed', 1000, plainFigures)]).toEqual([
      '0.25 mm',
      '60 mm/s',
    ]));
  test('speeds, small lengths and temperatures follow the person; large lengths do not', () => {
    expect([
      showFigure(60, 'speed', 1000, abroad),
      showFigure(0.25, 'length', 5, abroad),
      showFigure(220.5, 'length', 2000, abroad),
      showFigure(205, 'temperature', 550, abroad),
    ]).toEqual(['3600 mm/min', '250 µm', '220,5 mm', '401 °F']);
  });
  test('a bare figure means the person’s unit, a spelled one what it says', () => {
    const read = (text: string) => {
      const r = parseQuantity(toCanonicalText(text, 'speed', 1000, abroad), 'speed');
      return r.ok ? r.value.canonical : r.failure.code;
    };
    expect([read('3600'), read('60 mm/s'), read('1800,5'), read('1.200,5')]).toEqual([
      60,
      60,
      expect.closeTo(30.0083, 3),
      'comma',
    ]);
  });
  test('what is typed comes back into the field as it was typed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 99_999 }),
        fc.constantFrom('', ',5', ',25'),
        fc.constantFrom(' mm/s', ''),
        (whole, rest, unit) => {
          const typed = `${whole}${rest}${unit}`;
          expect(asTyped(toCanonicalText(typed, 'speed', 1000, abroad), 'speed', 1000, abroad)).toBe(typed);
        },
      ),
    );
  });
  test('a figure shown reads back as itself to the digits shown', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 500 }), (mmPerS) => {
        const r = parseQuantity(
          toCanonicalText(showFigure(mmPerS, 'speed', 1000, abroad), 'speed', 1000, abroad),
          'speed',
        );
        expect(r.ok && r.value.canonical).toBeCloseTo(mmPerS, 1);
      }),
    );
  });
});
