import { describe, expect, test } from 'vitest';
import { exampleLimits } from '../motion/limits.ts';
import { inspectGcode } from './inspect.ts';
import type { ProgramReading } from './reading.ts';
import type { GcodeReport } from './report.ts';

function report(text: string, reads: ProgramReading = {}): GcodeReport {
  const result = inspectGcode(new TextEncoder().encode(text), { ...exampleLimits, reads });
  if (!result.ok) throw new Error(result.failure.what);
  return result.value;
}

describe('parts and priming', () => {
  const rowsOf = (text: string) => report(text).layerRows.map((r) => [r.part, r.zMm, Number(r.filamentMm.toFixed(3))]);

  test('parts laid one after another keep their layers apart, and each layer its own time', () => {
    const part = (x: number): string =>
      [0.2, 0.4, 1.6].map((z) => `G0 X${x} Y10 Z${z} F6000\nG1 X${x + 10} E1 F600`).join('\n');
    const text = `G28\nM83\n${part(10)}\nG0 Z5\n${part(60)}`;
    expect(rowsOf(text)).toEqual([
      [0, 0.2, 1],
      [0, 0.4, 1],
      [0, 1.6, 1],
      [1, 0.2, 1],
      [1, 0.4, 1],
      [1, 1.6, 1],
    ]);
    expect(report(text).layers).toBe(6);
  });
  test('a line that primes the nozzle above the first layer is none of the layers, and counts as filament', () => {
    const text = 'G28\nM83\nG0 X5 Y5 Z0.3 F6000\nG1 X60 E6 F600\nG0 X20 Y20 Z0.2\nG1 X30 E1\nG0 Z0.4\nG1 X20 E1';
    expect(rowsOf(text)).toEqual([
      [0, 0.2, 1],
      [0, 0.4, 1],
    ]);
    expect(report(text)).toMatchObject({ filamentMm: 8, layers: 2, boundsMm: { min: [5, 5, 0.2] } });
  });
  test('a line that primes below the first layer and beside the part is none of the layers either', () => {
    const text = 'G28\nM83\nG0 X5 Y5 Z0.2 F6000\nG1 X60 E6 F600\nG0 X20 Y20 Z0.28\nG1 X30 E1\nG0 Z0.48\nG1 X20 E1';
    expect(rowsOf(text)).toEqual([
      [0, 0.28, 1],
      [0, 0.48, 1],
    ]);
    expect(report(text)).toMatchObject({ filamentMm: 8, layers: 2 });
  });
  test('what is laid first under the part, or by much, or under one layer alone, is its first layer', () => {
    const first = (x: number, e: number): string => `G28\nM83\nG0 X${x} Y20 Z0.2 F6000\nG1 X${x + 12} E${e} F600\n`;
    const more = 'G0 X20 Y20 Z0.4\nG1 X30 E1\nG0 Z0.6\nG1 X20 E1';
    expect(rowsOf(first(24, 6) + more)).toHaveLength(3);
    expect(rowsOf(first(40, 101) + more)).toHaveLength(3);
    expect(rowsOf(`${first(40, 6)}G0 X20 Y20 Z0.4\nG1 X30 E1`)).toHaveLength(2);
  });
  test('what stands is known along arcs as they are laid: in the hole of a ring there is room, through its wall there is none', () => {
    const ring = [0.4, 1.2, 2, 2.8]
      .map((z) => `G0 X60 Y40 Z${z} F6000\nG3 X20 Y40 I-20 J0 E4 F1200\nG3 X60 Y40 I20 J0 E4`)
      .join('\n');
    const start = `G28\nM83\n${ring}\nG0 Z8\n`;
    expect(report(`${start}G0 X40 Y40\nG1 Z0.4\nG1 X48 E0.5`).struck).toBeNull();
    expect(report(`${start}G0 X40 Y40\nG1 Z0.4\nG0 X70`).struck).toMatchObject({
      deepMm: expect.closeTo(2.4, 5),
      line: 18,
    });
    expect(report(`${start}G0 X40 Y40\nG1 Z0.4\nG2 X40 Y70 I0 J15`).struck).toMatchObject({ line: 18 });
  });
  test('much laid before the program comes down is a part that hangs, not priming', () => {
    const text = 'G28\nM83\nG0 X5 Y5 Z0.3 F6000\nG1 X200 E101 F600\nG0 X20 Y20 Z0.2\nG1 X30 E1';
    expect(rowsOf(text).map(([, z]) => z)).toEqual([0.2, 0.3]);
  });
});

describe('programs as the world writes them', () => {
  const start = 'G28\nG90\nG0 X10 Y10 Z0.2 F6000\n';
  const AREA = Math.PI * 0.875 ** 2;

  test('filament counted as volume is as long as its diameter makes it, by M200 or by the machine', () => {
    expect(report(`${start}M83\nM200 D1.75\nG1 X50 E24 F1200`).filamentMm).toBeCloseTo(24 / AREA, 9);
    expect(report(`${start}M83\nG1 X50 E24 F1200`, { filamentIn: 'mm³' }).filamentMm).toBeCloseTo(24 / AREA, 9);
    expect(report(`${start}M83\nM200 D0\nG1 X50 E24 F1200`, { filamentIn: 'mm³' }).filamentMm).toBeCloseTo(24, 9);
    expect(report(`${start}G20\nM83\nG1 X2 E1 F60`).filamentMm).toBeCloseTo(25.4, 9);
  });
  test('filament counted from the start as volume is reset in the same measure', () => {
    const text = `${start}M82\nM200 D1.75\nG92 E0\nG1 X50 E24 F1200\nG92 E0\nG1 X90 E24`;
    expect(report(text).filamentMm).toBeCloseTo(48 / AREA, 9);
  });
  test('names and what belongs to them move nothing, whatever letters they hold', () => {
    const read = report(`${start}M83\nG1 X50 E2 F1200\nAREA_BEGINS NAME=cube1 X=400 E=41\nG1 X60 E1\nEND`);
    expect(read).toMatchObject({ filamentMm: 3, boundsMm: { max: [60, 10, 0.2] } });
    expect(read.unknownWords).toEqual([
      { word: 'AREA_BEGINS', count: 1, line: 6 },
      { word: 'END', count: 1, line: 8 },
    ]);
  });
  test('a tool is changed by T alone and by T with M6, and by nothing else', () => {
    const tools = (text: string): number[] => report(start + text).tools.map((t) => t.tool);
    expect(tools('T1\nG1 X20 E1 F600')).toEqual([1]);
    expect(tools('M6 T2\nG1 X20 E1 F600')).toEqual([2]);
    expect(tools('M104 T1 S200\nG1 X20 E1 F600')).toEqual([]);
  });
  test('speed limits by the minute are read by the minute', () => {
    const text = `${start}M203 X3000\nG0 X210 F12000`;
    expect(report(text, { areFeedLimitsPerMinute: true }).timeS).toBeGreaterThan(4); // 200 mm at 50 mm/s
    expect(report(text).timeS).toBeLessThan(2); // at 200 mm/s
  });
  test('the controller’s own retraction takes the time of its length and speed', () => {
    const without = report(`${start}G1 X20 E1 F600`).timeS;
    const drawn = report(`${start}${'G10\nG11\n'.repeat(100)}G1 X20 E1 F600`, {
      ownRetraction: { mm: 3, mmPerS: 30 },
    });
    expect(drawn.timeS - without).toBeGreaterThan(20); // 200 ways of 0.1 s, and the starts and stops
    expect(drawn).toMatchObject({ retractions: 100, longestRetractionMm: 3, shortestRetractionMm: 3 });
    expect(report(`${start}${'G10\nG11\n'.repeat(100)}G1 X20 E1 F600`).retractions).toBe(100);
  });
  test.each([
    ['a word that stands twice', 'G1 X20 X30 E1 F600', 'twice', 30],
    ['two motions in one line', 'G0 G1 X30 E1 F600', 'twoMotions', 30],
    ['a motion and a new place in one line', 'G92 E0 G1 X30', 'twoMotions', 10],
    ['an arc that ends beside its circle', 'G2 X30.5 Y10 I10 J0 E1 F600', 'offCircle', 30.5],
    ['an arc of too small a radius', 'G2 X30 Y10 R9.9 E1 F600', 'offCircle', 30],
  ])('%s is told with its line', (_, line, kind, endX) => {
    const read = report(`${start}M83\n${line}`);
    expect(read.problems.map((p) => [p.line, p.kind])).toEqual([[5, kind]]);
    expect(read.endMm[0]).toBe(endX);
  });
  test('helices in each plane are as long as they are by their closed form', () => {
    // a half turn of radius 10 that rises by 5 across its plane
    const length = Math.hypot(10 * Math.PI, 5);
    const at = (text: string) => report(`${start}M83\n${text}`, {}).layerRows.reduce((s, r) => s + r.pathMm, 0);
    expect(at('G17\nG3 X-10 Y10 Z5.2 I-10 J0 E1 F600')).toBeCloseTo(length, 9);
    expect(at('G18\nG3 X10 Y15 Z20.2 I0 K10 E1 F600')).toBeCloseTo(length, 2);
    expect(at('G19\nG3 Y10 Z20.2 X15 J0 K10 E1 F600')).toBeCloseTo(length, 2);
  });
  test('turns of an arc and centres from the origin are read as they are said', () => {
    const path = (text: string) => report(`${start}M83\n${text}`).layerRows.reduce((s, r) => s + r.pathMm, 0);
    expect(path('G3 X10 Y10 I5 J0 P3 E1 F600')).toBeCloseTo(3 * 2 * Math.PI * 5, 9);
    expect(path('G90.1\nG3 X10 Y10 I15 J10 E1 F600')).toBeCloseTo(2 * Math.PI * 5, 9);
  });
  test('what stands behind the end is not read', () => {
    const text = `%\n${start}M83\nG1 X20 E1 F600\nM30\n\n; a comment\nG1 X400 E100\n%\nG1 X500`;
    expect(report(text)).toMatchObject({ filamentMm: 1, afterEnd: { lines: 2, line: 10 } });
    expect(report(`%\n${start}M83\nG1 X20 E1 F600\n%\nG1 X400`).afterEnd).toEqual({ lines: 1, line: 8 });
    expect(report(`${start}M83\nG1 X20 E1 F600\nM30 old_2.gco\nG1 X40 E1`)).toMatchObject({
      filamentMm: 2,
      afterEnd: { lines: 0, line: 0 },
    });
  });
  test('a line that may be left out is done', () => {
    expect(report(`${start}M83\n/G1 X20 E1 F600\n/ N20 G1 X30 E1`)).toMatchObject({ filamentMm: 2, problemCount: 0 });
  });
  test('heaters warm beside each other: what is waited for last takes only what is left', () => {
    // the bed from 20 to 98 °C at 0.4 °C/s; the nozzle meanwhile far beyond its 248 °C at 2 °C/s
    const beside = report(`M140 S98\nM104 S248\n${start}M190 S98\nM109 S248\nM83\nG1 X50 E2 F1200`);
    expect(beside.heatingS).toBeCloseTo(78 / 0.4, 9);
    expect(report(`M140 S98\nM104 S248\n${start}M116\nM83\nG1 X50 E2 F1200`).heatingS).toBeCloseTo(78 / 0.4, 9);
    // asked for only once the bed was warm
    const after = report(`${start}M190 S98\nM109 S248\nM83\nG1 X50 E2 F1200`);
    expect(after.heatingS).toBeCloseTo(78 / 0.4 + 228 / 2, 9);
  });
  test('an arc is no faster than its radius and the acceleration allow: v² = a r', () => {
    const quick = {
      ...exampleLimits,
      accelerationMmPerS2: 1000,
      maxAccelerationMmPerS2: [1e4, 1e4, 1e4, 1e4] as const,
    };
    const turns = (r: number): number => {
      const text = `${start}M83\n${`G3 X10 Y10 I${r} J0 E1 F12000\n`.repeat(20)}`;
      const read = inspectGcode(new TextEncoder().encode(text), { ...quick, maxFeedMmPerS: [300, 300, 9, 300] });
      if (!read.ok) throw new Error(read.failure.what);
      return read.value.layerRows.reduce((sum, row) => sum + row.timeS, 0);
    };
    // 20 turns of radius 1 at √1000 mm/s, and a start and a stop of √1000/1000 s between them
    expect(turns(1)).toBeCloseTo((20 * 2 * Math.PI) / Math.sqrt(1000) + Math.sqrt(1000) / 1000, 1);
  });
  test('a mark that closes the file is no line behind its end', () => {
    expect(report(`%\n${start}M83\nG1 X20 E1 F600\nM30\n%\n`).afterEnd).toEqual({ lines: 0, line: 0 });
  });
  test('an arc across the plate of any size comes to an end', () => {
    const far = '1'.repeat(18);
    expect(report(`${start}M83\nG18\nG2 X20 Z0.2 I${far} K${far} P900 E1 F600`).lines).toBe(6);
    expect(report(`${start}M83\nG18\nG2 X10 Z0.2 I90000 K0 P900 E1 F600`).extrudingMoves).toBeLessThan(10_000);
  });
  test.each([
    ['a line that comes in from beyond it', 'G0 X100 Y9\nG1 Y50 E2 F1200', 91],
    ['one that goes out', 'G0 X100 Y60\nG1 Y12 E2 F1200', 88],
    ['an arc that bulges', 'G0 X30 Y100\nG2 X170 Y100 I70 J20 E2 F1200', 20 + Math.hypot(70, 20)],
    ['an arc the other way round', 'G0 X30 Y100\nG3 X170 Y100 I70 J20 E2 F1200', 70],
  ])('on a round plate %s is followed to where it is furthest', (_, lines, mm) => {
    const read = report(`${start}M83\n${lines}`, { roundBed: { x: 100, y: 100, radiusMm: 80 } });
    expect(read.furthestMm).toBeCloseTo(mm, 9);
  });
  test('a program of a great many heights is read to its end', () => {
    const heights = Array.from({ length: 150_000 }, (_, k) => `G1 X${k % 2} Z${(50 - k * 0.0002).toFixed(4)} E0.01`);
    expect(report(`${start}M83\nG1 F6000\n${heights.join('\n')}`).outerMm![2]).toBeGreaterThan(49);
  });
});
