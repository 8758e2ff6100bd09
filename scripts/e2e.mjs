// Starts fresh farms of their own and runs the end-to-end tests against them. Extra arguments go to Playwright.
import { spawn } from 'node:child_process';
import path from 'node:path';
import { root, say } from './cluster.mjs';
import { ensureBuild, ensureChromium, ensureDependencies } from './prepare.mjs';
import { startFarm } from './processes.mjs';

ensureDependencies();
ensureChromium();
ensureBuild();
/** Tests of different files run beside each other, each worker on a farm of its own; one farm more begins with nobody and nothing. */
const FARMS = 2;
const EMPTY = 'pg-e2e-empty';
const started = await Promise.allSettled(
  [...Array.from({ length: FARMS }, (_, i) => `pg-e2e-${i}`), EMPTY].map((name) =>
    startFarm({
      name,
      empty: name === EMPTY,
      data: path.join(root, '.data', `${name}-files`),
      fresh: true,
      fast: true,
      timeScale: '500',
      quiet: process.env.LOUD !== '1',
    }),
  ),
);
const farms = started.flatMap((s) => (s.status === 'fulfilled' ? [s.value] : []));
const failed = started.find((s) => s.status === 'rejected');
if (failed) {
  await Promise.all(farms.map((farm) => farm.stop()));
  throw failed.reason;
}
say(`End-to-end tests on ${farms.map((f) => f.url).join(' and ')}`);
const told = farms.map((f) => ({
  url: f.url,
  standinPort: Number(f.env.CANTIERE_STANDIN_PORT),
  pids: path.join(root, '.data', `${f.name}.pids.json`),
  log: path.join(root, '.data', `${f.name}.log`),
}));
const run = spawn('npx', ['playwright', 'test', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
  env: {
    ...process.env,
    CANTIERE_FARMS: JSON.stringify(told.slice(0, FARMS)),
    CANTIERE_EMPTY_FARM: JSON.stringify(told[FARMS]),
  },
});
run.on('exit', async (code) => {
  await Promise.all(farms.map((farm) => farm.stop()));
  process.exit(code ?? 1);
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => run.kill(signal)); // its end stops the farm
