import { describe, expect, test } from 'vitest';
import { trialKinds } from '../../src/areas/trials/kinds/index.ts';
import { casesByKind, fitTable } from './kindCases.ts';

const casesOf = await casesByKind();
/** What must follow, as the test runner compares it. */
const wanted = (gives: unknown): unknown =>
  Array.isArray(gives)
    ? gives.map(wanted)
    : typeof gives !== 'object' || gives === null
      ? gives
      : 'about' in gives
        ? 'digits' in gives
          ? expect.closeTo(gives.about as number, gives.digits as number)
          : expect.any(Number)
        : Object.fromEntries(Object.entries(gives).map(([k, v]) => [k, wanted(v)]));
const codeOf = (r: ReturnType<typeof fitTable>): string => (r.ok ? 'ok' : r.failure.code);

describe.each(trialKinds.map((k) => k.key))('a table of %s readings', (key) => {
  const { csv, options, gives } = casesOf(key).table;
  const lines = csv.split('\n');
  test('recovers what it was made from, under the promised names', () => {
    const r = fitTable(key, csv, options);
    expect(r.ok ? r.value : r.failure).toMatchObject(wanted(gives) as object);
  });
  test('gives the same in another order of columns and rows, and with semicolons', () => {
    const turn = (l: string): string => l.split(',').reverse().join(';');
    const r = fitTable(key, [turn(lines[0]!), ...lines.slice(1).map(turn)].join('\n'), options);
    expect(r).toEqual(fitTable(key, csv, options));
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
      codeOf(fitTable(key, lacking, options)),
      codeOf(fitTable(key, words, options)),
      fitTable(key, lines.slice(0, 2).join('\n'), options).ok,
      fitTable(key, lines[0]!, options).ok,
    ]).toEqual(['columns', 'notAFigure', false, false]);
  });
});
test('names of fits are unique', () => expect(new Set(trialKinds.map((k) => k.key)).size).toBe(trialKinds.length));
test.each([
  ['an axis nobody knows', 'axis,feature,nominal_mm,measured_mm\nw,outer,20,20', 'word'],
  ['a column twice', 'axis,axis,feature,nominal_mm,measured_mm\nx,x,outer,20,20', 'columns'],
  ['a length below zero', 'axis,feature,nominal_mm,measured_mm\nx,outer,-20,20', 'outside'],
])('%s is refused', (_, csv, code) => expect(codeOf(fitTable('dimensions', csv))).toBe(code));
