import { writeFileSync } from 'node:fs';
import { mutantsPage } from './page.ts';
import { runScope, scopes, type ScopeResult } from './run.ts';

/** `npm run mutate [-- "rules,program facts" [part of a file's name]]`: every mutant of those scopes (all where none is named), and which
 *  nobody notices. A run over whole files writes docs/mutants.md. */
const [only, part] = process.argv.slice(2);
const wanted = only?.split(',');
const results: ScopeResult[] = [];
for (const scope of scopes.filter((s) => !wanted || wanted.includes(s.name))) {
  const files = part ? scope.files.filter((f) => f.includes(part)) : scope.files;
  const began = performance.now();
  const result = await runScope({ ...scope, files }, undefined, (done, of) => {
    if (done % 100 === 0) process.stderr.write(`${scope.name}: ${done} of ${of}\r`);
  });
  results.push(result);
  for (const m of result.survivors) console.log(`${m.file}:${m.line} ${m.kind}: ${m.from} → ${m.to}`);
  console.log(
    `${scope.name}: ${result.tried - result.survivors.length} of ${result.tried} noticed, ${((performance.now() - began) / 1000).toFixed(0)} s`,
  );
}
const tried = results.reduce((s, r) => s + r.tried, 0);
const survived = results.reduce((s, r) => s + r.survivors.length, 0);
console.log(`${tried - survived} of ${tried} mutants noticed: ${((100 * (tried - survived)) / tried).toFixed(1)} %`);
if (!part) writeFileSync('docs/mutants.md', mutantsPage(results));
