import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { buildSync } from 'esbuild';

/** Where files of a test may stand. */
export const cliFolder = mkdtempSync(path.join(tmpdir(), 'cantiere-cli-'));
/** Bundled once in each worker: loading the sources takes longer than most commands. It stands where its packages are found. */
const program = path.join('.data', 'cli-test', `main-${process.env['VITEST_POOL_ID'] ?? 0}.mjs`);
let isBuilt = false;

/** Runs the command line; FILE stands for a file with the content that is given. */
export function runCli(
  args: string[],
  content?: string | Uint8Array,
): { code: number | null; out: string; err: string } {
  if (!isBuilt)
    buildSync({
      entryPoints: ['src/cli/main.ts'],
      outfile: program,
      bundle: true,
      platform: 'node',
      format: 'esm',
      packages: 'external',
    });
  isBuilt = true;
  const file = path.join(cliFolder, 'input');
  if (content !== undefined) writeFileSync(file, content);
  const done = spawnSync('node', [program, ...args.map((a) => (a === 'FILE' ? file : a))], { encoding: 'utf8' });
  return { code: done.status, out: done.stdout, err: done.stderr };
}
