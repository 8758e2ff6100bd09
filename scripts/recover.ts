import { readFileSync, writeFileSync } from 'node:fs';
import { filamentKinds, resinKinds } from '../src/areas/trials/kinds/index.ts';
import { casesByKind } from '../test/recover/kindCases.ts';
import { coverageOf, tableRow } from '../test/recover/recover.ts';
import { replaceTable } from './tables.ts';
import { plateTally, resinCoverage } from '../test/recover/resin.ts';

/** `npm run recover`: how well every kind of trial recovers hidden truth, into docs/trials.md, and what is kept of trials anew.
 *  `npm run recover -- KIND`: only how well that kind does, printed. */
const PAGE = 'docs/trials.md';
const HEAD =
  '| kind | what | covered | refused | median width | times that of known noise |\n|---|---|---|---|---|---|';
const PLATE_HEAD = '| what ails the plate | right reading | read right | unclear | wrong |\n|---|---|---|---|---|';
const say = (row: string): string => {
  console.info(row);
  return row;
};
const casesOf = await casesByKind();
const only = process.argv[2];
const asked = ({ key }: { readonly key: string }): boolean => only === undefined || key === only;
if (only !== undefined && ![...filamentKinds, ...resinKinds].some(asked))
  throw new Error(`there is no kind of trial ${only}`);
const rows = [
  ...filamentKinds
    .filter(asked)
    .flatMap((k) => coverageOf(k, casesOf(k.key).recovers ?? []).map((c) => say(tableRow(c)))),
  ...resinKinds
    .filter(asked)
    .flatMap((k) => resinCoverage(k, casesOf(k.key).resinRecovers ?? []).map((c) => say(tableRow(c)))),
];
const plates = asked({ key: 'plate' }) ? plateTally().map(({ row }) => say(row)) : [];

if (only === undefined) {
  writeFileSync(PAGE, replaceTable(replaceTable(readFileSync(PAGE, 'utf8'), HEAD, rows), PLATE_HEAD, plates));
  await import('./keepTrials.ts');
}
