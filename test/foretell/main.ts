import { resinForetold } from './resin.ts';
import { keepResin, keptOfResin, RESIN_JOBS, resinTable } from './resinKept.ts';
import { foretold } from './foretell.ts';
import { foretellTable, JOBS, keep, keptOf } from './kept.ts';

// npm run foretell: checks four hundred jobs, prints each as a simulated machine really would, and holds the one against the other; kept for
// docs/rules.md. With a number: that job alone, in full.
// With "resin": three hundred layer stacks instead, in simulated vats.
const [asked, ...rest] = process.argv.slice(2);
const [only] = (asked === 'resin' ? rest : process.argv.slice(2)).map(Number);
if (asked === 'resin') {
  const seeds = only === undefined ? Array.from({ length: RESIN_JOBS }, (_, seed) => seed) : [only];
  const all = seeds.map((seed) => {
    const job = resinForetold(seed);
    const isWrong = (job.trouble === null) === (job.outcome.verdict === 'blocked');
    if (isWrong || only !== undefined)
      console.log(`${seed}: ${job.trouble ?? 'came out well'}, ${job.outcome.verdict}: ${job.outcome.sentence}`);
    return keptOfResin(job);
  });
  if (only === undefined) keepResin(all);
  console.log(resinTable(all).join('\n'));
} else if (only !== undefined) {
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
