import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import ts from 'typescript';

/** What somebody adds who has never been here, and nothing but that: new files, and edits of the files that docs/architecture.md names. */
export type Overlay = ReadonlyMap<string, string>;
export const root = path.resolve(import.meta.dirname, '../..');
export const edited = (
  file: string,
  ...changes: readonly (readonly [what: string | RegExp, by: string])[]
): [string, string] => {
  const text = readFileSync(path.join(root, file), 'utf8');
  return [
    file,
    changes.reduce((t, [what, by]) => {
      const next = t.replace(what, by);
      if (next === t) throw new RangeError(`${file} has no ${String(what)}`);
      return next;
    }, text),
  ];
};
export const editsOf = (overlay: Overlay): string[] =>
  [...overlay.keys()].filter((f) => existsSync(path.join(root, f)));
/** A module made of the house with an overlay over it. */
export async function bundled(overlay: Overlay, name: string, entry: string): Promise<Record<string, () => unknown>> {
  const outfile = path.join(root, '.data', 'strangers', `${name}.mjs`);
  await build({
    stdin: { contents: entry, resolveDir: root, loader: 'ts' },
    absWorkingDir: root,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    outfile,
    plugins: [
      {
        name: 'overlay',
        setup(b) {
          const folders = new Set([...overlay.keys()].map((f) => path.dirname(path.join(root, f))));
          const fresh = new Set([...folders].filter((f) => !existsSync(f))); // out of those it can resolve nothing itself
          b.onResolve({ filter: /^\./ }, ({ path: to, resolveDir }) => {
            const file = path.join(resolveDir, to);
            return overlay.has(path.relative(root, file)) || fresh.has(resolveDir) ? { path: file } : null;
          });
          const names = [...overlay.keys()].map((f) => path.basename(f).replaceAll('.', '\\.'));
          const theirs = new RegExp(`/(${names.join('|')})$`); // the rest of the house is left to the bundler
          b.onLoad({ filter: theirs }, ({ path: file }) => {
            const contents = overlay.get(path.relative(root, file));
            return contents === undefined ? null : { contents, loader: 'ts', resolveDir: path.dirname(file) };
          });
        },
      },
    ],
  });
  return (await import(pathToFileURL(outfile).href)) as Record<string, () => unknown>;
}
export const planted = (overlay: Overlay, file: string, what: string | RegExp, by: string): Overlay => {
  const text = overlay.get(file)!;
  const next = text.replace(what, by);
  if (next === text) throw new RangeError(`${file} has no ${String(what)}`);
  return new Map([...overlay, [file, next]]);
};

/** What the compiler says of the house with an overlay over it. */
export function complaints(overlay: Overlay): string[] {
  const config = ts.parseJsonConfigFileContent(
    ts.readConfigFile('tsconfig.json', (f) => ts.sys.readFile(f)).config,
    ts.sys,
    root,
  );
  // what the step before has found of the house as it stands is built upon, where it has been run
  const host = ts.createIncrementalCompilerHost(config.options);
  const laid = (file: string): string | undefined => overlay.get(path.relative(root, file));
  const folders = new Set([...overlay.keys()].map((f) => path.dirname(path.join(root, f))));
  host.directoryExists = (folder) => folders.has(folder) || ts.sys.directoryExists(folder);
  host.fileExists = (file) => laid(file) !== undefined || ts.sys.fileExists(file);
  host.readFile = (file) => laid(file) ?? ts.sys.readFile(file);
  const rootNames = [...config.fileNames, ...[...overlay.keys()].map((f) => path.join(root, f))];
  const program = ts.createIncrementalProgram({ rootNames, options: config.options, host });
  return [
    ...program.getConfigFileParsingDiagnostics(),
    ...program.getOptionsDiagnostics(),
    ...program.getGlobalDiagnostics(),
    ...program.getSyntacticDiagnostics(),
    ...program.getSemanticDiagnostics(),
  ].map(
    (d) =>
      `${d.file ? path.relative(root, d.file.fileName) : ''}: ${ts.flattenDiagnosticMessageText(d.messageText, ' ')}`,
  );
}
