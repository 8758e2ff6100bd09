import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { analyseDimensions, type LengthReading } from './dimensions/analysis.ts';
import { flow } from './flow/index.ts';
import { analyseHighestFlow } from './highestFlow/analysis.ts';
import { analyseLadder } from './ladder.ts';
import { overhang } from './overhang/index.ts';
import { analysePressure } from './pressure/analysis.ts';
import { analyseRetraction } from './retraction/analysis.ts';
import { analyseTemperature } from './temperature/analysis.ts';
import { retraction } from './retraction/index.ts';

const codeOf = (r: { ok: boolean; failure?: { code: string } }): string => (r.ok ? 'ok' : r.failure!.code);
const DISTANCES = [0, 0.25, 0.5, 0.75, 1, 1.25, 1.5, 1.75, 2];
const counted = (f: (d: number) => number, gaps: (d: number) => number = () => 0) =>
  DISTANCES.map((distanceMm) => ({ distanceMm, strings: f(distanceMm), gaps: gaps(distanceMm) }));

describe('retraction', () => {
  test('without noise the crossing of the accepted count is found for any curve', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 8, max: 40, noNaN: true }),
        fc.double({ min: 2, max: 4, noNaN: true }),
        fc.double({ min: 0, max: 0.5, noNaN: true }),
        (a, b, c) => {
          const r = analyseRetraction(
            counted((d) => a * Math.exp(-b * d) + c),
            1,
          );
          const crossing = Math.log(a / (1 - c)) / b;
          if (crossing > 2)
            expect(codeOf(r)).toBe('never'); // beyond the last band: nothing is stretched
          else expect(r.ok && r.value.value).toBeCloseTo(crossing, 4);
        },
      ),
    );
  });
  test('a higher accepted count asks for less', () => {
    const at = (accepted: number) => {
      const r = analyseRetraction(
        counted((d) => 20 * Math.exp(-2.5 * d)),
        accepted,
      );
      return r.ok ? r.value.value : NaN;
    };
    expect(at(3)).toBeLessThan(at(1));
  });
  test('the range ends before the first gap', () => {
    const r = analyseRetraction(
      counted(
        (d) => 20 * Math.exp(-3 * d),
        (d) => (d >= 1.75 ? 3 : 0),
      ),
      1,
    );
    expect(r.ok && [r.value.range.max, r.value.range.maxEnd, r.value.range.minEnd]).toEqual([
      1.5,
      'failedBeyond',
      'failedBeyond',
    ]);
  });
  test('the shortest distance that serves already was not seen to fail below', () => {
    const first = [2, 0].map((strings) => ({ distanceMm: 0, strings, gaps: 0 }));
    const rest = counted((d) => 0.8 * Math.exp(-2 * d)).slice(1);
    const r = analyseRetraction([...first, ...rest], 1.2);
    expect(r.ok && [r.value.value, r.value.range.minEnd]).toEqual([0, 'notTriedBeyond']);
  });
  test.each([
    ['too few distances', counted((d) => 9 - d).slice(0, 4), 'tooFew'],
    ['the same everywhere', counted(() => 7), 'constant'],
    ['strings that never end', counted((d) => 8 + 5 * Math.exp(-2 * d)), 'never'],
    ['no strings at all', counted(() => 0), 'noStrings'],
    ['a count below zero', counted((d) => 5 - 4 * d), 'negative'],
    [
      'gaps before the strings end',
      counted(
        (d) => 20 * Math.exp(-2 * d),
        (d) => (d >= 0.5 ? 2 : 0),
      ),
      'gapsFirst',
    ],
    ['a missing count', counted((d) => (d === 1 ? NaN : 9)), 'negative'],
  ])('%s is refused', (_, counts, code) => expect(codeOf(analyseRetraction(counts, 1))).toBe(code));
  test('strings that end only at the last band propose a follow-up that goes beyond', () => {
    const bands = DISTANCES.map((value, i) => ({ value, fromMm: 5 * i, toMm: 5 * i + 5 }));
    const readings = bands.map((b, i) => ({
      band: i + 1,
      feature: 'strings',
      repeat: 1,
      value: i === bands.length - 1 ? 1 : 30 * Math.exp(-1.6 * b.value),
    }));
    const r = retraction.analyse(readings, {
      values: { retractionMm: 1, nozzleC: 205 },
      params: { accepted: 1 },
      bands,
    });
    expect(r.ok && Math.max(...r.value.extendTo!)).toBeGreaterThan(2);
    expect(r.ok && r.value.warnings[0]).toContain('only at the last band');
  });
});

describe('highest flow', () => {
  const strands = (at: number, loss: number, plateau = 1) =>
    [3, 4, 5, 6, 7, 8, 9, 10, 11, 12].map((q) => ({
      flowMm3PerS: q,
      expectedG: 1,
      measuredG: plateau * (1 - loss * Math.max(0, q - at)),
    }));
  test('a flow error does not shift the break', () => {
    const of = (plateau: number) => {
      const r = analyseHighestFlow(strands(8, 0.05, plateau));
      return r.ok ? [r.value.break, r.value.rawLimit] : [];
    };
    expect(of(1)[0]).toBeCloseTo(8, 3);
    expect(of(0.93)).toEqual([expect.closeTo(of(1)[0]!, 4), expect.closeTo(of(1)[1]!, 2)]);
  });
  test('nine tenths of the raw limit are stored, and the raw one keeps 95 % of the plateau', () => {
    const r = analyseHighestFlow(strands(8, 0.05));
    expect(r.ok && r.value.limit / r.value.rawLimit).toBeCloseTo(0.9, 12);
    expect(r.ok && r.value.rawLimit).toBeLessThanOrEqual(9);
  });
  test('a limit that was not reached says so', () => {
    const r = analyseHighestFlow(strands(20, 0.05).map((s, i) => ({ ...s, measuredG: 1 + (i % 2) * 0.004 })));
    expect(r.ok ? r.value.isReached : codeOf(r)).toBe(false);
  });
  test.each([
    ['too few', strands(8, 0.05).slice(0, 5), 'tooFew'],
    ['kilograms for grams', strands(8, 0.05).map((s) => ({ ...s, measuredG: s.measuredG * 1000 })), 'unit'],
    ['nothing fed', strands(8, 0.05).map((s) => ({ ...s, measuredG: 0.1 })), 'plateau'],
    ['no expected mass', strands(8, 0.05).map((s) => ({ ...s, expectedG: 0 })), 'negative'],
  ])('%s is refused', (_, s, code) => expect(codeOf(analyseHighestFlow(s))).toBe(code));
});

describe('dimensions', () => {
  const readings = (m: number, b: number, axis: 'x' | 'y' | 'z' = 'x'): LengthReading[] => [
    ...[20, 40, 70].map((n): LengthReading => ({ axis, feature: 'outer', nominalMm: n, measuredMm: m * n + b })),
    ...[6, 10, 16].map((n): LengthReading => ({ axis, feature: 'hole', nominalMm: n, measuredMm: m * n - b })),
  ];
  test('scale and contour offset are told apart, the offset outward from the material and after the scale', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.98, max: 1.02, noNaN: true }),
        fc.double({ min: -0.2, max: 0.2, noNaN: true }),
        (m, b) => {
          const r = analyseDimensions(readings(m, b));
          expect(r.ok && r.value.x && [r.value.x.scale, r.value.x.offsetMm]).toEqual([
            expect.closeTo(1 / m, 9),
            expect.closeTo(-b / (2 * m), 9),
          ]);
        },
      ),
    );
  });
  test('drawn with what was found, the part comes out as drawn', () => {
    const m = 0.996;
    const b = 0.06;
    const r = analyseDimensions(readings(m, b));
    if (!r.ok || !r.value.x) throw new Error('refused');
    const { scale, offsetMm } = r.value.x;
    const printed = (drawn: number, sign: 1 | -1) => m * (drawn * scale + sign * 2 * offsetMm) + sign * b;
    expect([printed(50, 1), printed(8, -1)]).toEqual([expect.closeTo(50, 9), expect.closeTo(8, 9)]);
  });
  test.each([
    ['one length', readings(1, 0).filter((r) => r.nominalMm === 20), 'tooFew'],
    ['none', [], 'tooFew'],
    ['inches for millimetres', readings(1, 0).map((r) => ({ ...r, measuredMm: r.measuredMm / 25.4 })), 'absurd'],
    ['a negative one', readings(-1, 0), 'negative'],
  ])('%s is refused', (_, r, code) => expect(codeOf(analyseDimensions(r))).toBe(code));
});

describe('temperature', () => {
  const tower = (best: number) =>
    [190, 195, 200, 205, 210, 215, 220].map((nozzleC) => ({
      nozzleC,
      strings: Math.max(0, Math.round((nozzleC - best) / 2)),
      sagMm: 0.15 + Math.max(0, nozzleC - best) * 0.04,
      strengthN: 60 - Math.max(0, best - nozzleC) * 1.6,
    }));
  test('the best band lies where hairs and weakness meet, and acceptable bands hang together', () => {
    const r = analyseTemperature(tower(205));
    if (!r.ok) throw new Error(r.failure.what);
    const { value, plateau, range, bestAtEnd } = r.value;
    expect([plateau[0] <= 205 && 205 <= plateau[1], value, bestAtEnd]).toEqual([
      true,
      (plateau[0] + plateau[1]) / 2,
      null,
    ]);
    expect([range.min <= plateau[0], range.max >= plateau[1]]).toEqual([true, true]);
  });
  test('a best band at an end says which', () => {
    const hot = analyseTemperature(tower(224));
    const cold = analyseTemperature(tower(180));
    expect([hot.ok && hot.value.bestAtEnd, cold.ok && cold.value.bestAtEnd]).toEqual(['last', 'first']);
  });
  test('a response without weight decides nothing', () => {
    const bands = tower(205).map((b) => ({ ...b, strings: 100 }));
    expect(codeOf(analyseTemperature(bands))).toBe('none');
    expect(codeOf(analyseTemperature(bands, { strings: 0, sag: 1, strength: 1, surface: 1 }))).toBe('ok');
  });
  test.each([
    ['two bands', tower(205).slice(0, 2), 'tooFew'],
    ['a negative sag', tower(205).map((b) => ({ ...b, sagMm: -1 })), 'negative'],
    ['tabs that held nothing', tower(205).map((b) => ({ ...b, strengthN: 0 })), 'noStrength'],
  ])('%s is refused', (_, b, code) => expect(codeOf(analyseTemperature(b))).toBe(code));
});

test('a flow reading that stands out is named, and counts all the same', () => {
  const readings = ['front', 'right', 'back', 'left'].flatMap((feature) =>
    [1, 2, 3].map((repeat) => ({
      band: 1,
      feature,
      repeat,
      value: feature === 'back' && repeat === 2 ? 0.61 : 0.44 + repeat * 0.004,
    })),
  );
  const of = (r: typeof readings) => {
    const a = flow.analyse(r, {
      values: { lineWidthMm: 0.44, layerHeightMm: 0.2, flow: 1 },
      params: { walls: 1, lineDistanceMm: 0.4 },
      bands: [],
    });
    if (!a.ok) throw new Error(a.failure.what);
    return a.value;
  };
  expect(of(readings).warnings.join()).toContain('back, place 2: 0.61 mm stands out');
  const calm = readings.map((r) => (r.value > 0.6 ? { ...r, value: 0.448 } : r));
  expect(of(calm).warnings).toEqual([]);
  expect(of(readings).proven[0]!.interval).not.toEqual(of(calm).proven[0]!.interval);
});

describe('a ladder', () => {
  const rungs = (level: (v: number) => number) =>
    [10, 20, 30, 40, 50, 60].map((value) => ({ value, read: level(value) }));
  const line = rungs((v) => 0.01 * v);
  test('the highest fine band and the sure end both lie below where it passes the accepted level', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.15, max: 0.55, noNaN: true }), (accepted) => {
        const band = analyseLadder(line, accepted, 'highest fine band', 0.8);
        const sure = analyseLadder(line, accepted, 'sure end', 1);
        if (!band.ok || !sure.ok) throw new Error('refused');
        expect(band.value.crossing).toBeCloseTo(accepted * 100, 5);
        expect(band.value.highestFine).toBe(Math.floor(accepted * 10 + 1e-9) * 10);
        expect(band.value.limit).toBeCloseTo(0.8 * band.value.highestFine, 9);
        expect(sure.value.limit).toBeLessThanOrEqual(sure.value.crossing! + 1e-9);
      }),
    );
  });
  test('what no reading can tell apart keeps the old value, now with the limit above it', () => {
    const bands = [10, 20, 30, 40, 50, 60, 70, 80].map((value) => ({ value, fromMm: 0, toMm: 0 }));
    const readings = bands.map((b, i) => ({
      band: i + 1,
      feature: 'droopMm',
      repeat: 1,
      value: 0.006 * b.value + (i % 2 ? 0.004 : -0.004),
    }));
    const of = (before: number) => {
      const r = overhang.analyse(readings, {
        values: { steepestOverhangDeg: before },
        params: { accepted: 0.3 },
        bands,
      });
      if (!r.ok) throw new Error(r.failure.what);
      return r.value;
    };
    const limit = of(10).proven[0]!.value;
    expect([of(10).measurableChange, of(limit).measurableChange, of(limit + 5).measurableChange]).toEqual([
      true,
      false,
      true,
    ]);
    expect([
      of(limit).proven[0]!.value,
      of(limit).proven[0]!.range.max,
      of(limit).sentence.startsWith('No measurable change'),
    ]).toEqual([limit, limit, true]);
    expect(of(limit - 0.05).proven[0]!.value).toBe(limit - 0.05);
  });
  test('a limit that was not reached is the last band, and says so', () => {
    const r = analyseLadder(line, 5, 'highest fine band', 0.8);
    expect(r.ok && [r.value.isReached, r.value.highestFine, r.value.crossing]).toEqual([false, 60, null]);
  });
  test.each([
    ['too few bands', line.slice(0, 4), 'tooFew'],
    ['equal readings', rungs(() => 0.2), 'constant'],
    ['bands read from the wrong end', rungs((v) => 1 - 0.01 * v), 'noRise'],
    ['nothing fine', rungs((v) => 3 + 0.01 * v), 'never'],
    ['a reading below zero', rungs((v) => v - 30), 'negative'],
    ['a missing reading', rungs((v) => (v === 30 ? NaN : v)), 'negative'],
  ])('%s is refused', (_, r, code) => expect(codeOf(analyseLadder(r, 0.3, 'sure end', 1))).toBe(code));
});

describe('pressure', () => {
  const lines = (best: number, top = 0.08) =>
    Array.from({ length: 9 }, (_, i) => ({
      factorS: (top * i) / 8,
      changeMm: Math.hypot(0.02, 2.4 * ((top * i) / 8 - best)),
    }));
  test('the best factor is the one the lines were made with', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 0.07, noNaN: true }), (best) => {
        const r = analysePressure(lines(best), 0.05);
        expect(r.ok && r.value.value).toBeCloseTo(best, 5);
        expect(r.ok && r.value.range.min <= best && best <= r.value.range.max).toBe(true);
      }),
    );
  });
  test('a best line beyond the last band is held to it and says so', () => {
    const r = analysePressure(lines(0.1), 0.05);
    expect(r.ok && [r.value.value, r.value.bestAtEnd]).toEqual([0.08, 'last']);
  });
  test.each([
    ['four lines', lines(0.04).slice(0, 4), 'tooFew'],
    [
      'lines that are widest in the middle',
      lines(0.04).map((l) => ({ ...l, changeMm: 0.3 - l.changeMm })),
      'noMinimum',
    ],
    ['a change below zero', lines(0.04).map((l) => ({ ...l, changeMm: -l.changeMm })), 'negative'],
    ['micrometres for millimetres', lines(0.04).map((l) => ({ ...l, changeMm: l.changeMm * 1000 })), 'absurd'],
  ])('%s is refused', (_, l, code) => expect(codeOf(analysePressure(l, 0.05))).toBe(code));
});
