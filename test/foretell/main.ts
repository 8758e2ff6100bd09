import { foretold } from './foretell.ts';
import { foretellTable, JOBS, keep, keptOf } from './kept.ts';

// npm run foretell: checks four hundred jobs, prints each as a simulated machine really would, and holds the one against the other; kept for
// docs/rules.md. With a number: that job alone, in full.
const [only] = process.argv.slice(2).map(Number);
if (only !== undefined) {
  const { outcome, ...job } = foretold(only);
  console.log(job);
  for (const f of outcome.findings) console.log(`${f.severity} ${f.rule}: ${f.title}: ${f.figure}, limit ${f.limit}`);
  console.log(outcome.sentence);
} else {
  const all = Array.from({ length: JOBS }, (_, seed) => keptOf(foretold(seed)));
  keep(all);
  console.log(foretellTable(all).join('\n'));
  for (const j of all) {
    const isMissed = j.troubles.length > 0 && j.verdict === 'clear';
    const isWrong = j.troubles.length === 0 && j.verdict === 'blocked';
    if (isMissed || isWrong)
      console.log(`${j.seed} ${j.of}: ${j.troubles.join(', ') || 'came out well'}, ${j.verdict}`);
  }
}
