import { readFileSync } from 'node:fs';
import { isTrialKind, kindOf, trialKinds } from '../areas/trials/kinds/index.ts';
import { readRows } from '../areas/trials/kinds/table.ts';
import { parseCsv } from '../core/formats/csv.ts';
import { CommandFailure, figureOption, printJson, readArguments, refuse } from './options.ts';

/** `fit KIND FILE.csv [options of the kind] [--json]`: columns and options are the kind's own (docs/formats/readings.md). */
export async function runFit(args: string[]): Promise<number> {
  const [key = '', ...rest] = args;
  if (!isTrialKind(key)) throw new CommandFailure(`fit knows ${trialKinds.map((k) => k.key).join(', ')}, not "${key}"`);
  const { table } = kindOf(key);
  const { values, positionals } = readArguments(rest, {
    ...Object.fromEntries(table.options.map((o) => [o.name, { type: 'string' } as const])),
    json: { type: 'boolean' },
  });
  const [file] = positionals;
  if (!file || positionals.length !== 1) throw new CommandFailure(`fit ${key} takes one CSV file`);
  const options = Object.fromEntries(
    table.options.map((o) => [o.name, figureOption(values, o.name, o.default, o.isZeroAllowed)]),
  );
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch {
    throw new CommandFailure(`${file}: cannot be read; check the path`);
  }
  const parsed = parseCsv(text);
  const rows = readRows(table.columns, parsed.ok ? parsed.value : refuse(parsed.failure, file));
  const fit = table.fit(rows.ok ? rows.value : refuse(rows.failure, file), options);
  const found = fit.ok ? fit.value : refuse(fit.failure, file);
  if (values['json']) printJson(found);
  else
    for (const [name, value] of Object.entries(found))
      process.stdout.write(`${name}: ${typeof value === 'object' ? JSON.stringify(value) : String(value)}\n`);
  return 0;
}
