import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { instrument, type Mutant } from './operators.ts';
import type { Scope } from './scope.ts';

const root = path.resolve(import.meta.dirname, '../..');
const caseFiles = (): string[] =>
  readdirSync(path.join(root, 'src/areas/rules'), { recursive: true, encoding: 'utf8' })
    .filter((f) => f.endsWith('.cases.ts'))
    .sort();

const kindFiles = (): string[] => readdirSync(path.join(root, 'test/recover/kinds')).sort();

/** The tests of a scope with every mutant of its files built in: one module, written to `outfile`. */
export async function bundleMutants(scope: Scope, outfile: string): Promise<readonly Mutant[]> {
  const mutants: Mutant[] = [];
  const code = new Map<string, string>();
  for (const file of scope.files) {
    const made = instrument(file, readFileSync(path.join(root, file), 'utf8'), mutants.length);
    mutants.push(...made.mutants);
    code.set(path.join(root, file), made.code);
  }
  const entry =
    scope.name === 'analyses'
      ? `${kindFiles()
          .map((f, i) => `import { cases as k${i} } from '../recover/kinds/${f}';`)
          .join('\n')}
         import { readFileSync } from 'node:fs';
         import { judgesOfAnalyses, isFailed } from './judge.ts';
         const kept = ['kept', 'keptWork'].map((n) => JSON.parse(readFileSync(\`test/recover/\${n}.json\`, 'utf8')));
         export const judges = judgesOfAnalyses(kept[0], kept[1], [${kindFiles()
           .map((_, i) => `k${i}`)
           .join(', ')}]);
         export { isFailed };`
      : `${caseFiles()
          .map((f, i) => `import { cases as c${i} } from '../../src/areas/rules/${f}';`)
          .join('\n')}
         import { judgesOfRules, isFailed } from './judge.ts';
         export const judges = judgesOfRules([${caseFiles()
           .map((_, i) => `c${i}`)
           .join(', ')}], ${JSON.stringify(scope.name)});
         export { isFailed };`;
  await build({
    stdin: { contents: entry, resolveDir: import.meta.dirname, loader: 'ts' },
    absWorkingDir: root,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    outfile,
    plugins: [
      {
        name: 'mutants',
        setup: (b) =>
          b.onLoad({ filter: /\.ts$/ }, ({ path: file }) => {
            const contents = code.get(file);
            return contents === undefined ? null : { contents, loader: 'ts' };
          }),
      },
    ],
  });
  return mutants;
}
