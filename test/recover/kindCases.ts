import { readdirSync } from 'node:fs';
import path from 'node:path';
import { parseCsv } from '../../src/core/formats/csv.ts';
import type { Result } from '../../src/core/result/result.ts';
import type { TrialKindKey } from '../../src/areas/trials/kinds/define.ts';
import type { Values } from '../../src/areas/library/settings/define.ts';
import { kindOf } from '../../src/areas/trials/kinds/index.ts';
import { readRows } from '../../src/areas/trials/kinds/table.ts';
import type { Question } from './recover.ts';
import type { ResinQuestion } from './resin.ts';

/** What is held of one kind of trial beside what holds of all: one file in kinds/ for each. */
export interface KindCases {
  readonly kind: TrialKindKey;
  /** Noise-free readings as they would stand in a file, and what must follow from them under the promised names. */
  readonly table: { readonly csv: string; readonly options?: Readonly<Record<string, number>>; readonly gives: object };
  /** Further tables of its own, at edges that no spoiling of the first one meets. */
  readonly also?: Readonly<
    Record<string, { readonly csv: string; readonly options?: Readonly<Record<string, number>> }>
  >;
  /** Values at which bands are at the edge of what can be planned. */
  readonly bandsAt?: Readonly<Record<string, Values>>;
  /** Hidden truths of a machine that it must recover. */
  readonly recovers?: readonly Question[];
  readonly resinRecovers?: readonly ResinQuestion[];
}

/** A figure that must come out to so many digits after the point, and one that must merely be a figure. */
export const about = (value: number, digits: number) => ({ about: value, digits });
export const anyFigure = { about: null };

export async function loadKindCases(): Promise<readonly KindCases[]> {
  const folder = path.join(import.meta.dirname, 'kinds');
  return Promise.all(
    readdirSync(folder)
      .sort()
      .map(async (f) => ((await import(path.join(folder, f))) as { cases: KindCases }).cases),
  );
}

/** The cases of a kind; a kind without any is a defect. */
export async function casesByKind(): Promise<(key: TrialKindKey) => KindCases> {
  const all = new Map((await loadKindCases()).map((c) => [c.kind, c] as const));
  return (key) => {
    const own = all.get(key);
    if (!own) throw new RangeError(`${key} has no cases in test/recover/kinds`);
    return own;
  };
}

/** What a kind concludes from a table as it would stand in a file. */
export function fitTable(key: TrialKindKey, csv: string, given: Readonly<Record<string, number>> = {}): Result<object> {
  const { table } = kindOf(key);
  const parsed = parseCsv(csv);
  if (!parsed.ok) return parsed;
  const rows = readRows(table.columns, parsed.value);
  return rows.ok
    ? table.fit(rows.value, { ...Object.fromEntries(table.options.map((o) => [o.name, o.default ?? NaN])), ...given })
    : rows;
}
