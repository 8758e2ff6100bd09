import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { analyseFirstLayer } from './firstLayer/analysis.ts';
import { firstLayer } from './firstLayer/index.ts';
import { analyseHeadOffset } from './headOffset/analysis.ts';
import { analyseLayerTime } from './layerTime/analysis.ts';

const codeOf = (r: { ok: boolean; failure?: { code: string } }): string => (r.ok ? 'ok' : r.failure!.code);

describe('first layer', () => {
  const bed = (offset: number, tiltX: number, tiltY: number) =>
    [-80, 0, 80].flatMap((x) =>
      [-80, 0, 80].map((y) => ({ xMm: x, yMm: y, thicknessMm: 0.2 + offset + (tiltX * x + tiltY * y) / 100 })),
    );
  test('offset and lean are the ones of the bed', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.1, max: 0.1, noNaN: true }),
        fc.double({ min: -0.05, max: 0.05, noNaN: true }),
        fc.double({ min: -0.05, max: 0.05, noNaN: true }),
        (o, a, b) => {
          const r = analyseFirstLayer(bed(o, a, b), 0.2);
          expect(r.ok && [r.value.offsetMm, r.value.tiltX, r.value.tiltY]).toEqual([
            expect.closeTo(-o, 9),
            expect.closeTo(a, 9),
            expect.closeTo(b, 9),
          ]);
        },
      ),
    );
  });
  test('a leaning bed keeps nothing: level first, and which side', () => {
    const params = {
      wantedMm: 0.2,
      ...Object.fromEntries(
        bed(0, 0.1, 0).flatMap((p, i) => [
          [`x ${i + 1}`, p.xMm],
          [`y ${i + 1}`, p.yMm],
        ]),
      ),
    };
    const readings = bed(0, 0.1, 0).map((p, i) => ({
      band: 1,
      feature: `place ${i + 1}`,
      repeat: 1,
      value: p.thicknessMm,
    }));
    const r = firstLayer.analyse(readings, { values: { zOffsetMm: 0, firstLayerHeightMm: 0.2 }, params, bands: [] });
    expect(
      r.ok && [r.value.proven, r.value.sentence.startsWith('Level first'), r.value.sentence.includes('Right side up')],
    ).toEqual([[], true, true]);
  });
  test.each([
    ['four places', bed(0, 0, 0).slice(0, 4), 'tooFew'],
    ['a thickness of nothing', bed(-0.2, 0, 0), 'negative'],
    ['micrometres', bed(0, 0, 0).map((p) => ({ ...p, thicknessMm: 200 })), 'absurd'],
  ])('%s is refused', (_, p, code) => expect(codeOf(analyseFirstLayer(p, 0.2))).toBe(code));
});

describe('layer time', () => {
  const tower = Array.from({ length: 37 }, (_, z) => ({ zMm: z, timeS: 18 - 0.4 * z }));
  const at = (z: number) => ['front', 'right', 'back', 'left'].map((side) => ({ side, heightMm: z }));
  test('the time of the layer at the height read is kept', () => {
    const r = analyseLayerTime(at(20), tower, 0);
    expect(r.ok && r.value.value).toBeCloseTo(10, 9);
  });
  test.each([
    ['three sides', at(20).slice(1), 'tooFew'],
    ['a tower that stands to its top', at(36), 'notReached'],
    ['a height above the tower', at(90), 'absurd'],
    ['a height of nothing', at(0), 'negative'],
  ])('%s is refused', (_, r, code) => expect(codeOf(analyseLayerTime(r, tower, 0.1))).toBe(code));
});

describe('head offset', () => {
  const teeth = (...t: number[]) =>
    t.flatMap((tooth) => [
      { axis: 'x' as const, tooth },
      { axis: 'y' as const, tooth: -tooth },
    ]);
  test('the tooth that meets, times the difference of the pitches', () => {
    const r = analyseHeadOffset(teeth(3, 3), 0.1, 5);
    expect(r.ok && [r.value.x?.offsetMm, r.value.y?.offsetMm]).toEqual([
      expect.closeTo(0.3, 12),
      expect.closeTo(-0.3, 12),
    ]);
  });
  test.each([
    ['one reading', teeth(1), 'tooFew'],
    ['none', [], 'tooFew'],
    ['teeth far apart', teeth(-3, 3), 'spread'],
    ['a tooth that is not there', teeth(9, 9), 'absurd'],
  ])('%s is refused', (_, r, code) => expect(codeOf(analyseHeadOffset(r, 0.1, 5))).toBe(code));
});
