import { existsSync, readFileSync } from 'node:fs';
import type { Mutant } from './operators.ts';
import { nameOf, scopes, type ScopeResult } from './run.ts';

const PAGE = 'docs/mutants.md';
/** Why mutants of a kind may go unseen. */
function reasonOf({ kind, from, to }: Mutant, scope: string): string {
  if (scope !== 'rules') return 'No kept program or reading tells the two apart yet.';
  if (kind === 'branch')
    return 'What it guards against cannot happen in a valid context: the type or an earlier rule already says so.';
  if (kind === 'comparison' && (to === '<=' || to === '>=' || to === '<' || to === '>'))
    return 'Only equality to the last digit would tell the two apart, and no case meets it.';
  if (kind === 'comparison') return 'Both ways lead to the same words in every case there is.';
  if (kind === 'constant' && from === '0') return 'A start, a default or an index that no case tells from one.';
  if (kind === 'constant') return 'The figure is shown to fewer digits than it moves by.';
  if (kind === 'field') return 'Both fields are alike in every case there is.';
  if (kind === 'logic') return 'The other half of the condition holds in every case that comes here.';
  if (kind === 'sign') return 'One side is nought, or the sum only sorts what is alone.';
  if (kind === 'severity') return 'No case has evidence of that kind yet.';
  return 'Both choices give the same in every case there is.';
}

export function mutantsPage(results: readonly ScopeResult[]): string {
  const share = (tried: number, survived: number): string =>
    `${tried - survived} of ${tried} (${((100 * (tried - survived)) / tried).toFixed(1)} %)`;
  const cell = (text: string): string => text.replaceAll('|', '\\|');
  return [
    '# Mutants',
    '',
    'Small wrong changes, made one at a time, that the tests must notice: a severity, a comparison, a sign, a constant, a swapped field, a',
    'condition or a branch (`test/mutation/operators.ts`). `npm run mutate` tries them all and writes this page; `npm test` tries a seeded',
    'sample of those in rules. What only swallows rounding, and the edge of a comparison that merely chooses words, is not mutated.',
    '',
    '| of | noticed |',
    '|---|---|',
    ...results.map((r) => `| ${r.scope.name} | ${share(r.tried, r.survivors.length)} |`),
    ...scopes
      .filter((s) => !results.some((r) => r.scope.name === s.name))
      .map((s) => `| ${s.name} | not tried in the last run |`),
    '',
    ...results.flatMap((r) => [
      `## Not noticed: ${r.scope.name}`,
      '',
      '| file | kind | from | to | why |',
      '|---|---|---|---|---|',
      ...r.survivors.map(
        (m) => `| ${[m.file, m.kind, m.from, m.to, reasonOf(m, r.scope.name)].map(cell).join(' | ')} |`,
      ),
      '',
    ]),
  ].join('\n');
}

/** Names of the mutants the page says nobody notices. */
export function knownSurvivors(): ReadonlySet<string> {
  if (!existsSync(PAGE)) return new Set();
  return new Set(
    readFileSync(PAGE, 'utf8')
      .split('\n')
      .filter((line) => line.startsWith('| src/'))
      .map((line) => {
        const [file, kind, from, to] = line
          .slice(2, -2)
          .split(/(?<!\\) \| /)
          .map((c) => c.replaceAll('\\|', '|'));
        return nameOf({ file, kind, from, to } as Mutant);
      }),
  );
}
