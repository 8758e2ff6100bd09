import type { Rule } from '../src/areas/rules/define.ts';
import { rules } from '../src/areas/rules/index.ts';
import { settingsReadBy } from '../src/areas/rules/readers.ts';
import { foretellTable, keptJobs } from '../test/foretell/kept.ts';
import { keptResinJobs, resinTable } from '../test/foretell/resinKept.ts';

const SUBJECTS = [
  ['mesh', 'Asked of a mesh as it is placed, and of what is generated from it'],
  ['program', 'Asked of the program that will run'],
  ['layers', 'Asked of the layers a resin printer will show'],
  ['recipe', 'Asked of recipes alone'],
] as const;
const subjectOf = (r: Rule): (typeof SUBJECTS)[number][0] => SUBJECTS.find(([s]) => r[s])![0];
const cell = (text: string): string => text.replaceAll('|', '\\|');

/** docs/rules.md, from the index of rules. */
export function rulesPage(): string {
  const lines = [
    '# Rules',
    '',
    `All ${rules.length} rules, made from src/areas/rules. A rule that cannot look says what it needs; nothing passes in silence. Rules whose source is`,
    'common practice caution and do not block unless hardware, evidence or policy stands behind them.',
    '',
  ];
  for (const [subject, title] of SUBJECTS) {
    const own = rules.filter((r) => subjectOf(r) === subject);
    lines.push(
      `## ${title}: ${own.length}`,
      '',
      '| rule | stage | asks that | because | source | also asked of | reads |',
      '|---|---|---|---|---|---|---|',
    );
    for (const r of own) {
      const also = SUBJECTS.map(([s]) => s).filter((s) => s !== subject && r[s]);
      const reads = [
        ...settingsReadBy(r),
        ...(r.program?.reads ?? []),
        ...(r.mesh?.reads ?? []),
        ...(r.layers?.reads ?? []),
      ];
      lines.push(
        `| ${[
          `\`${r.id}\``,
          r.stage,
          r.title,
          r.why,
          r.source,
          also.join(', '),
          [...new Set<string>(reads)].map((k) => `\`${k}\``).join(' '),
        ]
          .map(cell)
          .join(' | ')} |`,
      );
    }
    lines.push('');
  }
  const jobs = keptJobs();
  const resin = keptResinJobs();
  lines.push(
    '## Checks against prints',
    '',
    `${jobs.length} seeded jobs, programs and meshes, half of them with one trouble planted, on machines with evidence and without: each is checked, and`,
    'printed on a simulated machine whose hidden properties no check is told. Made by `npm run foretell`; a tenth is done again by the tests.',
    '',
    ...foretellTable(jobs),
    '',
    `${resin.length} seeded layer stacks, more than half of them with one trouble planted, each judged by its layers and followed pixel by pixel in a`,
    'simulated vat that uses none of the ways the check does: islands, tips, suction, light that does not reach, cold resin, a vat too full or',
    'too empty. Made by `npm run foretell -- resin`; a fifteenth is done again by the tests.',
    '',
    ...resinTable(resin),
    '',
  );
  return lines.join('\n');
}
