import { formatFigure, formatQuantity } from '../src/core/units/format.ts';
import { rulesThatRead } from '../src/areas/rules/readers.ts';
import { catalogue } from '../src/areas/library/settings/catalogue.ts';
import { groups, type Setting } from '../src/areas/library/settings/define.ts';

/** docs/settings.md, from the catalogue: `npm run docs` writes it. */
export function settingsPage(): string {
  const lines = [
    '# Settings',
    '',
    `All ${catalogue.length} settings, made from the catalogue in src/areas/library/settings. Figures without another source are common practice.`,
    '',
  ];
  for (const group of groups) {
    lines.push(
      `## ${group}`,
      '',
      '| setting | key | what it does | too low | too high | stands in | can be meant | where empty | proven by | rules that read it |',
      '|---|---|---|---|---|---|---|---|---|---|',
    );
    for (const s of catalogue.filter((x) => x.group === group))
      lines.push(
        `| ${[
          s.label,
          `\`${s.key}\``,
          s.what,
          s.tooLow,
          s.tooHigh,
          `${s.owners.join(', ')} (${s.technology})`,
          meant(s),
          empty(s),
          s.provenBy?.replace('-', ' ') ?? (s.restsOn ? `none; rests on ${s.restsOn}` : ''),
          rulesThatRead(s.key)
            .map((r) => r.id)
            .join(', '),
        ].join(' | ')} |`,
      );
    lines.push('');
  }
  return `${lines.join('\n')}`;
}
const meant = (s: Setting): string =>
  'range' in s
    ? `${formatFigure(s.range[0], s.quantity)} to ${formatQuantity(s.range[1], s.quantity)}`
    : s.type === 'choice'
      ? s.choices.join(', ')
      : s.type;
const empty = (s: Setting): string =>
  'formula' in s && s.formula
    ? `= ${s.formula.text}`
    : 'default' in s && s.default !== undefined
      ? String(s.default)
      : '';
