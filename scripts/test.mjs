// npm test: types, lint, fences, unit, database, screens, end-to-end; closes with what failed, by name, and with one
// line "N passed, N failed".
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { root, say, startCluster } from './cluster.mjs';
import { ensureBuild, ensureChromium, ensureDependencies } from './prepare.mjs';

let passed = 0;
/** What failed, by name: a long report is read from its end. */
const failures = [];
const begun = Date.now();
const minutes = () => `${((Date.now() - begun) / 60_000).toFixed(1)} min`;
const env = { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', FORCE_COLOR: '0' };
mkdirSync(path.join(root, '.data'), { recursive: true });

/** Runs a command to its end. What it says is kept until then, or passed on as it comes. */
async function carriedOut(command, args, hear = () => undefined) {
  const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], env });
  const said = [];
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (text) => {
      said.push(text);
      hear(text);
    });
  const code = await new Promise((resolve) => child.on('close', resolve));
  return { isFine: code === 0, said: Buffer.concat(said).toString() };
}
/** What a step says comes when it is done. */
async function step([name, command, args]) {
  const { isFine, said } = await carriedOut(command, args);
  say(`\n== ${name} (${minutes()})\n${said}${isFine ? 'holds' : `${name} failed`}`);
  if (isFine) passed++;
  else failures.push(name);
}
async function oneByOne(...steps) {
  for (const s of steps) await step(s);
}
/** The build that the end-to-end tests want, under way beside something else; what it has to say comes when it fails. */
async function building() {
  const { isFine, said } = await carriedOut('node', [
    '-e',
    "import('./scripts/prepare.mjs').then((prepare) => prepare.ensureBuild())",
  ]);
  if (!isFine) say(said);
}
async function counted(name, report, command, args, count, hear) {
  const file = path.join(root, '.data', report);
  rmSync(file, { force: true });
  if (hear) say(`\n== ${name} (${minutes()})`);
  const { isFine, said } = await carriedOut(command, args, hear);
  if (!hear) say(`\n== ${name} (${minutes()})\n${said}`);
  const counts = existsSync(file) ? count(JSON.parse(readFileSync(file, 'utf8'))) : { passed: 0, failures: [] };
  passed += counts.passed;
  const named = counts.failures.map((failure) => `${name}: ${failure}`);
  // what ends badly and names nothing failed as a whole
  failures.push(...(isFine || named.length > 0 ? named : [`${name}: as a whole`]));
}
/** What went wrong, in a line. */
const lineOf = (message = '') =>
  message
    .replace(/\u001b\[\d+m/g, '')
    .split('\n')[0]
    .slice(0, 300);
/** How a report of Vitest counts; a file that could not be read counts as one failure. */
const vitest = (r) => ({
  passed: r.numPassedTests,
  failures: r.testResults.flatMap((f) => {
    const named = f.assertionResults
      .filter((a) => a.status === 'failed')
      .map((a) => `${a.fullName}: ${lineOf(a.failureMessages[0])}`);
    const all = named.length === 0 && f.status === 'failed' ? [lineOf(f.message)] : named;
    return all.map((what) => `${path.relative(root, f.name)}: ${what}`);
  }),
});
/** How a report of Playwright counts: suites lie in suites. */
const playwright = (r) => ({
  passed: r.stats.expected + r.stats.flaky,
  failures: specsOf(r)
    .filter((s) => !s.ok)
    .map((s) => `${s.file}: ${s.title}: ${lineOf(s.tests.flatMap((t) => t.results).at(-1)?.error?.message)}`),
});
const specsOf = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specsOf)];

const tested = (name, project, ...how) =>
  counted(
    name,
    `${project}.json`,
    'npx',
    [
      ...['vitest', 'run', '--project', project, ...how],
      ...['--reporter=default', '--reporter=json', `--outputFile.json=.data/${project}.json`],
    ],
    vitest,
  );

ensureDependencies();
// Typed lint takes as long as all the others.
await Promise.all([
  step(['lint', 'npx', ['eslint', '.', '--max-warnings', '0']]),
  oneByOne(
    ['types', 'npx', ['tsc', '--noEmit']],
    ['formatted', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']],
    ['fences', 'npx', ['depcruise', '--config', '.dependency-cruiser.cjs', 'src', 'standins']],
  ),
]);
// The database tests wait more than they reckon: beside the unit tests they cost little.
say('\n== unit tests beside those of database and screens, and the build');
await Promise.all([
  building(),
  tested('unit', 'unit'),
  tested('database', 'db').then(() => tested('screens', 'screens', '--coverage')),
]);
(await startCluster('pg-test', { fast: true })).stop();
ensureChromium();
ensureBuild();
await counted('end-to-end', 'e2e-report.json', 'node', ['scripts/e2e.mjs'], playwright, (text) =>
  process.stdout.write(text),
);
await step(['faults', 'node', ['scripts/faults.mjs', '--kills', '10', '--seed', '7']]);
say(`\n${minutes()}`);
for (const failure of failures) say(`failed: ${failure}`);
say(`${passed} passed, ${failures.length} failed`);
process.exit(failures.length > 0 ? 1 : 0);
