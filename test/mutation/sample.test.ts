import { expect, test } from 'vitest';
import type { Mutant } from './operators.ts';
import { knownSurvivors } from './page.ts';
import { nameOf, runScope, scopes } from './run.ts';

const SAMPLE = 240;
const SEED = 20_261_127;

/** The first so many of a list shuffled by a seed. */
function sampleOf(list: readonly Mutant[]): readonly Mutant[] {
  let state = SEED;
  const random = (): number => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
  return list
    .map((mutant) => ({ mutant, at: random() }))
    .sort((a, b) => a.at - b.at)
    .slice(0, SAMPLE)
    .map(({ mutant }) => mutant);
}

test(`of ${SAMPLE} small wrong changes to rules each is noticed, but those that docs/mutants.md lists`, async () => {
  const known = knownSurvivors();
  const rules = scopes.find((s) => s.name === 'rules')!;
  const { tried, survivors } = await runScope(rules, (all) => sampleOf(all.filter((m) => !known.has(nameOf(m)))));
  expect(tried).toBe(SAMPLE);
  expect(survivors.map((m) => `${m.file}:${m.line} ${m.kind}: ${m.from} → ${m.to}`)).toEqual([]);
}, 400_000);
