import { existsSync, readFileSync } from 'node:fs';
import type { Mutant } from './operators.ts';
import { nameOf, scopes, type ScopeResult } from './run.ts';

const PAGE = 'docs/mutants.md';
/** Why mutants of a kind may go unseen. */
function reasonOf({ kind, from, to }: Pick<Mutant, 'kind' | 'from' | 'to'>, scope: string): string {
  if (scope !== 'rules') return reasonOfFact({ kind, from, to });
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

/** The same for what is measured or concluded: it is judged by kept programs, bodies and readings. */
function reasonOfFact({ kind, from, to }: Pick<Mutant, 'kind' | 'from' | 'to'>): string {
  if (kind === 'branch')
    return 'What it guards against does not come up in what is kept, or the longer way round gives the same.';
  if (kind === 'comparison' && ['<=', '>=', '<', '>'].includes(to))
    return 'Only equality to the last digit would tell the two apart, or an extreme is kept either way.';
  if (kind === 'constant' && from === '0') return 'A start or an index that nothing kept tells from one.';
  if (kind === 'constant')
    return 'It says how much room is taken at first, how often is told, or a limit that nothing kept comes near.';
  if (kind === 'sign') return 'One side is nought or one in everything kept, or the sum only sorts what comes sorted.';
  if (kind === 'logic') return 'The other half of the condition holds in everything kept.';
  return 'Both ways give the same in everything kept.';
}

/** What the page says of a scope: its row and its list. */
interface Section {
  readonly row: string;
  readonly lines: readonly string[];
}
type Named = Pick<Mutant, 'file' | 'kind' | 'from' | 'to'>;
const lineOf = (m: Named, scope: string): string =>
  `| ${[m.file, m.kind, m.from, m.to, reasonOf(m, scope)].map((t) => t.replaceAll('|', '\\|')).join(' | ')} |`;
function namedIn(line: string): Named {
  const [file, kind, from, to] = line
    .slice(2, -2)
    .split(/(?<!\\) \| /)
    .map((c) => c.replaceAll('\\|', '|'));
  return { file, kind, from, to } as Named;
}
function sectionOf({ scope, tried, survivors }: ScopeResult): Section {
  const noticed = tried - survivors.length;
  return {
    row: `| ${scope.name} | ${noticed} of ${tried} (${((100 * noticed) / tried).toFixed(1)} %) |`,
    lines: survivors.map((m) => lineOf(m, scope.name)),
  };
}
/** What the page said before of a scope that is not tried now. */
function keptSection(page: string, name: string): Section {
  const row = page.split('\n').find((l) => l.startsWith(`| ${name} |`)) ?? `| ${name} | not tried yet |`;
  const after = page.split(`## Not noticed: ${name}\n`)[1]?.split('\n## ')[0] ?? '';
  const lines = after.split('\n').filter((l) => l.startsWith('| src/'));
  return { row, lines: lines.map((l) => lineOf(namedIn(l), name)) };
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
      .map((line) => nameOf(namedIn(line) as Mutant)),
  );
}
