import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { exampleLimits } from '../motion/limits.ts';
import { inspectGcode } from './inspect.ts';
import { PathReader, quantityOf, readPath, type PathColumns } from './pathColumns.ts';

const AREA = 2;
const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
const read = (text: string): PathColumns => readPath(bytesOf(text), AREA);
const pieces = (p: PathColumns) =>
  Array.from({ length: p.count }, (_, i) => [p.x0[i], p.y0[i], p.x1[i], p.y1[i], p.layer[i], p.extruded[i]]);

test('lines and travel come with layer, temperature, speed and what was retracted', () => {
  const p = read(
    'M109 S210\nM83\nG28\nG0 Z0.2 F600\nG0 X10 Y0 F6000\nG1 X20 Y0 E1 F1200\nG1 E-0.8 F2100\nG0 X20 Y30\nM204 S900\nG0 Z0.4\nG1 E0.8\nG1 X10 Y30 E1 F600\n',
  );
  expect(pieces(p)).toEqual([
    [0, 0, 10, 0, 0, 0],
    [10, 0, 20, 0, 0, 1],
    [20, 0, 20, 30, 0, 0],
    [20, 30, 10, 30, 1, 1],
  ]);
  expect([p.layerZMm, p.nozzleC[1], p.mmPerS[1], p.mmPerS2[3]]).toEqual([[0.2, 0.4], 210, 20, 900]);
  expect(p.retractedMm[2]).toBeCloseTo(0.8, 6);
  expect(p.areaMm2[3]).toBeCloseTo(0.2, 6);
  expect(quantityOf(p, 'flow')[3]).toBeCloseTo(2, 6);
});

test('filament counted as volume is drawn as wide as it is', () => {
  const p = readPath(bytesOf('M83\nG0 X0 Y0 Z0.2 F600\nG1 X10 E4\n'), AREA, { filamentIn: 'mm³' });
  expect(p.areaMm2[0]).toBeCloseTo(4 / 10, 6);
});

/** The five ways a program may be written that once were drawn otherwise than they were checked. */
describe('is drawn as it is checked', () => {
  test.each([
    [
      'an incremental square',
      'M83\nG90\nG0 X50 Y50 Z0.2\nG91\nG1 X20 E1\nG1 Y20 E1\nG1 X-20 E1\nG1 Y-20 E1\n',
      [50, 70, 50, 70],
    ],
    ['inches', 'G20\nM83\nG0 X1 Y1 Z0.008\nG1 X2 E0.04\nG1 Y3 E0.04\n', [25.4, 50.8, 25.4, 76.2]],
    ['an arc by its radius', 'M83\nG0 X10 Y0 Z0.2\nG3 X-10 Y0 R10 E1\n', [-10, 10, 0, 10]],
    ['modal lines', 'M83\nG0 X10 Y10 Z0.2\nG1 X30 E1\nY30 E1\nX10 E1\n', [10, 30, 10, 30]],
    ['a place set anew', 'M83\nG0 X10 Y10 Z0.2\nG92 X0 Y0\nG1 X5 E1\nG1 Y5 E1\n', [10, 15, 10, 15]],
  ])('%s', (_, text, [x0, x1, y0, y1]) => {
    const p = read(text);
    const box = boxOf(p);
    [x0, y0, x1, y1].forEach((v, k) => expect([box.min[0], box.min[1], box.max[0], box.max[1]][k]).toBeCloseTo(v!, 4));
    expect(againstReport(text)).toEqual([]);
  });
});

function boxOf(p: PathColumns): { min: [number, number]; max: [number, number]; lengthMm: number[] } {
  const min: [number, number] = [Infinity, Infinity];
  const max: [number, number] = [-Infinity, -Infinity];
  const lengthMm = p.layerZMm.map(() => 0);
  for (let i = 0; i < p.count; i++) {
    if (p.extruded[i] !== 1) continue;
    for (const [k, v] of [p.x0[i]!, p.y0[i]!, p.x1[i]!, p.y1[i]!].entries()) {
      min[k % 2] = Math.min(min[k % 2]!, v);
      max[k % 2] = Math.max(max[k % 2]!, v);
    }
    lengthMm[p.layer[i]!]! += Math.hypot(p.x1[i]! - p.x0[i]!, p.y1[i]! - p.y0[i]!);
  }
  return { min, max, lengthMm };
}
/** Where the drawing of a program differs from what is measured of it: bounds, heights and lengths of path, layer by layer. */
function againstReport(text: string): string[] {
  const report = inspectGcode(bytesOf(text), exampleLimits);
  if (!report.ok) throw new Error(report.failure.what);
  const p = read(text);
  const differences: string[] = [];
  const check = (what: string, drawn: number, measured: number, within: number): void => {
    if (!(Math.abs(drawn - measured) <= within)) differences.push(`${what}: drawn ${drawn}, measured ${measured}`);
  };
  const { layerRows, boundsMm } = report.value;
  if (!boundsMm) return p.layerZMm.length === 0 ? [] : ['drawn, and not measured'];
  const box = boxOf(p);
  for (const k of [0, 1] as const) {
    check(`least ${'XY'[k]}`, box.min[k], boundsMm.min[k]!, 0.02);
    check(`largest ${'XY'[k]}`, box.max[k], boundsMm.max[k]!, 0.02);
  }
  // what only primes the nozzle is drawn before the layers, and is none of them
  const primes = p.layerZMm.length - layerRows.length;
  if (primes !== 0 && primes !== 1) differences.push(`${primes} layers more are drawn than measured`);
  layerRows.forEach((row, k) => {
    check(`height of layer ${k + 1}`, p.layerZMm[k + primes]!, row.zMm, 1e-3);
    check(`path of layer ${k + 1}`, box.lengthMm[k + primes]!, row.pathMm, 0.02 + 0.002 * row.pathMm);
  });
  return differences;
}

/** Programs in every mode there is: units, absolute and relative places and filament, places set anew, modal lines, arcs both ways. */
const place = fc.integer({ min: -400, max: 400 }).map((n) => n / 10);
const step = fc.oneof(
  fc.record({ kind: fc.constant('line' as const), x: place, y: place, e: fc.constantFrom(0, 1), modal: fc.boolean() }),
  fc.record({
    kind: fc.constant('arc' as const),
    code: fc.constantFrom(2, 3),
    i: fc.integer({ min: 5, max: 60 }),
    j: fc.integer({ min: -60, max: 60 }),
    way: fc.constantFrom('full', 'quarter', 'radius'),
  }),
  fc.record({ kind: fc.constant('mode' as const), word: fc.constantFrom('G20', 'G21', 'G90', 'G91', 'M82', 'M83') }),
  fc.record({ kind: fc.constant('place' as const), x: place, all: fc.boolean() }),
  fc.record({ kind: fc.constant('up' as const) }),
);
function written(steps: readonly (typeof step extends fc.Arbitrary<infer T> ? T : never)[]): string {
  const lines = ['G90', 'M83', 'G28', 'G1 Z0.2 F3000'];
  let isRelative = false;
  let isFilamentRelative = true;
  let scale = 1;
  let z = 0.2;
  let e = 0;
  const fed = (mm: number): string => {
    e += mm;
    return ((isFilamentRelative ? mm : e) / scale).toFixed(5);
  };
  for (const s of steps) {
    if (s.kind === 'mode') {
      if (s.word === 'M82' || s.word === 'M83') {
        isFilamentRelative = s.word === 'M83';
        lines.push(s.word, `G92 E${(e / scale).toFixed(5)}`);
      } else {
        if (s.word === 'G20') scale = 25.4;
        else if (s.word === 'G21') scale = 1;
        else isRelative = s.word === 'G91';
        lines.push(s.word);
      }
    } else if (s.kind === 'line')
      lines.push(
        `${s.modal ? '' : 'G1 '}X${(s.x / scale).toFixed(4)} Y${(s.y / scale).toFixed(4)}${s.e > 0 ? ` E${fed(0.5)}` : ''}`,
      );
    else if (s.kind === 'place') lines.push(s.all ? 'G92' : `G92 X${(s.x / scale).toFixed(4)}`);
    else if (s.kind === 'up') {
      z += 0.2;
      lines.push('G90', `G1 Z${(z / scale).toFixed(5)}`, isRelative ? 'G91' : 'G90');
    } else if (s.kind === 'arc') {
      const [i, j] = [s.i / 10, s.j / 10];
      const [ti, tj] = [(i / scale).toFixed(4), (j / scale).toFixed(4)];
      lines.push('G91');
      if (s.way === 'full') lines.push(`G${s.code} I${ti} J${tj} E${fed(0.5)}`);
      else {
        const turn = s.code === 3 ? 1 : -1; // a quarter turn about the centre
        const [dx, dy] = [i + turn * -j * -1 * -1, j + turn * i * -1];
        const r = Math.hypot(i, j);
        if (s.way === 'quarter')
          lines.push(`G${s.code} X${(dx / scale).toFixed(4)} Y${(dy / scale).toFixed(4)} I${ti} J${tj} E${fed(0.5)}`);
        else lines.push(`G${s.code} X${(i / scale).toFixed(4)} Y${tj} R${((r * 0.8) / scale).toFixed(4)} E${fed(0.5)}`);
      }
      lines.push(isRelative ? 'G91' : 'G90');
    }
  }
  return `${lines.join('\n')}\n`;
}
test('200 programs in every mode are drawn within the same bounds, on the same layers and as long as they are measured', () => {
  fc.assert(
    fc.property(fc.array(step, { minLength: 5, maxLength: 60 }), (steps) => {
      expect(againstReport(written(steps))).toEqual([]);
    }),
    { numRuns: 200, seed: 20261127 },
  );
});
test('in whatever chunks a program comes, it is drawn the same', () => {
  const bytes = bytesOf('M83\nG0 X10 Y10 Z0.2 F3000\nG1 X30 E1\nY30 E1\nG3 X10 Y30 R10 E1\nG1 X10 Y10 E1');
  const whole = readPath(bytes, AREA);
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 20 }), { minLength: 8, maxLength: 20 }), (sizes) => {
      const reader = new PathReader(AREA);
      let from = 0;
      for (const size of [...sizes, bytes.length]) {
        reader.push(bytes.subarray(from, from + size));
        from += size;
      }
      expect(pieces(reader.finish())).toEqual(pieces(whole));
    }),
    { numRuns: 50 },
  );
});
test('a full turn of an arc ends where it begins, and no chord leaves it by more than a hundredth', () => {
  const p = read('M82\nG92 E0\nG0 Z0.2\nG0 X10 Y0\nG3 X10 Y0 I-10 J0 E5\n');
  const last = p.count - 1;
  expect([p.x1[last], p.y1[last]]).toEqual([10, 0]);
  for (let i = 1; i < p.count; i++) {
    expect(Math.hypot(p.x1[i]!, p.y1[i]!)).toBeCloseTo(10, 4);
    expect(10 - Math.hypot((p.x0[i]! + p.x1[i]!) / 2, (p.y0[i]! + p.y1[i]!) / 2)).toBeLessThan(0.0101);
  }
});
test('layers are counted from below, whatever order they come in', () => {
  const p = read('M83\nG0 X0 Y0 Z0.2 F600\nG1 X10 E1\nG0 Z0.6\nG1 X0 E1\nG0 Z0.4\nG1 X10 E1\n');
  expect([p.layerZMm, [...p.layer]]).toEqual([
    [0.2, 0.4, 0.6],
    [0, 2, 1],
  ]);
});
test('what only primes the nozzle, above the first layer, comes before the part', () => {
  const p = read('M83\nG0 X0 Y0 Z0.4 F600\nG1 X10 E1\nG0 Z0.2\nG1 X0 E1\nG0 Z0.4\nG1 X10 E1\n');
  expect([p.layerZMm, [...p.layer]]).toEqual([
    [0.4, 0.2, 0.4],
    [0, 1, 2],
  ]);
});
