import { runJobCase, runRecipeCase } from '../src/areas/rules/cases.ts';
import { loadCases } from '../src/areas/rules/loadCases.ts';

/** What comes out of the cases of a rule, to be read against what they state: `npm run cases -- RULE-ID`. */
const [id] = process.argv.slice(2);
const { rule, recipe = [], job = [] } = (await loadCases()).find((c) => c.rule.id === id)!;
for (const [subject, when, run] of [
  ...recipe.map((c) => ['recipe', c.when, () => runRecipeCase(rule, c)] as const),
  ...job.map((c) => ['job', c.when, () => runJobCase(rule, c, { fixes: true })] as const),
]) {
  const { finds, others, needs, afterFix } = run();
  console.log(`\n${subject}: ${when}`);
  if (needs !== null) console.log(`  needs ${needs}`);
  for (const f of finds) console.log(`  ${JSON.stringify(f)}`);
  if (others.length > 0) console.log(`  others ${JSON.stringify(others)}`);
  if (afterFix.length > 0) console.log(`  AFTER ITS FIX: ${afterFix.join('; ')}`);
}
