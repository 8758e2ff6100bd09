import Papa from 'papaparse';
import { fail, succeed, type Result } from '../result/result.ts';

export interface CsvTable {
  readonly header: readonly string[];
  readonly rows: readonly { readonly line: number; readonly cells: readonly string[] }[];
}

/** Trouble with quotes as a person reads it. */
const QUOTES: Readonly<Record<string, string>> = {
  MissingQuotes: 'a quoted cell that is never closed',
  InvalidQuotes: 'text behind a closing quote',
};

/** A table of comma- or semicolon-separated text, whichever the header uses; quoted cells may hold either, line breaks and doubled quotes.
 *  Blank lines are skipped. A row with another count of cells, or with text behind a closing quote, is refused by its line. */
export function parseCsv(text: string): Result<CsvTable> {
  const plain = text.replace(/^\uFEFF/, '').replace(/\r\n/g, '\n');
  const first = plain.split('\n').find((l) => l.trim() !== '');
  if (first === undefined)
    return fail({ code: 'empty', what: 'The table is empty', todo: 'give a header line and rows' });
  const delimiter = first.includes(';') && !first.includes(',') ? ';' : ',';
  const rows: { readonly line: number; readonly cells: readonly string[] }[] = [];
  let line = 1;
  let from = 0;
  let trouble: { readonly what: string; readonly line: number } | null = null;
  Papa.parse<string[]>(plain, {
    delimiter,
    newline: '\n',
    step: ({ data, errors, meta }) => {
      const [wrong] = errors.filter((e) => e.type === 'Quotes');
      if (wrong) trouble ??= { what: QUOTES[wrong.code] ?? wrong.message, line };
      const cells = data.map((c) => c.trim());
      if (cells.some((c) => c !== '') || cells.length > 1) rows.push({ line, cells });
      line += plain.slice(from, meta.cursor).split('\n').length - 1;
      from = meta.cursor;
    },
  });
  if (trouble !== null) {
    const { what, line: at } = trouble as { readonly what: string; readonly line: number };
    return fail({
      code: 'quotes',
      what: `There is ${what}`,
      where: `line ${at}`,
      todo: 'double the quotes within a cell',
    });
  }
  const [head, ...body] = rows;
  const { cells: header } = head!;
  for (const { line: at, cells } of body) {
    if (cells.length === header.length) continue;
    return fail({
      code: 'cells',
      what: `${cells.length} cells under ${header.length} columns`,
      where: `line ${at}`,
      todo:
        cells.length > header.length && delimiter === ','
          ? 'decimals need a point, not a comma'
          : `give ${header.length} cells`,
    });
  }
  return succeed({ header, rows: body });
}

/** What a spreadsheet would run as a formula; a signed figure is none. */
const FORMULA = /^(?![+-]?(?:\d+\.?\d*|\.\d+)$)[=+\-@\t\r][\s\S]*$/;

/** A row of cells as text that any spreadsheet reads as text: quotes doubled, formula-like cells kept from being run. */
export const csvLine = (cells: readonly (string | number | null)[]): string =>
  Papa.unparse([cells.map((c) => String(c ?? ''))], { escapeFormulae: FORMULA, newline: '\n' });

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
