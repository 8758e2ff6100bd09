import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { buildSync } from 'esbuild';

/** Where files of a test may stand. */
export const cliFolder = mkdtempSync(path.join(tmpdir(), 'cantiere-cli-'));
/** Bundled once in each worker, packages and all: loading them one by one takes longer than most commands. */
const outdir = path.join('.data', 'cli-test', process.env['VITEST_POOL_ID'] ?? '0');
let isBuilt = false;

/** Runs the command line; FILE stands for a file with the content that is given. */
export function runCli(
  args: string[],
  content?: string | Uint8Array,
): { code: number | null; out: string; err: string } {
  if (!isBuilt)
    buildSync({
      entryPoints: ['src/cli/main.ts'],
      outdir,
      bundle: true,
      splitting: true,
      platform: 'node',
      format: 'esm',
      outExtension: { '.js': '.mjs' },
      // packages of the older kind ask for others at run time
      banner: { js: "import { createRequire as asker } from 'node:module'; const require = asker(import.meta.url);" },
    });
  isBuilt = true;
  const file = path.join(cliFolder, 'input');
  if (content !== undefined) writeFileSync(file, content);
  const done = spawnSync('node', [path.join(outdir, 'main.mjs'), ...args.map((a) => (a === 'FILE' ? file : a))], {
    encoding: 'utf8',
  });
  return { code: done.status, out: done.stdout, err: done.stderr };
}
