import { fail, succeed, type Result } from '../result/result.ts';

export interface CsvTable {
  readonly header: readonly string[];
  readonly rows: readonly { readonly line: number; readonly cells: readonly string[] }[];
}

/** A table of comma- or semicolon-separated text, whichever the header uses; quoted cells may hold either and doubled quotes.
 *  Blank lines are skipped. A row with another count of cells is refused by line. */
export function parseCsv(text: string): Result<CsvTable> {
  const lines = text.replace(/^\uFEFF/, '').split(/\r?\n/);
  const headerAt = lines.findIndex((l) => l.trim() !== '');
  if (headerAt < 0) return fail({ code: 'empty', what: 'The table is empty', todo: 'give a header line and rows' });
  const separator = lines[headerAt]!.includes(';') && !lines[headerAt]!.includes(',') ? ';' : ',';
  const header = cellsOf(lines[headerAt]!, separator);
  const rows = [];
  for (let i = headerAt + 1; i < lines.length; i++) {
    if (lines[i]!.trim() === '') continue;
    const row = cellsOf(lines[i]!, separator);
    if (row.length !== header.length) {
      const hint =
        row.length > header.length && separator === ','
          ? 'decimals need a point, not a comma'
          : `give ${header.length} cells`;
      return fail({
        code: 'cells',
        what: `${row.length} cells under ${header.length} columns`,
        where: `line ${i + 1}`,
        todo: hint,
      });
    }
    rows.push({ line: i + 1, cells: row });
  }
  return succeed({ header, rows });
}

function cellsOf(line: string, separator: string): string[] {
  const cells: string[] = [];
  for (let i = 0; ; i++) {
    while (line[i] === ' ') i++;
    let cell = '';
    if (line[i] === '"') {
      for (i++; i < line.length && !(line[i] === '"' && line[i + 1] !== '"'); i++) {
        if (line[i] === '"') i++;
        cell += line[i];
      }
      i++;
      while (i < line.length && line[i] !== separator) i++;
    } else {
      const from = i;
      while (i < line.length && line[i] !== separator) i++;
      cell = line.slice(from, i).trim();
    }
    cells.push(cell);
    if (i >= line.length) return cells;
  }
}

/** A row of cells as text that any spreadsheet reads as text: quotes doubled, formula-like cells kept from being run. */
export function csvLine(cells: readonly (string | number | null)[]): string {
  return cells
    .map((c) => {
      const text = String(c ?? '');
      const safe = /^[=+\-@\t\r]/.test(text) && !/^[+-]?(\d+\.?\d*|\.\d+)$/.test(text) ? `'${text}` : text;
      return /[",;\n\r]/.test(safe) ? `"${safe.replace(/"/g, '""')}"` : safe;
    })
    .join(',');
}

/** A cell as a plain decimal figure, or why not. */
export function figureOf(cell: string, line: number, column: string): Result<number> {
  if (!/^[+-]?(\d+(\.\d*)?|\.\d+)$/.test(cell))
    return fail({
      code: 'notAFigure',
      what: `"${cell}" is not a figure`,
      where: `line ${line}, column ${column}`,
      todo: 'write digits with a decimal point',
    });
  const value = Number(cell);
  return Number.isFinite(value)
    ? succeed(value)
    : fail({ code: 'notAFigure', what: `"${cell}" is out of range`, where: `line ${line}, column ${column}` });
}
