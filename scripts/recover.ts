/** `npm run recover`: how well every kind of trial recovers hidden truth, into docs/trials.md, and what is kept of trials anew.
 *  `npm run recover -- KIND`: only how well that kind does, printed. */
export {};
const isOne = process.argv.length > 2;
if (!isOne) process.argv.push('--write');
await import('./coverageTable.ts');
if (!isOne) await import('./keepTrials.ts');
