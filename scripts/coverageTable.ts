import { readFileSync, writeFileSync } from 'node:fs';
import { trialKinds } from '../src/areas/trials/kinds/index.ts';
import { coverageOf, tableRow } from '../test/recover/recover.ts';

/** How well every kind recovers hidden truth, as a table; with --write it takes the place of the one in docs/trials.md. */
const PAGE = 'docs/trials.md';
const HEAD =
  '| kind | what | covered | refused | median width | times that of known noise |\n|---|---|---|---|---|---|';
const rows = trialKinds.flatMap((k) =>
  coverageOf(k).map((c) => {
    const row = tableRow(c);
    console.info(row);
    return row;
  }),
);
if (process.argv.includes('--write')) {
  const page = readFileSync(PAGE, 'utf8');
  const from = page.indexOf(HEAD);
  if (from < 0) throw new Error(`${PAGE} has no table to replace`);
  const after = page.slice(from + HEAD.length).replace(/^(\n\|.*)*/, '');
  writeFileSync(PAGE, `${page.slice(0, from)}${HEAD}\n${rows.join('\n')}${after}`);
}
