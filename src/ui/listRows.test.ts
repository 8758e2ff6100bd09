import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { countFacet, facetsHold, isFound, sortRows } from './listRows.ts';

interface Row {
  readonly name: string;
  readonly place: string;
  readonly hours: number | null;
}
const columns = [
  { key: 'name', of: (r: Row) => r.name },
  { key: 'place', of: (r: Row) => r.place, isFacet: true },
  { key: 'hours', of: (r: Row) => r.hours },
];
const rows: Row[] = [
  { name: 'T-10', place: 'bench', hours: 4 },
  { name: 'T-9', place: 'bench', hours: null },
  { name: 'Cima Fóppa', place: 'window', hours: 12 },
];

describe('a list', () => {
  test('finds a row by all words of a search, in any cell, whatever the case and accents', () => {
    expect(rows.filter((r) => isFound(r, columns, 'WINDOW foppa'))).toEqual([rows[2]]);
    expect(rows.filter((r) => isFound(r, columns, ' '))).toEqual(rows);
    expect(rows.filter((r) => isFound(r, columns, 'bench 12'))).toEqual([]);
  });
  test('sorts text as people count and figures by size, empty cells last both ways', () => {
    expect(sortRows(rows, (r) => r.name, false).map((r) => r.name)).toEqual(['Cima Fóppa', 'T-9', 'T-10']);
    expect(sortRows(rows, (r) => r.hours, false).map((r) => r.hours)).toEqual([4, 12, null]);
    expect(sortRows(rows, (r) => r.hours, true).map((r) => r.hours)).toEqual([12, 4, null]);
  });
  test('counts in each choice what choosing it leaves', () => {
    const row = fc.record({
      name: fc.constantFrom('a', 'b', 'c'),
      place: fc.constantFrom('', 'p', 'q', 'r'),
      hours: fc.option(fc.integer({ min: 0, max: 9 })),
    });
    const chosenBefore = fc.constantFrom<Record<string, string>>({}, { place: 'p' }, { name: 'a' });
    fc.assert(
      fc.property(fc.array(row), fc.constantFrom('', 'a', 'p 3'), chosenBefore, (all, text, chosen) => {
        for (const { value, n } of countFacet(all, columns, chosen, 'place', text)) {
          const left = all.filter(
            (r) => isFound(r, columns, text) && facetsHold(r, columns, { ...chosen, place: value }),
          );
          expect(left).toHaveLength(n);
        }
      }),
    );
  });
});
