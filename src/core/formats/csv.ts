import { fail, succeed, type Result } from '../result/result.ts';

export interface CsvTable { readonly header: readonly string[]; readonly rows: readonly { readonly line: number; readonly cells: readonly string[] }[] }

/** A table of plain comma-separated text; blank lines are skipped. A row with another count of cells is refused by line. */
export function parseCsv(text: string): Result<CsvTable> {
  const lines = text.replace(/^\uFEFF/, '').split(/\r?\n/);
  const headerAt = lines.findIndex((l) => l.trim() !== '');
  if (headerAt < 0) return fail({ code: 'empty', what: 'The table is empty', todo: 'give a header line and rows' });
  const cells = (line: string) => line.split(',').map((c) => c.trim().replace(/^"(.*)"$/, '$1'));
  const header = cells(lines[headerAt]!);
  const rows = [];
  for (let i = headerAt + 1; i < lines.length; i++) {
    if (lines[i]!.trim() === '') continue;
    const row = cells(lines[i]!);
    if (row.length !== header.length) {
      const hint = row.length > header.length ? 'decimals need a point, not a comma' : `give ${header.length} cells`;
      return fail({ code: 'cells', what: `${row.length} cells under ${header.length} columns`, where: `line ${i + 1}`, todo: hint });
    }
    rows.push({ line: i + 1, cells: row });
  }
  return succeed({ header, rows });
}

/** A cell as a plain decimal figure, or why not. */
export function figureOf(cell: string, line: number, column: string): Result<number> {
  if (!/^[+-]?(\d+(\.\d*)?|\.\d+)$/.test(cell)) return fail({ code: 'notAFigure', what: `"${cell}" is not a figure`, where: `line ${line}, column ${column}`, todo: 'write digits with a decimal point' });
  const value = Number(cell);
  return Number.isFinite(value) ? succeed(value) : fail({ code: 'notAFigure', what: `"${cell}" is out of range`, where: `line ${line}, column ${column}` });
}
