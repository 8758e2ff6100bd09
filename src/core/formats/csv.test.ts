import { expect, test } from 'vitest';
import { figureOf, parseCsv } from './csv.ts';

test('a table comes back with the lines its rows stand on', () => {
  const t = parseCsv('\uFEFFside,mm\r\n\r\nfront,0.4\nback,"0.5"\n');
  expect(t.ok && t.value).toEqual({ header: ['side', 'mm'], rows: [{ line: 3, cells: ['front', '0.4'] }, { line: 4, cells: ['back', '0.5'] }] });
});
test.each([['', 'empty'], ['a,b\n1,2,3\n', 'cells'], ['a,b\n1\n', 'cells']])('%j is refused', (text, code) => {
  const t = parseCsv(text);
  expect(t.ok ? '' : t.failure.code).toBe(code);
});
test('a row with too many cells suspects a comma as decimal', () => { const t = parseCsv('a,b\nfront,0,44\n'); expect(t.ok ? '' : t.failure.todo).toContain('not a comma'); });
test.each(['', 'x', '1e5', 'NaN', '1.2.3', 'Infinity', '0x10'])('"%s" is not a figure', (cell) => expect(figureOf(cell, 2, 'mm').ok).toBe(false));
test.each([['0.44', 0.44], ['-3', -3], ['.5', 0.5], ['+2.', 2]])('"%s" is %f', (cell, value) => { const f = figureOf(cell, 2, 'mm'); expect(f.ok && f.value).toBe(value); });
