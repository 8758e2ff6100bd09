import { createHash } from 'node:crypto';
import { expect, test } from 'vitest';
import type { Mutant } from './operators.ts';
import { judgesOfRules } from './judge.ts';
import { knownSurvivors } from './page.ts';
import { nameOf, runScope, scopes } from './run.ts';

const SAMPLE = 240;
const SEED = 20_261_127;

/** So many of a list, by a digest of what each changes: another mutant beside them draws no other sample. */
const sampleOf = (list: readonly Mutant[]): readonly Mutant[] =>
  list
    .map((mutant) => ({
      mutant,
      at: createHash('sha256')
        .update(`${SEED} ${nameOf(mutant)}`)
        .digest('hex'),
    }))
    .sort((a, b) => (a.at < b.at ? -1 : 1))
    .slice(0, SAMPLE)
    .map(({ mutant }) => mutant);

test('what the tests of rules ask of valid work holds before anything is changed: else every change would look noticed', () => {
  for (const judge of judgesOfRules([], 'rules')) expect(judge.holds(), judge.of).toBe(true);
});

test(`of ${SAMPLE} small wrong changes to rules each is noticed, but those that docs/mutants.md lists`, async () => {
  const known = knownSurvivors();
  const rules = scopes.find((s) => s.name === 'rules')!;
  // that the cases hold without any mutant is what src/areas/rules/rules.test.ts says, one by one
  const isProven = true;
  const pick = (all: readonly Mutant[]): readonly Mutant[] => sampleOf(all.filter((m) => !known.has(nameOf(m))));
  const { tried, survivors } = await runScope(rules, pick, undefined, isProven);
  expect(tried).toBe(SAMPLE);
  expect(survivors.map((m) => `${m.file}:${m.line} ${m.kind}: ${m.from} → ${m.to}`)).toEqual([]);
}, 900_000);
