import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test } from 'vitest';

const folder = mkdtempSync(path.join(tmpdir(), 'cantiere-cli-'));
function run(args: string[], content?: string | Uint8Array): { code: number | null; out: string; err: string } {
  const file = path.join(folder, 'input');
  if (content !== undefined) writeFileSync(file, content);
  const done = spawnSync(
    'node',
    ['--import', 'tsx', 'src/cli/main.ts', ...args.map((a) => (a === 'FILE' ? file : a))],
    { encoding: 'utf8' },
  );
  return { code: done.status, out: done.stdout, err: done.stderr };
}
const readings = (mm: string): string =>
  `side,thickness_mm\n${['front', 'right', 'back', 'left'].flatMap((s) => [`${s},${mm}`, `${s},${mm}`]).join('\n')}\n`;
const fit = ['fit', 'flow', 'FILE', '--target-mm', '0.44', '--layer-height-mm', '0.2', '--flow', '1', '--json'];

test('inspect gives the promised fields as JSON alone', () => {
  const r = run(['inspect', 'FILE', '--json'], 'M109 S210\nG28\nM83\nG1 X100 E4 F6000\n');
  expect([r.code, r.err]).toEqual([0, '']);
  expect(JSON.parse(r.out)).toMatchObject({
    kind: 'gcode',
    layers: 1,
    timeS: expect.closeTo(1.1, 9),
    filamentMm: 4,
    boundsMm: { min: [0, 0, 0], max: [100, 0, 0] },
    nozzleMaxC: 210,
    bedMaxC: 0,
    retractions: 0,
    extrudingMoves: 1,
    travelMoves: 0,
    heatingS: 95,
    unknownWords: [],
  });
});
test('a file with no word is refused with exit code 2 and one line', () => {
  const r = run(['inspect', 'FILE', '--json'], '; nothing\n');
  expect([r.code, r.out, r.err.trim().split('\n').length]).toEqual([2, '', 1]);
});
test('limits change the time and an unknown field is refused', () => {
  const limits = path.join(folder, 'limits.json');
  writeFileSync(limits, '{"accelerationMmPerS2":500}');
  expect(JSON.parse(run(['inspect', 'FILE', '--limits', limits, '--json'], 'G1 X100 F6000\n').out).timeS).toBeCloseTo(
    1.2,
    9,
  );
  writeFileSync(limits, '{"speed":5}');
  expect(run(['inspect', 'FILE', '--limits', limits], 'G1 X1\n').err).toContain('unknown limit "speed"');
});
test('fit flow answers with value, both ways, interval and whether anything changed', () => {
  const r = run(fit, readings('0.44'));
  expect(JSON.parse(r.out)).toMatchObject({
    flow: expect.closeTo(1, 12),
    flowByWidth: expect.closeTo(1, 12),
    n: 8,
    measurableChange: false,
  });
});
test.each([
  ['commas as decimals', readings('0,44'), 'point, not a comma'],
  ['too few', 'side,thickness_mm\nfront,0.4\n', 'sides'],
  ['words', readings('thick'), 'line 2, column thickness_mm'],
  ['other columns', 'a,b\n1,2\n', 'columns'],
])('fit flow refuses %s and says where', (_, csv, said) => {
  const r = run(fit, csv);
  expect([r.code, r.out]).toEqual([2, '']);
  expect(r.err).toContain(said);
});
test('fit reads other kinds of trial, with their options, and a kind nobody knows is refused by name', () => {
  const strings = `distance_mm,strings\n${[0, 0.25, 0.5, 0.75, 1, 1.25, 1.5].map((d) => `${d},${(20 * Math.exp(-2.5 * d)).toFixed(6)}`).join('\n')}\n`;
  const r = run(['fit', 'retraction', 'FILE', '--accepted', '2', '--json'], strings);
  expect([r.code, r.err]).toEqual([0, '']);
  expect(JSON.parse(r.out)).toMatchObject({
    value: expect.closeTo(Math.log(10) / 2.5, 4),
    range: [expect.closeTo(Math.log(10) / 2.5, 4), 1.5],
  });
  expect(run(['fit', 'retraction', 'FILE', '--json'], 'distance_mm,strings\n0,9\n1,9\n2,9\n3,9\n4,9\n').err).toContain(
    'as many strings',
  );
  expect(run(['fit', 'colour', 'FILE'], strings)).toMatchObject({
    code: 2,
    out: '',
    err: expect.stringContaining('not "colour"'),
  });
});
