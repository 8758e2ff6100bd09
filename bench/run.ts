import { execFileSync, spawnSync } from 'node:child_process';
import { createReadStream, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import readline from 'node:readline';
import { buildSync } from 'esbuild';
import { GcodeInspector } from '../src/core/gcode/inspect.ts';
import { exampleLimits } from '../src/core/motion/limits.ts';
import { syntheticProgram } from './synthetic.ts';

// Medians of interleaved rounds after warm-up; machines are noisy, so only ratios within one run count.
const ROUNDS = 9;
const WARM_UP = 2;
const SMALL_BYTES = 4e6;
const folder = mkdtempSync(path.join(tmpdir(), 'cantiere-bench-'));
const file = path.join(folder, 'fifty.gcode');
const bytes = syntheticProgram(50e6);
writeFileSync(file, bytes);
const small = Buffer.from(bytes.subarray(0, bytes.indexOf(10, SMALL_BYTES))).toString('latin1');
const Toolpath = createRequire(import.meta.url)('gcode-toolpath') as new (options: object) => {
  loadFromStringSync(text: string): unknown;
};

const seconds = async (work: () => unknown): Promise<number> => {
  const t = performance.now();
  await work();
  return (performance.now() - t) / 1000;
};
const readLines = (): Promise<void> =>
  new Promise((done) => {
    const r = readline.createInterface({ input: createReadStream(file), crlfDelay: Infinity });
    r.on('line', () => undefined);
    r.on('close', done);
  });
const inspect = async (): Promise<void> => {
  const inspector = new GcodeInspector(exampleLimits);
  for await (const chunk of createReadStream(file, { highWaterMark: 1 << 20 })) inspector.push(chunk as Uint8Array);
  if (!inspector.finish().ok) throw new Error('the synthetic file was refused');
};
const parsePackaged = (): unknown =>
  new Toolpath({ addLine: () => undefined, addArcCurve: () => undefined }).loadFromStringSync(small);
const ours: number[] = [];
const perReadline: number[] = [];
const packagedPerOurs: number[] = [];
const mb = bytes.length / 1e6;
const smallMb = small.length / 1e6;
for (let round = 0; round < ROUNDS + WARM_UP; round++) {
  // ratios within a round: a neighbour that slows the machine slows all three
  const a = await seconds(inspect);
  const b = await seconds(readLines);
  const c = await seconds(parsePackaged);
  if (round < WARM_UP) continue;
  ours.push(a);
  perReadline.push(a / b);
  packagedPerOurs.push(c / smallMb / (a / mb));
}
const median = (v: readonly number[]): number => [...v].sort((x, y) => x - y)[v.length >> 1]!;
console.log(`file read + scan + planner   ${(mb / median(ours)).toFixed(0)} MB/s`);
console.log(
  `npm gcode-toolpath           ours has ${median(packagedPerOurs).toFixed(1)} times its throughput on the same lines (wanted: 25 and more)`,
);
console.log(
  `node:readline, lines only    ours takes ${median(perReadline).toFixed(2)} times its time (wanted: 1.0 and less)`,
);

const big = path.join(folder, 'two-hundred.gcode');
execFileSync('sh', ['-c', `for k in 1 2 3 4; do cat '${file}'; done > '${big}'`]);
// built, as the product runs: the loader that reads TypeScript takes 40 MB of its own
const peak = path.join(folder, 'peak.mjs');
buildSync({
  entryPoints: [path.join(import.meta.dirname, 'peak.ts')],
  outfile: peak,
  bundle: true,
  platform: 'node',
  format: 'esm',
});
const run = spawnSync('node', [peak, big], { encoding: 'utf8' });
if (run.status !== 0) throw new Error(run.stderr);
console.log(`200 MB through the streaming reader: peak resident ${run.stdout.trim()} MB (wanted: below 160)`);
rmSync(folder, { recursive: true });
{
  // a second for each more byte, and no more: 1, 4 and 16 times the moves
  const each = [12.5e6, 50e6, 200e6].map((size) => {
    const program = syntheticProgram(size);
    const took = Array.from({ length: 3 }, () => {
      const t = performance.now();
      const inspector = new GcodeInspector(exampleLimits);
      for (let i = 0; i < program.length; i += 1 << 20) inspector.push(program.subarray(i, i + (1 << 20)));
      inspector.finish();
      return performance.now() - t;
    }).sort((a, b) => a - b)[1]!;
    return `${size / 1e6} MB ${took.toFixed(0)} ms`;
  });
  console.log(`1, 4 and 16 times the moves: ${each.join(', ')}`);
}
