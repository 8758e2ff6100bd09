import { parseCsv } from '../../../core/formats/csv.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { SettingValue } from '../settings/define.ts';

export const comparisons = ['above', 'below', 'is', 'is not set', 'any value'] as const;
export type Comparison = (typeof comparisons)[number];

/** A profile that a search by value found, with the value in force and where it comes from. */
export interface FoundValue {
  readonly id: string;
  readonly kind: string;
  readonly key: string;
  readonly name: string;
  readonly stock: boolean;
  readonly value: SettingValue | null;
  readonly origin: string;
}
/** One wished change of one setting of one profile, as typed; empty text takes the own value away. */
export interface WishedChange {
  readonly kind: string;
  readonly key: string;
  readonly setting: string;
  readonly text: string;
}
/** What a wished change would do. */
export interface ChangeRow {
  readonly index: number;
  readonly name: string;
  readonly kind: string;
  readonly setting: string;
  readonly label: string;
  readonly from: string;
  readonly to: string;
  readonly problem: string | null;
  readonly isSame: boolean;
}

export function holds(value: SettingValue | null, comparison: Comparison, wanted: SettingValue | null): boolean {
  if (comparison === 'is not set') return value === null;
  if (value === null) return false;
  if (comparison === 'any value') return true;
  if (comparison === 'is') return JSON.stringify(value) === JSON.stringify(wanted);
  const [low, high] = typeof value === 'object' ? [value[0], value.at(-1)] : [value, value];
  if (typeof low !== 'number' || typeof high !== 'number' || typeof wanted !== 'number') return false;
  return comparison === 'above' ? high > wanted : low < wanted;
}

const COLUMNS = ['kind', 'key', 'setting', 'value'] as const;

/** Wished changes of a table with the columns kind, key, setting, value (others are left alone). */
export function readChanges(text: string): Result<readonly WishedChange[]> {
  const table = parseCsv(text);
  if (!table.ok) return table;
  const at = COLUMNS.map((c) => table.value.header.findIndex((h) => h.toLowerCase() === c));
  const missing = at.indexOf(-1);
  if (missing >= 0)
    return fail({
      code: 'columns',
      what: `There is no column "${COLUMNS[missing]!}"`,
      where: 'first line',
      todo: `name the columns ${COLUMNS.join(', ')}`,
    });
  const lineOf = new Map<string, number>();
  const changes: WishedChange[] = [];
  for (const { line, cells } of table.value.rows) {
    const [kind, key, setting, value] = at.map((i) => cells[i]!) as [string, string, string, string];
    const address = `${kind}:${key}:${setting}`;
    if (lineOf.has(address))
      return fail({
        code: 'twice',
        what: `${key}, ${setting} stands twice`,
        where: `line ${line}`,
        todo: `it stands in line ${lineOf.get(address)!} already; keep one`,
      });
    lineOf.set(address, line);
    changes.push({
      kind,
      key,
      setting,
      text: value.replace(/^'(?=[=+\-@])/, '').replace(/^(-?\d+),(\d+)(?=\D*$)/, '$1.$2'),
    });
  }
  return succeed(changes);
}
