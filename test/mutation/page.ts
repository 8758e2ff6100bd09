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

/** What the page says of a scope: its row and its list. */
interface Section {
  readonly row: string;
  readonly lines: readonly string[];
}
function sectionOf({ scope, tried, survivors }: ScopeResult): Section {
  const cell = (text: string): string => text.replaceAll('|', '\\|');
  const noticed = tried - survivors.length;
  return {
    row: `| ${scope.name} | ${noticed} of ${tried} (${((100 * noticed) / tried).toFixed(1)} %) |`,
    lines: survivors.map((m) => `| ${[m.file, m.kind, m.from, m.to, reasonOf(m, scope.name)].map(cell).join(' | ')} |`),
  };
}
/** What the page said before of a scope that is not tried now. */
function keptSection(page: string, name: string): Section {
  const row = page.split('\n').find((l) => l.startsWith(`| ${name} |`)) ?? `| ${name} | not tried yet |`;
  const after = page.split(`## Not noticed: ${name}\n`)[1]?.split('\n## ')[0] ?? '';
  return { row, lines: after.split('\n').filter((l) => l.startsWith('| src/')) };
}

/** The page with what was tried now; of the other scopes it says what it said. */
export function mutantsPage(
  results: readonly ScopeResult[],
  before = existsSync(PAGE) ? readFileSync(PAGE, 'utf8') : '',
): string {
  const sections = scopes.map((scope) => {
    const now = results.find((r) => r.scope.name === scope.name);
    return { name: scope.name, ...(now ? sectionOf(now) : keptSection(before, scope.name)) };
  });
  const [noticed, tried] = sections.reduce(
    ([n, t], { row }) => {
      const [, a, b] = /(\d+) of (\d+)/.exec(row) ?? [];
      return [n + Number(a ?? 0), t + Number(b ?? 0)];
    },
    [0, 0],
  );
  return [
    '# Mutants',
    '',
    'Small wrong changes, made one at a time, that the tests must notice: a severity, a comparison, a sign, a constant, a swapped field, a',
    'condition or a branch (`test/mutation/operators.ts`). `npm run mutate` tries them all and writes this page; `npm test` tries a seeded',
    'sample of those in rules. What only swallows rounding, the edge of a comparison that merely chooses words, and the edge of one that',
    'keeps an extreme are not mutated.',
    '',
    '| of | noticed |',
    '|---|---|',
    ...sections.map((s) => s.row),
    `| together | ${noticed} of ${tried} (${((100 * noticed) / tried).toFixed(1)} %) |`,
    '',
    ...sections
      .filter((s) => s.lines.length > 0)
      .flatMap((s) => [
        `## Not noticed: ${s.name}`,
        '',
        '| file | kind | from | to | why |',
        '|---|---|---|---|---|',
        ...s.lines,
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
