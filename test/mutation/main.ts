import { runScope, scopes } from './run.ts';

/** `npm run mutate [-- rules|facts|analyses [part of a file's name]]`: every mutant, and which nobody notices. */
const [only, part] = process.argv.slice(2);
let tried = 0;
let survived = 0;
for (const scope of scopes.filter((s) => !only || s.name === only)) {
  const files = part ? scope.files.filter((f) => f.includes(part)) : scope.files;
  const began = performance.now();
  const result = await runScope({ ...scope, files }, undefined, (done, of) => {
    if (done % 100 === 0) process.stderr.write(`${scope.name}: ${done} of ${of}\r`);
  });
  tried += result.tried;
  survived += result.survivors.length;
  for (const m of result.survivors) console.log(`${m.file}:${m.line} ${m.kind}: ${m.from} → ${m.to}`);
  console.log(
    `${scope.name}: ${result.tried - result.survivors.length} of ${result.tried} noticed (${((100 * (result.tried - result.survivors.length)) / result.tried).toFixed(1)} %), ${((performance.now() - began) / 1000).toFixed(0)} s`,
  );
}
console.log(`${tried - survived} of ${tried} mutants noticed: ${((100 * (tried - survived)) / tried).toFixed(1)} %`);
