import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { MotionLimits } from '../motion/limits.ts';
import { GcodeInspector, inspectGcode } from './inspect.ts';
import type { GcodeReport } from './report.ts';
import { LineWords, scanLine } from './words.ts';

/** Round figures, so that times can be written down in closed form. */
const roundLimits: MotionLimits = {
  accelerationMmPerS2: 1000,
  instantSpeedChangeMmPerS: 8,
  junctionDeviationMm: null,
  maxFeedMmPerS: [600, 600, 12, 90],
  maxAccelerationMmPerS2: [4000, 4000, 100, 6000],
  filamentDiameterMm: 1.75,
};
const bytesOf = (text: string) => new TextEncoder().encode(text);
function report(text: string, limits: Partial<MotionLimits> = {}): GcodeReport {
  const result = inspectGcode(bytesOf(text), { ...roundLimits, ...limits });
  if (!result.ok) throw new Error(result.failure.what);
  return result.value;
}
const wide = { maxFeedMmPerS: [1e4, 1e4, 1e4, 1e4], maxAccelerationMmPerS2: [1e5, 1e5, 1e5, 1e5] } as const;

describe('motion against closed forms', () => {
  test('100 mm at 100 mm/s and 1000 mm/s² from rest to rest takes 1.1 s', () =>
    expect(report('G1 X100 F6000').timeS).toBeCloseTo(1.1, 12));
  test('5 mm at the same limits never reaches its speed and takes 2·sqrt(5/1000) s', () =>
    expect(report('G1 X5 F6000').timeS).toBeCloseTo(2 * Math.sqrt(5 / 1000), 12));
  test('a reversal passes at half the instant speed change', () => {
    // Two legs of 10 mm, each 0 → 50 → 4 mm/s: (50 + 46)/1000 s of ramps, the rest at 50 mm/s.
    const ramps = (50 * 50 + 50 * 50 - 16) / 2000;
    expect(report('G1 X10 F3000\nG1 X0').timeS).toBeCloseTo(2 * ((50 + 46) / 1000 + (10 - ramps) / 50), 12);
  });
  test('a reversal comes to rest under junction deviation', () => {
    expect(report('G1 X10 F3000\nG1 X0', { junctionDeviationMm: 0.05 }).timeS).toBeCloseTo(
      2 * (0.1 + (10 - 2.5) / 50),
      12,
    );
  });
  test.each([
    ['instant change', { junctionDeviationMm: null }, 8],
    ['junction deviation', { junctionDeviationMm: ((Math.SQRT2 - 1) * 64) / 1000 }, 8],
  ])('a square takes its corners at the 90° speed of %s', (_, limits, v) => {
    const leg = (v0: number, v1: number) =>
      (2 * 50 - v0 - v1) / 1000 + (20 - (2 * 2500 - v0 * v0 - v1 * v1) / 2000) / 50;
    expect(report('G1 X20 F3000\nG1 Y20\nG1 X0\nG1 Y0', limits).timeS).toBeCloseTo(
      leg(0, v) + 2 * leg(v, v) + leg(v, 0),
      10,
    );
  });
  test('corners at 45° to the axes pass at J/√2', () => {
    const v = 8 / Math.SQRT2;
    const length = Math.hypot(20, 20);
    const leg = (v0: number, v1: number) =>
      (2 * 50 - v0 - v1) / 1000 + (length - (2 * 2500 - v0 * v0 - v1 * v1) / 2000) / 50;
    expect(report('G1 X20 Y20 F3000\nG1 X40 Y0').timeS).toBeCloseTo(leg(0, v) + leg(v, 0), 10);
  });
  test.each([[null], [0.02]])(
    'a fine polygonal circle keeps its speed (junction deviation %s)',
    (junctionDeviationMm) => {
      const n = 720;
      const r = 20;
      const lines = [`G0 X${r} Y0 F3000`];
      for (let k = 1; k <= n; k++)
        lines.push(
          `G1 X${(r * Math.cos((2 * Math.PI * k) / n)).toFixed(6)} Y${(r * Math.sin((2 * Math.PI * k) / n)).toFixed(6)} E0.01`,
        );
      const alone = report(lines[0]!).timeS;
      const length = 2 * n * r * Math.sin(Math.PI / n);
      const rounding = 0.02; // the corner after the approach is 90° and passes at J or its equal
      expect(report(`M83\n${lines.join('\n')}`, { ...wide, junctionDeviationMm }).timeS - alone).toBeGreaterThan(
        length / 50 - rounding,
      );
      expect(report(`M83\n${lines.join('\n')}`, { ...wide, junctionDeviationMm }).timeS - alone).toBeLessThan(
        length / 50 + 0.05 + rounding,
      );
    },
  );
  test('a half circle is πr long and its extremes bound it', () => {
    const r = report('M83\nG0 X10 F6000\nG4 P0\nG3 X-10 I-10 J0 E1 F6000', wide);
    expect(r.timeS).toBeCloseTo(2 * Math.sqrt(10 / 1000) + (Math.PI * 10) / 100 + 0.1, 6);
    expect(r.boundsMm!.max[1]).toBeCloseTo(10, 12);
  });
  test('equal ends make a full circle and a negative radius goes the long way', () => {
    const full = report('M83\nG2 I5 E1 F60', wide).timeS;
    const short = report('M83\nG2 X10 R10 E1 F60', wide).timeS;
    const long = report('M83\nG2 X10 R-10 E1 F60', wide).timeS;
    expect(full).toBeCloseTo(2 * Math.PI * 5, 1);
    expect(short + long).toBeCloseTo(2 * Math.PI * 10, 1);
  });
  test('an axis limit scales the whole move and an acceleration limit likewise', () => {
    expect(report('G1 Z12 F6000').timeS).toBeCloseTo(12 / 12 + 12 / 100, 10);
  });
});

describe('factors that a program sets for itself', () => {
  const legs = Array.from({ length: 40 }, (_, k) => `G1 X${k % 2 ? 20 : 120} Y${50 + k} E4`).join('\n');
  const laid = (words: string) => report(`M83\nG1 X20 Y50 Z0.2 F3000\n${words}\n${legs}`, wide);

  test('speeds scaled by M220 are those of the program written so', () => {
    const scaled = laid('M220 S150');
    const written = laid('G1 F4500');
    expect(scaled.timeS).toBeCloseTo(written.timeS, 9);
    expect(scaled.highestFlowMm3PerS).toBeCloseTo(written.highestFlowMm3PerS, 9);
  });
  test('flow scaled by M221 feeds so much more, and M221 S100 ends it', () => {
    const plain = laid('M220 S100').filamentMm;
    expect(laid('M221 S125').filamentMm).toBeCloseTo(1.25 * plain, 9);
    expect(laid('M221 S125\nG92 E0\nM221 S100').filamentMm).toBeCloseTo(plain, 9);
    expect(laid('M221').filamentMm).toBeCloseTo(plain, 9);
  });
  test('the flow of one head is not that of the other', () => {
    const by = (text: string) => report(text, wide).heads!.map((h) => h.filamentMm);
    expect(by('M83\nM221 T1 S50\nG1 X10 E2 F600\nT1\nG1 X20 E2\nT0\nG1 X30 E2')).toEqual([4, 1]);
  });
  test('a limit is held against what prints, not against what is written', () => {
    expect(laid('M220 S200').speedBeyond[0]!.mmPerS).toBe(0);
    const fast = report(`M83\nG1 X20 Y50 Z0.2 F24000\nM220 S200\nG1 X120 E4`);
    expect(fast.speedBeyond[0]!.mmPerS).toBeCloseTo(800, 9);
  });
});

describe('the streaming planner', () => {
  const ring = Array.from(
    { length: 6000 },
    (_, k) =>
      `G1 X${(50 + (30 + (k % 7)) * Math.cos(k / 40)).toFixed(3)} Y${(50 + 30 * Math.sin(k / 33)).toFixed(3)} E0.02 F${3000 + (k % 5) * 1500}`,
  );
  const text = `M83\n${ring.join('\n')}\n`;
  test('equals an unlimited one', () => {
    const planned = report(text).timeS;
    expect(planned).toBeCloseTo(slowPlan(text), 9);
  });
  test('gives the same report whatever the size of the chunks', () => {
    const whole = report(text);
    const bytes = bytesOf(text);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), (size) => {
        const inspector = new GcodeInspector(roundLimits);
        for (let i = 0; i < bytes.length; i += size) inspector.push(bytes.slice(i, i + size));
        const result = inspector.finish();
        expect(result.ok && result.value).toEqual(whole);
      }),
      { numRuns: 12, seed: 4 },
    );
  });
});

test('looking at what has been read so far disturbs nothing', () => {
  const bytes = bytesOf(
    'M83\n' +
      Array.from(
        { length: 4000 },
        (_, k) => `G1 X${(k * 7) % 90} Y${(k * 3) % 50} Z${(Math.floor(k / 500) * 0.2).toFixed(1)} E0.3 F4800`,
      ).join('\n'),
  );
  const looked = new GcodeInspector(roundLimits);
  for (let i = 0; i < bytes.length; i += 3000) {
    looked.push(bytes.slice(i, i + 3000));
    expect(looked.partial().complete).toBe(false);
  }
  expect(looked.finish()).toEqual(inspectGcode(bytes, roundLimits));
});

describe('definitions', () => {
  test('layers are distinct heights of extruding moves, lifts undone', () => {
    expect(report('M83\nG0 Z0.2 F600\nG1 X10 E1\nG0 Z0.6\nG0 X0\nG0 Z0.2\nG1 Y9 E1\nG0 Z0.4\nG1 X3 E1').layers).toBe(2);
  });
  test('a spiral counts its turns and is flagged', () => {
    const lines = ['M83', 'G0 X10 Z0.2 F1200'];
    for (let k = 1; k <= 360; k++)
      lines.push(
        `G1 X${(10 * Math.cos((k / 36) * 2 * Math.PI)).toFixed(4)} Y${(10 * Math.sin((k / 36) * 2 * Math.PI)).toFixed(4)} Z${(0.2 + (k / 36) * 0.2).toFixed(4)} E0.05`,
      );
    const r = report(lines.join('\n'));
    expect([r.layers, r.spiral]).toEqual([10, true]);
  });
  test('a retraction and its refill cancel in the filament', () => {
    const r = report('M83\nG1 X10 E2 F600\nG1 E-1\nG0 X20\nG1 E1\nG1 X30 E2\nG10\nG11');
    expect([r.filamentMm, r.retractions, r.extrudingMoves, r.travelMoves]).toEqual([4, 2, 2, 1]);
  });
  test('G92 shifts what follows and G20 reads inches', () => {
    expect(report('M83\nG1 X10 F600 E1\nG92 X0\nG1 X10 E1').boundsMm!.max[0]).toBe(20);
    expect(report('G20\nM83\nG1 X1 E1 F60').boundsMm!.max[0]).toBeCloseTo(25.4, 12);
  });
  test('filament stays relative through G90 once M83 said so, and follows G91 where nothing was said', () => {
    expect(report('M83\nG90\nG1 X10 E2 F600\nG1 X20 E2').filamentMm).toBe(4);
    expect(report('G91\nG1 X10 E2 F600\nG1 X10 E2').filamentMm).toBe(4);
    expect(report('G1 X10 E2 F600\nG1 X20 E3').filamentMm).toBe(3);
  });
  test('a dwell counts in seconds or milliseconds and is not heating', () => {
    expect(report('G1 X100 F6000\nG4 S2\nG4 P500').timeS).toBeCloseTo(3.6, 12);
    expect(report('M109 S200\nG1 X100 F6000').timeS).toBeCloseTo(1.1, 12);
  });
  test('a bare G92 makes here the origin', () =>
    expect(report('M83\nG1 X10 F600 E1\nG92\nG1 X10 E1').boundsMm!.max[0]).toBe(20));
  test('absolute and relative filament agree', () => {
    expect(report('M82\nG1 X10 E2 F600\nG1 X20 E3').filamentMm).toBe(
      report('M83\nG1 X10 E2 F600\nG1 X20 E1').filamentMm,
    );
  });
  test('flow of a long move is its own at the highest speed reached', () => {
    // 100 mm, 5 mm of 1.75 mm filament, at 50 mm/s.
    expect(report('M83\nG1 X100 E5 F3000').highestFlowMm3PerS).toBeCloseTo(((Math.PI * 1.75 ** 2) / 4) * 0.05 * 50, 9);
  });
  test('a line cut finely has the flow of the line uncut', () => {
    const cut = Array.from({ length: 1000 }, (_, k) => `G1 X${((k + 1) / 10).toFixed(1)} E0.005 F3000`).join('\n');
    expect(report(`M83\n${cut}`).highestFlowMm3PerS).toBeCloseTo(report('M83\nG1 X100 E5 F3000').highestFlowMm3PerS, 6);
  });
  test('file limits apply from their line on and never exceed the machine', () => {
    expect(report('M204 P500\nG1 X100 E1 F6000').timeS).toBeCloseTo(1.2, 9);
    expect(report('M204 P90000 T90000\nG1 X100 F6000').timeS).toBeCloseTo(1.1, 9);
  });
  test('a wait for the nozzle before extruding is seen', () => {
    expect(report('M104 S200\nM83\nG1 X5 E1 F600').coldExtrusionLine).toBe(3);
    expect(report('M109 S200\nM83\nG1 X5 E1 F600').coldExtrusionLine).toBe(0);
  });
});

describe('heads', () => {
  test('each feeds its own filament, and what is drawn back before a change is not counted twice', () => {
    const turn = (tool: number) => `T${tool}\nG1 E5 F600\nG1 X${10 + tool} E3\nG1 X${20 + tool} E4\nG1 E-5`;
    const r = report(`M83\nG1 E-5 F600\n${turn(0)}\n${turn(1)}\n${turn(0)}\n${turn(1)}`);
    // the first head begins drawn back, the second does not: its first 5 mm are fed
    expect(r.heads!.map((h) => [h.tool, h.filamentMm, h.retractions])).toEqual([
      [0, 14, 3],
      [1, 19, 2],
    ]);
    expect([r.filamentMm, r.retractions]).toEqual([33, 5]);
  });
  test('a temperature with a tool is that tool’s, whichever is at work', () => {
    const r = report(
      'M104 T1 S190\nM109 S240\nM83\nG1 X5 E1 F600\nT1\nM109 S195\nG1 X9 E1\nM104 T0 S0\nG1 X12 E1\nM104 S0',
    );
    expect(r.heads!.map((h) => [h.nozzleMinExtrudingC, h.nozzleMaxExtrudingC, h.nozzleAtEndC])).toEqual([
      [240, 240, 0],
      [195, 195, 0],
    ]);
    expect([r.nozzleMinExtrudingC, r.nozzleMinExtrudingLine, r.nozzleMaxExtrudingC, r.nozzleMaxLine]).toEqual([
      195, 7, 240, 2,
    ]);
    expect([r.coldExtrusionLine, r.nozzleAtEndC]).toEqual([0, 0]);
  });
  test('one that was never waited for lays cold, and one left hot is told', () => {
    const r = report('M109 S240\nM83\nG1 X5 E1 F600\nM104 T1 S200\nT1\nG1 X9 E1\nM104 T0 S0');
    expect([r.coldExtrusionLine, r.nozzleAtEndC]).toEqual([6, 200]);
  });
  test('one that stood by is heated again in the time that takes', () => {
    const turns = 'M104 T0 S150\nT1\nG1 X9 E1\nT0\nM109 S240\nG1 X12 E1';
    const once = report(`M109 S240\nM104 T1 S240\nM83\nG1 X5 E1 F600\n${turns}`).heatingS;
    expect(once).toBeCloseTo(110 + 45, 6); // 20 to 240 and 150 to 240 °C, 2 °C a second
  });
  test('peaks of flow are of the head that laid them', () => {
    const r = report('M109 S240\nM83\nG1 X100 E5 F3000\nT1\nG1 X200 E5 F1500\nT0\nG1 X300 E5 F600');
    const fullMm3PerS = ((Math.PI * 1.75 ** 2) / 4) * 0.05 * 50;
    expect(r.heads![0]!.highestFlowMm3PerS).toBeCloseTo(fullMm3PerS, 9);
    expect(r.heads![1]!.highestFlowMm3PerS).toBeCloseTo(fullMm3PerS / 2, 9);
    expect([r.heads![0]!.highestFlowLine, r.heads![1]!.highestFlowLine, r.highestFlowLine]).toEqual([3, 5, 3]);
  });
});

describe('bad input', () => {
  test.each([
    ['an empty file', new Uint8Array(0), 'empty'],
    ['a zero byte', bytesOf('G1 X1\n\0'), 'binary'],
    ['a ZIP', Uint8Array.from([0x50, 0x4b, 3, 4, 20, 0]), 'zip'],
    ['control bytes', new Uint8Array(500).fill(7), 'binary'],
    ['no word at all', bytesOf('; nothing\n(here)\n'), 'noWords'],
    ['a gigantic line', bytesOf('G1 X1'.padEnd(3 << 20, '1')), 'longLine'],
  ])('%s is refused with a code', (_, bytes, code) => {
    const result = inspectGcode(bytes, roundLimits);
    expect(result.ok ? 'read' : result.failure.code).toBe(code);
  });
  test('a line cut off in the middle of a word is named', () =>
    expect(report('G1 X5 F600\nG1 X7.5 Y').problems).toMatchObject([{ line: 2 }]));
  test('a letter beyond ASCII outside comments is refused with its line and column', () => {
    const result = inspectGcode(bytesOf('; Müller\nG1 X5 F600 ü'), roundLimits);
    expect(result).toMatchObject({ failure: { code: 'notPlain', where: 'line 2, column 12' } });
  });
  test('moves without extrusion are reported, not refused', () => expect(report('G1 X5 F600').boundsMm).toBeNull());
  test('a wrong checksum is named with its line', () => {
    expect(report('G1 X1 F600\nN1 G1 X1*99')).toMatchObject({
      wrongChecksums: 1,
      wrongChecksumLine: 2,
      problemCount: 0,
    });
  });
  test('unknown words are counted with their first line', () => {
    expect(report('G1 X1 F60\nM9999\nM9999').unknownWords).toEqual([{ word: 'M9999', count: 2, line: 2 }]);
  });
  test('any byte string gives a report or a clear failure, never an exception', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), (bytes) => {
        const result = inspectGcode(bytes, roundLimits);
        if (result.ok) expect(Number.isFinite(result.value.timeS)).toBe(true);
        else expect(result.failure.what.length).toBeGreaterThan(4);
      }),
      { numRuns: 2000, seed: 1 },
    );
  });
  test('any soup of words gives finite figures', () => {
    const word = fc.tuple(
      fc.constantFrom(...'GMXYZEFIJRSTPN*;( '),
      fc.oneof(
        fc.integer({ min: -300, max: 300 }).map(String),
        fc.constantFrom('', '1e308', '.5', '-', '99999999999999999999'),
      ),
    );
    fc.assert(
      fc.property(fc.array(fc.array(word, { maxLength: 6 }), { maxLength: 30 }), (lines) => {
        const result = inspectGcode(
          bytesOf(lines.map((l) => l.map(([a, b]) => a + b).join(' ')).join('\n')),
          roundLimits,
        );
        if (result.ok)
          expect(
            [result.value.timeS, result.value.filamentMm, result.value.highestFlowMm3PerS].every(Number.isFinite),
          ).toBe(true);
      }),
      { numRuns: 2000, seed: 2 },
    );
  });
});

describe('the byte scanner', () => {
  test('equals a plain slow reference parser on generated lines', () => {
    const number = fc.oneof(
      fc.integer({ min: -99999, max: 99999 }).map(String),
      fc.tuple(fc.integer({ min: 0, max: 9999 }), fc.integer({ min: 0, max: 999999 })).map(([a, b]) => `-${a}.${b}`),
      fc.constantFrom('.5', '7.', '+3', '123456789012345.678'),
    );
    const line = fc.array(fc.tuple(fc.constantFrom(...'XYZEFIJRSxyze'), number, fc.constantFrom('', ' ', '\t')), {
      maxLength: 8,
    });
    fc.assert(
      fc.property(line, (parts) => {
        const text = parts.map((p) => p.join('')).join('');
        const words = new LineWords();
        const bytes = bytesOf(text);
        scanLine(bytes, 0, bytes.length, words);
        const slow = new Map<string, number>();
        for (const m of text.matchAll(/([A-Za-z])\s*([+-]?(?:\d+\.?\d*|\.\d+))/g))
          slow.set(m[1]!.toUpperCase(), Number(m[2]));
        for (const [letter, value] of slow) expect(words.values[letter.charCodeAt(0) - 65]).toBe(value);
        expect([...Array(26).keys()].filter((k) => words.has(k)).length).toBe(slow.size);
      }),
      { numRuns: 3000, seed: 3 },
    );
  });
});

/** Plain two-pass planning over all segments at once, instant-change corners, for straight moves only. */
function slowPlan(text: string): number {
  const l = roundLimits;
  const moves: { d: number; u: [number, number]; v: number; a: number }[] = [];
  let x = 0;
  let y = 0;
  let f = 0;
  for (const line of text.split('\n')) {
    const m = /^G1 X(\S+) Y(\S+) E(\S+) F(\S+)/.exec(line);
    if (!m) continue;
    const nx = Number(m[1]);
    const ny = Number(m[2]);
    const e = Number(m[3]);
    f = Number(m[4]) / 60;
    const d = Math.hypot(nx - x, ny - y);
    const u: [number, number] = [(nx - x) / d, (ny - y) / d];
    moves.push({
      d,
      u,
      v: Math.min(f, l.maxFeedMmPerS[3] / (e / d)),
      a: Math.min(l.accelerationMmPerS2, l.maxAccelerationMmPerS2[3] / (e / d)),
    });
    x = nx;
    y = ny;
  }
  const cap = moves.map((m, i) => {
    if (i === 0) return 0;
    const p = moves[i - 1]!;
    const jump = Math.max(Math.abs(m.u[0] - p.u[0]), Math.abs(m.u[1] - p.u[1]));
    return Math.min(m.v, p.v, jump > 0 ? l.instantSpeedChangeMmPerS / jump : Infinity);
  });
  const entry = [...cap, 0];
  for (let i = moves.length - 1; i >= 0; i--)
    entry[i] = Math.min(cap[i]!, Math.sqrt(entry[i + 1]! ** 2 + 2 * moves[i]!.a * moves[i]!.d));
  let time = 0;
  for (let i = 0; i < moves.length; i++) {
    const { d, v, a } = moves[i]!;
    entry[i + 1] = Math.min(entry[i + 1]!, Math.sqrt(entry[i]! ** 2 + 2 * a * d));
    const peak = Math.min(v, Math.sqrt((entry[i]! ** 2 + entry[i + 1]! ** 2) / 2 + a * d));
    time +=
      (2 * peak - entry[i]! - entry[i + 1]!) / a +
      Math.max(0, d - (2 * peak ** 2 - entry[i]! ** 2 - entry[i + 1]! ** 2) / (2 * a)) / peak;
  }
  return time;
}
