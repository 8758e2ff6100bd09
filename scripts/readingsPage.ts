import { trialKinds } from '../src/areas/trials/kinds/index.ts';

/** docs/formats/readings.md, from the kinds: `npm run docs` writes it. */
export function readingsPage(): string {
  const lines = [
    '# Tables of readings',
    '',
    'What `npm run -s cantiere -- fit KIND FILE.csv [options] [--json]` reads: a header line, then a row per reading, separated by commas (or by semicolons throughout), decimals with a point. Columns may stand in any order; others are passed over.',
    'It needs no database. A table that cannot be read, or from which nothing can be concluded, ends with exit code 2 and one line on stderr that names the place.',
    '',
  ];
  for (const k of trialKinds) {
    lines.push(
      `## ${k.key}`,
      '',
      `${k.help}`,
      '',
      '| column | what it holds |',
      '|---|---|',
      ...k.table.columns.map(
        (c) =>
          `| \`${c.name}\` | ${c.words ? c.words.join(' or ') : c.what}${c.isOptional ? '; may be left out' : ''}${c.range ? `; ${c.range[0]} to ${c.range[1]}` : ''} |`,
      ),
      '',
    );
    if (k.table.options.length > 0)
      lines.push(
        '| option | what it says |',
        '|---|---|',
        ...k.table.options.map(
          (o) =>
            `| \`--${o.name}\` | ${o.what}${o.default === undefined ? '; must be given' : `; ${o.default} if left out`} |`,
        ),
        '',
      );
  }
  return lines.join('\n');
}
