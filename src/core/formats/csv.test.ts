import fc from 'fast-check';
import { expect, test } from 'vitest';
import { csvLine, figureOf, parseCsv } from './csv.ts';

test('a table comes back with the lines its rows stand on', () => {
  const t = parseCsv('\uFEFFside,mm\r\n\r\nfront,0.4\nback,"0.5"\n');
  expect(t.ok && t.value).toEqual({
    header: ['side', 'mm'],
    rows: [
      { line: 3, cells: ['front', '0.4'] },
      { line: 4, cells: ['back', '0.5'] },
    ],
  });
});
test.each([
  ['', 'empty'],
  ['a,b\n1,2,3\n', 'cells'],
  ['a,b\n1\n', 'cells'],
])('%j is refused', (text, code) => {
  const t = parseCsv(text);
  expect(t.ok ? '' : t.failure.code).toBe(code);
});
test('a row with too many cells suspects a comma as decimal', () => {
  const t = parseCsv('a,b\nfront,0,44\n');
  expect(t.ok ? '' : t.failure.todo).toContain('not a comma');
});
test.each(['', 'x', '1e5', 'NaN', '1.2.3', 'Infinity', '0x10'])('"%s" is not a figure', (cell) =>
  expect(figureOf(cell, 2, 'mm').ok).toBe(false),
);
test.each([
  ['0.44', 0.44],
  ['-3', -3],
  ['.5', 0.5],
  ['+2.', 2],
])('"%s" is %f', (cell, value) => {
  const f = figureOf(cell, 2, 'mm');
  expect(f.ok && f.value).toBe(value);
});
test('quoted cells hold separators and doubled quotes', () => {
  const t = parseCsv('a,b\n"PLA, ASA","say ""no"""\n');
  expect(t.ok && t.value.rows[0]!.cells).toEqual(['PLA, ASA', 'say "no"']);
});
test('a table with semicolons keeps its decimal commas', () => {
  const t = parseCsv('key;value\nfine;0,2 mm\n');
  expect(t.ok && t.value.rows[0]!.cells).toEqual(['fine', '0,2 mm']);
});
test('any line written is read back, and what looks like a formula is kept from being one', () => {
  const cell = fc.string({ maxLength: 12 }).filter((c) => !/\r/.test(c) && c === c.trim() && !/^'?[=+\-@\t]/.test(c));
  fc.assert(
    fc.property(fc.array(cell, { minLength: 2, maxLength: 6 }), (cells) => {
      const t = parseCsv(`${cells.map((_, i) => `c${i}`).join(',')}\n${csvLine(cells)}`);
      if (t.ok && t.value.rows.length > 0) expect(t.value.rows[0]!.cells).toEqual(cells);
      else expect(cells.every((c) => c === '')).toBe(true);
    }),
    { seed: 41 },
  );
  expect(csvLine(['=1+1', '@x', '-0.25', '+cmd'])).toBe(`"'=1+1","'@x",-0.25,"'+cmd"`);
});
test('a quoted cell may hold a line break, and the lines after it are still counted', () => {
  const t = parseCsv('a,b\n"two\nlines",1\n\nx,2\n');
  expect(t.ok && t.value.rows).toEqual([
    { line: 2, cells: ['two\nlines', '1'] },
    { line: 5, cells: ['x', '2'] },
  ]);
  const short = parseCsv('a,b\n"two\nlines",1\nx\n');
  expect(short.ok ? '' : short.failure.where).toBe('line 4');
});
test.each([
  ['text behind a closing quote', 'a,b\n1,2\n"x"y,3\n', 'There is text behind a closing quote', 'line 3'],
  ['a quote that is never closed', 'a,b\n"x,3\n', 'There is a quoted cell that is never closed', 'line 2'],
])('%s is refused by its line', (_, text, what, where) => {
  const t = parseCsv(text);
  expect(t.ok ? null : [t.failure.what, t.failure.where]).toEqual([what, where]);
});
