import { figureOf, type CsvTable } from '../../../core/formats/csv.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';

/** A column of a table of readings; one with `words` holds one of them, one that is `isText` anything short, any other a figure. */
export interface Column {
  readonly name: string;
  readonly what: string;
  readonly words?: readonly string[];
  readonly isText?: boolean;
  readonly isOptional?: boolean;
  /** What a figure can be; outside it is a slip. */ readonly range?: readonly [number, number];
}
export interface TableOption {
  readonly name: string;
  readonly what: string;
  readonly default?: number;
  readonly isZeroAllowed?: boolean;
}
export class Row {
  constructor(private readonly cells: Readonly<Record<string, string | number>>) {}
  figure(name: string): number {
    return this.cells[name] as number;
  }
  figureOr(name: string): number | undefined {
    return this.cells[name] as number | undefined;
  }
  word(name: string): string {
    return this.cells[name] as string;
  }
}
/** Readings of a kind as a table in a file, and what follows from them alone (docs/formats/readings.md). */
export interface ReadingTable {
  readonly columns: readonly Column[];
  readonly options: readonly TableOption[];
  readonly fit: (rows: readonly Row[], options: Readonly<Record<string, number>>) => Result<object>;
}

/** Rows of a table by the columns a kind asks for; the first thing that cannot be is named by line and column. */
export function readRows(columns: readonly Column[], table: CsvTable): Result<Row[]> {
  const at = new Map(columns.map((c) => [c.name, table.header.indexOf(c.name)] as const));
  const missing = columns.filter((c) => !c.isOptional && at.get(c.name)! < 0);
  const twice = table.header.find((h, i) => table.header.indexOf(h) !== i);
  if (missing.length > 0)
    return fail({
      code: 'columns',
      what: `columns ${columns.map((c) => `"${c.name}"${c.isOptional ? ' (may be left out)' : ''}`).join(', ')} are needed; found ${table.header.join(', ')}`,
      where: 'line 1',
      todo: `add ${missing.map((c) => c.name).join(', ')}`,
    });
  if (twice !== undefined)
    return fail({ code: 'columns', what: `column "${twice}" stands twice`, where: 'line 1', todo: 'keep one of them' });
  const rows: Row[] = [];
  for (const { line, cells } of table.rows) {
    const row: Record<string, string | number> = {};
    for (const c of columns) {
      const i = at.get(c.name)!;
      const cell = i < 0 ? '' : cells[i]!;
      const where = `line ${line}, column ${c.name}`;
      if (cell === '' && c.isOptional) continue;
      if (c.isText || c.words) {
        if (c.words ? !c.words.includes(cell) : cell === '' || cell.length > 40)
          return fail({
            code: 'word',
            what: `"${cell.slice(0, 40)}" cannot be`,
            where,
            todo: c.words ? `write ${c.words.join(' or ')}` : 'write a short name',
          });
        row[c.name] = cell;
        continue;
      }
      const figure = figureOf(cell, line, c.name);
      if (!figure.ok) return figure;
      if (c.range && !(figure.value >= c.range[0] && figure.value <= c.range[1]))
        return fail({
          code: 'outside',
          what: `${c.what} of ${figure.value} cannot be`,
          where,
          todo: `it lies between ${c.range[0]} and ${c.range[1]}`,
        });
      row[c.name] = figure.value;
    }
    rows.push(new Row(row));
  }
  return succeed(rows);
}
