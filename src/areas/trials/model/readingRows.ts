import { csvLine, parseCsv } from '../../../core/formats/csv.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialKindKey } from '../kinds/define.ts';
import type { TrialPlan } from './trial.ts';

export interface TypedReading {
  readonly band: number;
  readonly feature: string;
  readonly repeat: number;
  readonly typed: string;
  readonly instrument: string;
  readonly line: number;
}
const COLUMNS = ['band', 'feature', 'repeat', 'reading'] as const;
const MOST_ROWS = 2000;

/** A blank table of every reading a trial asks for, to be filled in away from the screen. */
export function blankReadings(kindKey: TrialKindKey, plan: TrialPlan): string {
  const kind = kindOf(kindKey);
  const rows = plan.bands.flatMap((b, i) =>
    kind.features.flatMap((f) =>
      Array.from({ length: f.repeats }, (_, k) =>
        csvLine([i + 1, f.key, k + 1, '', kind.axis ? formatFigure(b.value, kind.axis.quantity) : '', f.how]),
      ),
    ),
  );
  return [csvLine([...COLUMNS, kind.axis?.label ?? 'place', 'how']), ...rows].join('\r\n');
}

/** Readings of a table whose columns say where each belongs; rows without a figure are left out. Refused by line and column. */
export function readingsOfTable(kindKey: TrialKindKey, plan: TrialPlan, text: string): Result<TypedReading[]> {
  const table = parseCsv(text);
  if (!table.ok) return table;
  const kind = kindOf(kindKey);
  const at = COLUMNS.map((name) => table.value.header.map((h) => h.toLowerCase()).indexOf(name));
  const missing = COLUMNS.filter((_, i) => at[i]! < 0);
  if (missing.length > 0)
    return fail({
      code: 'columns',
      what: `columns ${missing.join(', ')} are missing; found ${table.value.header.join(', ').slice(0, 120)}`,
      where: 'line 1',
      todo: 'take the blank table of this trial and fill in its last column, reading',
    });
  if (table.value.rows.length > MOST_ROWS)
    return fail({ code: 'tooMany', what: `${table.value.rows.length} rows`, todo: `give ${MOST_ROWS} at the most` });
  const out: TypedReading[] = [];
  const seen = new Map<string, number>();
  const bands = Math.max(1, plan.bands.length);
  for (const { line, cells } of table.value.rows) {
    const [band, name, repeat, typed] = at.map((i) => cells[i]!) as [string, string, string, string];
    if (typed === '') continue;
    const no = (column: string, what: string, todo: string) =>
      fail({ code: 'cell', what, where: `line ${line}, column ${column}`, todo });
    const feature = kind.features.find((f) => f.key === name || f.label === name);
    if (!feature)
      return no(
        'feature',
        `"${name}" is nothing that is read here`,
        `one of ${kind.features
          .slice(0, 8)
          .map((f) => f.key)
          .join(', ')}`,
      );
    if (!/^\d+$/.test(band) || Number(band) < 1 || Number(band) > bands)
      return no('band', `"${band}" is no band of this coupon`, `1 to ${bands}, from the bottom`);
    if (!/^\d+$/.test(repeat) || Number(repeat) < 1 || Number(repeat) > feature.repeats + 1)
      return no('repeat', `"${repeat}" is no reading of ${feature.label}`, `1 to ${feature.repeats + 1}`);
    const place = `${Number(band)}/${feature.key}/${Number(repeat)}`;
    if (seen.has(place)) return no('reading', `the same place as line ${seen.get(place)}`, 'keep one of them');
    seen.set(place, line);
    out.push({
      band: Number(band),
      feature: feature.key,
      repeat: Number(repeat),
      typed,
      instrument: feature.instrument,
      line,
    });
  }
  return out.length > 0
    ? succeed(out)
    : fail({ code: 'empty', what: 'No row has a reading', todo: 'fill in the column reading' });
}
