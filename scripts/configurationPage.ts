import { processNames, variables, type ProcessName } from '../src/platform/configuration.ts';

interface Told {
  readonly what: string;
  readonly for: readonly ProcessName[];
  readonly example: string;
  readonly otherwise?: string;
  readonly isSecret?: true;
}
/** docs/configuration.md, from what processes ask of their surroundings: `npm run docs` writes it. */
export const configurationPage = (): string =>
  [
    '# Configuration',
    '',
    'The service is told by its environment. Each process is given what stands in its column, and nothing else; it does not start where something is missing or wrong, and names all of it (exit code 78). `npm start` sets all of this by itself for the farm that it keeps in `.data`.',
    '',
    `| variable | what | ${processNames.join(' | ')} | otherwise |`,
    `|---|---|${processNames.map(() => ':-:|').join('')}---|`,
    ...Object.entries<Told>(variables).map(
      ([key, v]) =>
        `| \`${key}\`${v.isSecret ? ' (secret)' : ''} | ${v.what}. Example: \`${v.example}\` | ${processNames.map((name) => (v.for.includes(name) ? '•' : '')).join(' | ')} | ${v.otherwise ?? 'must be given'} |`,
    ),
    '',
  ].join('\n');
