import { describe, expect, test } from 'vitest';
import { blankReadings, readingsOfTable } from './readingRows.ts';
import type { TrialPlan } from './trial.ts';

const plan = {
  bands: [240, 245, 250].map((value, i) => ({ value, fromMm: i * 8, toMm: i * 8 + 8 })),
} as Partial<TrialPlan> as TrialPlan;
const read = (text: string) => readingsOfTable('temperature', plan, text);

describe('a table of readings', () => {
  test('left blank has a row for every reading, and filled in gives just those rows back', () => {
    const blank = blankReadings('temperature', plan).split('\r\n');
    expect(blank[0]).toBe('band,feature,repeat,reading,nozzle,how');
    const filled = blank.map((line, i) => (i === 1 || i === 3 ? line.replace(/^(\d+,\w+,\d+),/, '$1,7') : line));
    const found = read(filled.join('\n'));
    expect(found).toMatchObject({
      ok: true,
      value: [
        { band: 1, typed: '7' },
        { band: 1, typed: '7' },
      ],
    });
  });
  test('may use semicolons, a byte order mark and labels for features', () =>
    expect(read('\uFEFFBand;Feature;Repeat;Reading\n2;face;1;4')).toMatchObject({
      ok: true,
      value: [{ band: 2, feature: 'surface', repeat: 1, typed: '4', line: 2 }],
    }));
  test.each([
    [
      'another kind’s columns',
      'distance_mm,strings\n1,4',
      'line 1',
      'columns band, feature, repeat, reading are missing',
    ],
    ['a feature of no such kind', 'band,feature,repeat,reading\n1,gaps,1,3', 'line 2, column feature', '"gaps"'],
    ['a band above the last', 'band,feature,repeat,reading\n4,surface,1,3', 'line 2, column band', '"4"'],
    ['a repeat nobody asked for', 'band,feature,repeat,reading\n1,surface,9,3', 'line 2, column repeat', '"9"'],
    ['one place twice', 'band,feature,repeat,reading\n1,surface,1,3\n1,face,1,2', 'line 3, column reading', 'line 2'],
    ['no reading at all', 'band,feature,repeat,reading\n1,surface,1,', undefined, 'No row has a reading'],
    ['nothing', '', undefined, 'empty'],
  ])('with %s is refused by line and column', (_, text, where, what) => {
    const found = read(text);
    expect(found.ok).toBe(false);
    if (found.ok) return;
    expect(found.failure.where).toBe(where);
    expect(found.failure.what).toContain(what);
  });
});
