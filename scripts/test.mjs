// npm test: types, lint, fences, unit, database, end-to-end; closes with one line "N passed, N failed".
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { root, say, startCluster } from './cluster.mjs';
import { ensureBuild, ensureChromium, ensureDependencies } from './prepare.mjs';

let passed = 0;
let failed = 0;
const env = { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', FORCE_COLOR: '0' };
mkdirSync(path.join(root, '.data'), { recursive: true });

function step(name, command, args) {
  say(`\n== ${name}`);
  return spawnSync(command, args, { cwd: root, stdio: ['ignore', 'inherit', 'inherit'], env }).status === 0;
}
/** Steps that need one core each, beside each other; what they say comes when they are done. */
async function beside(...steps) {
  await Promise.all(
    steps.map(
      ([name, command, args]) =>
        new Promise((resolve) => {
          const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], env });
          const said = [];
          for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => said.push(text));
          child.on('close', (code) => {
            say(`\n== ${name}\n${Buffer.concat(said).toString()}${code === 0 ? 'holds' : `${name} failed`}`);
            if (code === 0) passed++;
            else failed++;
            resolve();
          });
        }),
    ),
  );
}
/** The build that the end-to-end tests want, under way while something else needs one core; what it has to say comes when it fails. */
function building() {
  const child = spawn('node', ['-e', "import('./scripts/prepare.mjs').then((prepare) => prepare.ensureBuild())"], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    env,
  });
  const said = [];
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => said.push(text));
  return new Promise((resolve) =>
    child.on('close', (code) => {
      if (code !== 0) say(Buffer.concat(said).toString());
      resolve();
    }),
  );
}
async function counted(name, report, command, args, count) {
  const file = path.join(root, '.data', report);
  rmSync(file, { force: true });
  say(`\n== ${name}`);
  const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'inherit', 'inherit'], env });
  const fine = await new Promise((resolve) => child.on('close', (code) => resolve(code === 0)));
  const [good, bad] = existsSync(file) ? count(JSON.parse(readFileSync(file, 'utf8'))) : [0, 1];
  passed += good;
  failed += bad + (!fine && bad === 0 ? 1 : 0);
}
const vitest = (r) => [
  r.numPassedTests,
  r.numFailedTests + (r.numFailedTestSuites > 0 && r.numFailedTests === 0 ? r.numFailedTestSuites : 0),
];

ensureDependencies();
await beside(['types', 'npx', ['tsc', '--noEmit']], ['lint', 'npx', ['eslint', '.', '--max-warnings', '0']]);
await beside(
  ['formatted', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']],
  ['fences', 'npx', ['depcruise', '--config', '.dependency-cruiser.cjs', 'src', 'standins']],
);
await counted(
  'unit',
  'unit.json',
  'npx',
  ['vitest', 'run', '--project', 'unit', '--reporter=default', '--reporter=json', '--outputFile.json=.data/unit.json'],
  vitest,
);
await Promise.all([
  building(),
  counted(
    'database',
    'db.json',
    'npx',
    ['vitest', 'run', '--project', 'db', '--reporter=default', '--reporter=json', '--outputFile.json=.data/db.json'],
    vitest,
  ),
]);
(await startCluster('pg-test', { fast: true })).stop();
ensureChromium();
ensureBuild();
await counted('end-to-end', 'e2e-report.json', 'node', ['scripts/e2e.mjs'], (r) => [
  r.stats.expected + r.stats.flaky,
  r.stats.unexpected,
]);
if (step('faults', 'node', ['scripts/faults.mjs', '--kills', '10', '--seed', '7'])) passed++;
else failed++;
say(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
