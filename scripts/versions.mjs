// Versions that cannot lie: digests of the code that verdicts and kept work depend on, and of the packages that code uses.
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { root } from './cluster.mjs';

/** What each version stands for: everything its entry reaches. */
export const versionEntries = {
  /** What every rule says of a job or a recipe. */
  rules: 'src/areas/rules/judge.ts',
  /** What is measured of a file before any rule is asked: reading, slicing, toolpaths, planning, thickness, layers. */
  work: 'src/areas/checks/model/work.ts',
};

const lock = JSON.parse(readFileSync(path.join(root, 'package-lock.json'), 'utf8'));

/** SHA-256 of an entry bundled without comments and white space, with the versions of the packages it imports.
 *  `change` may give other text for a file: tests use it to plant a change. */
export async function versionOf(entry, change = null) {
  const plugins = change
    ? [
        {
          name: 'change',
          setup: (b) =>
            b.onLoad({ filter: /\.ts$/ }, ({ path: file }) => {
              const text = readFileSync(file, 'utf8');
              return { contents: change(path.relative(root, file), text) ?? text, loader: 'ts' };
            }),
        },
      ]
    : [];
  const { outputFiles, metafile } = await build({
    entryPoints: [path.join(root, entry)],
    absWorkingDir: root,
    bundle: true,
    write: false,
    metafile: true,
    format: 'esm',
    packages: 'external',
    minifyWhitespace: true,
    minifySyntax: true,
    legalComments: 'none',
    plugins,
  });
  const packages = Object.values(metafile.outputs)
    .flatMap((o) => o.imports)
    .filter((i) => i.external)
    .map(({ path: name }) =>
      name
        .split('/')
        .slice(0, name.startsWith('@') ? 2 : 1)
        .join('/'),
    )
    .sort();
  const versions = [...new Set(packages)].map((name) => {
    const known = lock.packages[`node_modules/${name}`];
    if (!known) throw new RangeError(`${entry} imports ${name}, which is no package: its version cannot be told`);
    return `${name}@${known.version}`;
  });
  return createHash('sha256').update(outputFiles[0].text).update(versions.join('\n')).digest('hex').slice(0, 16);
}

/** Names that a build replaces by their digests. */
export async function versionDefines() {
  return {
    __RULES_VERSION__: JSON.stringify(await versionOf(versionEntries.rules)),
    __WORK_VERSION__: JSON.stringify(await versionOf(versionEntries.work)),
  };
}
