import { readFileSync, writeFileSync } from 'node:fs';
import { isHeld, kindsThatMeetIt, rowsOf, rowText, TABLE_HEAD } from '../test/disobey/disobey.ts';
import { replaceTable } from './tables.ts';

/** `npm run disobey`: what each kind of trial states of machines that do what it does not suppose, into docs/trials.md.
 *  `npm run disobey -- KIND`: of that kind alone, printed. */
const PAGE = 'docs/trials.md';
const only = process.argv[2];
if (only !== undefined && !kindsThatMeetIt.includes(only))
  throw new Error(`no disobedience is written for ${only}; there is for ${kindsThatMeetIt.join(', ')}`);
const lines = kindsThatMeetIt
  .filter((kind) => only === undefined || kind === only)
  .flatMap((kind) =>
    rowsOf(kind).map((row) => {
      console.info(`${rowText(row)}${isHeld(row) ? '' : ' not held'}`);
      return rowText(row);
    }),
  );
if (only === undefined) writeFileSync(PAGE, replaceTable(readFileSync(PAGE, 'utf8'), TABLE_HEAD, lines));
