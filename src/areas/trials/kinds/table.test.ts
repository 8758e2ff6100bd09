import { describe, expect, test } from 'vitest';
import { parseCsv } from '../../../core/formats/csv.ts';
import type { TrialKindKey } from './define.ts';
import { kindOf, trialKinds } from './index.ts';
import { readRows } from './table.ts';

/** Noise-free tables and what must follow from them: the promised names of fields. */
const examples: Readonly<
  Record<
    TrialKindKey,
    { readonly csv: string; readonly options?: Readonly<Record<string, number>>; readonly gives: object }
  >
> = {
  'first-layer': {
    csv: `x_mm,y_mm,thickness_mm\n${[
      [-80, -80],
      [80, -80],
      [0, 0],
      [-80, 80],
      [80, 80],
    ]
      .map(([x, y]) => `${x},${y},${0.25 + 0.0002 * x! - 0.0001 * y!}`)
      .join('\n')}`,
    options: { 'wanted-mm': 0.2, 'calibration-mm': 0 },
    gives: { offsetMm: expect.closeTo(-0.05, 9), tiltX: expect.closeTo(0.02, 9), tiltY: expect.closeTo(-0.01, 9) },
  },
  temperature: {
    csv: `nozzle_c,strings,sag_mm,strength_n\n${[190, 200, 210, 220, 230].map((t) => `${t},${Math.max(0, (t - 210) / 2)},${0.1 + Math.max(0, t - 210) * 0.02},${60 - Math.max(0, 210 - t)}`).join('\n')}`,
    gives: {
      value: expect.any(Number),
      range: [expect.any(Number), expect.any(Number)],
      plateau: [expect.any(Number), expect.any(Number)],
    },
  },
  flow: {
    csv: `side,thickness_mm\n${['front', 'right', 'back', 'left'].flatMap((s) => [`${s},0.44`, `${s},0.44`]).join('\n')}`,
    options: { 'target-mm': 0.44, 'layer-height-mm': 0.2, flow: 0.97 },
    gives: { flow: expect.closeTo(0.97, 12), measurableChange: false },
  },
  pressure: {
    csv: `factor_s,change_mm\n${[0, 0.01, 0.02, 0.03, 0.04, 0.05, 0.06].map((k) => `${k},${Math.hypot(0.02, 2 * (k - 0.033)).toFixed(9)}`).join('\n')}`,
    gives: { value: expect.closeTo(0.033, 7), range: [expect.any(Number), expect.any(Number)] },
  },
  retraction: {
    csv: `distance_mm,strings\n${[0, 0.25, 0.5, 0.75, 1, 1.25, 1.5, 1.75, 2].map((d) => `${d},${(20 * Math.exp(-2.5 * d)).toFixed(9)}`).join('\n')}`,
    gives: { value: expect.closeTo(Math.log(20) / 2.5, 5), range: [expect.closeTo(Math.log(20) / 2.5, 5), 2] },
  },
  refill: {
    csv: `refill_mm,bump_mm\n${[-0.1, -0.05, 0, 0.05, 0.1, 0.15, 0.2].map((r) => `${r},${(0.9 * (r - 0.12)).toFixed(9)}`).join('\n')}`,
    gives: { value: expect.closeTo(0.12, 7), bumpPerMm: expect.closeTo(0.9, 7) },
  },
  'highest-flow': {
    csv: `flow_mm3_s,expected_g,measured_g\n${[3, 4, 5, 6, 7, 8, 9, 10, 11, 12].map((q) => `${q},1,${(0.97 * (1 - 0.05 * Math.max(0, q - 8))).toFixed(9)}`).join('\n')}`,
    gives: {
      break: expect.closeTo(8, 3),
      limit: expect.any(Number),
      rawLimit: expect.any(Number),
      interval: [expect.any(Number), expect.any(Number)],
    },
  },
  acceleration: {
    csv: `acceleration_mm_s2,waves_mm\n${[400, 800, 1200, 1600, 2000, 2400].map((a) => `${a},${(0.01 + 0.02 * (a / 1000)).toFixed(9)}`).join('\n')}`,
    gives: { crossing: expect.closeTo(2000, 3), highestFine: 2000, limit: expect.closeTo(1600, 6), isReached: true },
  },
  'wall-speed': {
    csv: `speed_mm_s,waves_mm\n${[20, 30, 40, 50, 60, 70].map((v) => `${v},${(0.001 * v).toFixed(9)}`).join('\n')}`,
    gives: { crossing: expect.closeTo(50, 4), limit: expect.closeTo(40, 4) },
  },
  'layer-time': {
    csv: `side,slump_mm\n${['front', 'right', 'back', 'left'].map((s) => `${s},20`).join('\n')}`,
    options: { 'height-mm': 40, 'foot-s': 20, 'top-s': 4, 'resolution-mm': 0 },
    gives: { value: expect.closeTo(12, 9), heightMm: 20 },
  },
  overhang: {
    csv: `lean_deg,droop_mm\n${[20, 30, 40, 50, 60, 70].map((v) => `${v},${(0.3 * (v / 55) ** 2).toFixed(9)}`).join('\n')}`,
    gives: { crossing: expect.closeTo(55, 4), limit: expect.closeTo(55, 3) },
  },
  bridge: {
    csv: `span_mm,sag_mm\n${[10, 20, 30, 40, 50].map((v) => `${v},${(0.5 * (v / 34) ** 2).toFixed(9)}`).join('\n')}`,
    gives: { crossing: expect.closeTo(34, 4) },
  },
  dimensions: {
    csv: `axis,feature,nominal_mm,measured_mm\n${[20, 40, 70]
      .flatMap((n) => [`x,outer,${n},${(0.996 * n + 0.06).toFixed(9)}`])
      .concat([6, 10, 16].map((n) => `x,hole,${n},${(0.996 * n - 0.06).toFixed(9)}`))
      .join('\n')}`,
    gives: {
      x: {
        scale: expect.closeTo(1 / 0.996, 7),
        offsetMm: expect.closeTo(-0.06 / (2 * 0.996), 7),
        scaleInterval: [expect.any(Number), expect.any(Number)],
        offsetInterval: [expect.any(Number), expect.any(Number)],
      },
    },
  },
  'reference-part': {
    csv: `feature,before,after\n${['strings', 'overhang', 'bridge', 'top', 'wall', 'corner', 'hole', 'thin'].map((f, i) => `${f},${i === 0 ? 4 : 3},${i === 0 ? 3 : i === 1 ? 3 : 4}`).join('\n')}`,
    gives: { better: 6, worse: 1, same: 1, pValue: 0.125, verdict: 'no sure difference', meanChange: 0.625 },
  },
  'light-map': {
    csv: `x,y,mw_cm2\n${[-1, 0, 1].flatMap((y) => [-1, -0.5, 0, 0.5, 1].map((x) => `${x},${y},${3 + 0.1 * x}`)).join('\n')}`,
    gives: { meanMwPerCm2: expect.closeTo(3, 12), uniformity: expect.closeTo(2.9 / 3, 12), usableShare: 1 },
  },
  plate: {
    csv: `x,y,outcome\n${[-1, 0, 1].flatMap((y) => [-1, 0, 1].map((x) => `${x},${y},${1 + x}`)).join('\n')}`,
    gives: { says: 'level', side: 'left' },
  },
  'working-curve': {
    csv: `dose_mj_cm2,depth_mm\n${[6, 9, 14, 21, 32, 48].map((e) => `${e},${(0.14 * Math.log(e / 4.1)).toFixed(12)}`).join('\n')}`,
    gives: {
      dpMm: expect.closeTo(0.14, 9),
      ecMjPerCm2: expect.closeTo(4.1, 8),
      dpInterval: [expect.any(Number), expect.any(Number)],
      ecInterval: [expect.any(Number), expect.any(Number)],
    },
  },
  'exposure-ladder': {
    csv: `exposure_s,feature,nominal_mm,measured_mm\n${[1.5, 2, 2.6, 3.4, 4.4]
      .flatMap((s) => [
        `${s},bar,1,${(1 + 0.08 * Math.log(s / 2.4)).toFixed(12)}`,
        `${s},slot,1,${(1 - 0.08 * Math.log(s / 2.4)).toFixed(12)}`,
      ])
      .join('\n')}`,
    gives: { exposureS: expect.closeTo(2.4, 8), interval: [expect.any(Number), expect.any(Number)] },
  },
  'neck-strength': {
    csv: `exposure_s,parts_mm\n${[1.5, 2, 2.6, 3.4, 4.4].map((s) => `${s},${(0.4 - 0.1 * Math.log(s / 2.4)).toFixed(12)}`).join('\n')}`,
    options: { exposure: 2.4, tip: 0.45 },
    gives: {
      partsMm: expect.closeTo(0.4, 9),
      fallMmPerEFold: expect.closeTo(0.1, 9),
      holdsFromS: expect.closeTo(2.4 * Math.exp(-0.5), 8),
    },
  },
  lift: {
    csv: 'peel_mm_s,flank\n0.7,0\n0.7,0\n0.9,0\n1.2,0\n1.2,1\n1.2,0\n1.6,1\n1.6,2\n2,2',
    gives: { limit: 1.2, firstNot: 1.6 },
  },
  settling: {
    csv: 'pause_s,flank\n2,0\n1.5,0\n1.1,0\n0.8,1\n0.6,0',
    gives: { limit: 1.1, firstNot: 0.8 },
  },
  'resin-temperature': {
    csv: `resin_c,exposure_s,feature,nominal_mm,measured_mm\n${[20, 26, 32]
      .flatMap((c) => {
        const sharp = 2.4 * 0.98 ** (c - 20);
        return [1.5, 2, 2.6, 3.4, 4.4].flatMap((s, i) =>
          ['bar', 'slot'].map(
            (f) =>
              `${c},${s},${f},1,${(1 + (f === 'bar' ? 1 : -1) * (0.08 * Math.log(s / sharp) + (i % 2 ? 1 : -1) * 1e-7)).toFixed(12)}`,
          ),
        );
      })
      .join('\n')}`,
    gives: { percentPerC: expect.closeTo(2, 3), interval: [expect.any(Number), expect.any(Number)] },
  },
  'head-offset': {
    csv: 'axis,tooth\nx,2\nx,2\ny,-1\ny,-1',
    gives: { x: { offsetMm: expect.closeTo(0.2, 12) }, y: { offsetMm: expect.closeTo(-0.1, 12) } },
  },
};
function fit(key: TrialKindKey, csv: string, given: Readonly<Record<string, number>> = {}) {
  const { table } = kindOf(key);
  const parsed = parseCsv(csv);
  if (!parsed.ok) return parsed;
  const rows = readRows(table.columns, parsed.value);
  return rows.ok
    ? table.fit(rows.value, { ...Object.fromEntries(table.options.map((o) => [o.name, o.default ?? NaN])), ...given })
    : rows;
}
const codeOf = (r: ReturnType<typeof fit>): string => (r.ok ? 'ok' : r.failure.code);

describe.each(trialKinds.map((k) => k.key))('a table of %s readings', (key) => {
  const { csv, options, gives } = examples[key];
  const lines = csv.split('\n');
  test('recovers what it was made from, under the promised names', () => {
    const r = fit(key, csv, options);
    expect(r.ok ? r.value : r.failure).toMatchObject(gives);
  });
  test('gives the same in another order of columns and rows, and with semicolons', () => {
    const turn = (l: string): string => l.split(',').reverse().join(';');
    const r = fit(key, [turn(lines[0]!), ...lines.slice(1).map(turn)].join('\n'), options);
    expect(r).toEqual(fit(key, csv, options));
  });
  test('without a column, with a word for a figure or with too few rows is refused', () => {
    const lacking = lines.map((l) => l.split(',').slice(1).join(',')).join('\n');
    const last = lines[0]!.split(',').length - 1;
    const words = [
      lines[0]!,
      ...lines.slice(1).map((l, i) =>
        i === 0
          ? l
              .split(',')
              .map((c, k) => (k === last ? 'much' : c))
              .join(',')
          : l,
      ),
    ].join('\n');
    expect([
      codeOf(fit(key, lacking, options)),
      codeOf(fit(key, words, options)),
      fit(key, lines.slice(0, 2).join('\n'), options).ok,
      fit(key, lines[0]!, options).ok,
    ]).toEqual(['columns', 'notAFigure', false, false]);
  });
});
test('names of fits are unique', () => expect(new Set(trialKinds.map((k) => k.key)).size).toBe(trialKinds.length));
test.each([
  ['an axis nobody knows', 'axis,feature,nominal_mm,measured_mm\nw,outer,20,20', 'word'],
  ['a column twice', 'axis,axis,feature,nominal_mm,measured_mm\nx,x,outer,20,20', 'columns'],
  ['a length below zero', 'axis,feature,nominal_mm,measured_mm\nx,outer,-20,20', 'outside'],
])('%s is refused', (_, csv, code) => expect(codeOf(fit('dimensions', csv))).toBe(code));
