import { spawnSync } from 'node:child_process';

/** Formats, each with its seed in test/fuzz/meshes.ts; `model` is the XML within a 3MF. */
export const FUZZED = ['stl', 'ascii', 'obj', '3mf', 'model'] as const;
const PER_CHILD = 2500;
const MEMORY_MB = 512;
const CHILD_MS = 10 * 60_000;

export interface FuzzResult {
  readonly accepted: number;
  readonly refused: number;
  /** Cases that crashed, hung or were refused without a place. */
  readonly failed: readonly string[];
}

/** Runs so many mutated files of a format through the readers, in child processes with a cap on memory; after a failure the run goes
 *  on behind the case that failed. */
export function fuzz(format: (typeof FUZZED)[number], count: number): FuzzResult {
  let accepted = 0;
  let refused = 0;
  const failed: string[] = [];
  for (let from = 0; from < count;) {
    const wanted = Math.min(PER_CHILD, count - from);
    const done = spawnSync(
      'node',
      [
        `--max-old-space-size=${MEMORY_MB}`,
        '--import',
        'tsx',
        'test/fuzz/meshes.ts',
        format,
        String(from),
        String(wanted),
      ],
      { encoding: 'utf8', timeout: CHILD_MS, maxBuffer: 1 << 26 },
    );
    const last = done.stdout.trim().split('\n').pop() ?? '';
    if (done.status === 0) {
      const told = JSON.parse(last) as { accepted: number; refused: number };
      accepted += told.accepted;
      refused += told.refused;
      from += wanted;
      continue;
    }
    const at = Number(/^at (\d+)$/m.exec(last)?.[1] ?? from);
    failed.push(
      `${format} ${at}: ${
        done.signal ??
        done.stderr
          .trim()
          .split('\n')
          .find((l) => /Error|case/.test(l)) ??
        'died'
      }`,
    );
    from = at + 1;
  }
  return { accepted, refused, failed };
}
if (process.argv[1]?.endsWith('run.ts')) {
  const count = Number(process.argv[2] ?? 20_000);
  for (const format of FUZZED) {
    const r = fuzz(format, count);
    process.stdout.write(
      `${format}: ${count} files, ${r.accepted} read, ${r.refused} refused with their place, ${r.failed.length} failed\n`,
    );
    for (const f of r.failed.slice(0, 20)) process.stdout.write(`  ${f}\n`);
    if (r.failed.length > 0) process.exitCode = 1;
  }
}
