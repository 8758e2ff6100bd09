// Starts a fresh farm of its own and runs the end-to-end tests against it. Extra arguments go to Playwright.
import { spawn } from 'node:child_process';
import { freePort, root, say } from './cluster.mjs';
import { ensureBuild, ensureChromium, ensureDependencies } from './prepare.mjs';
import { startFarm } from './processes.mjs';

ensureDependencies();
ensureChromium();
ensureBuild();
const farm = await startFarm({
  name: 'pg-e2e',
  port: await freePort(),
  fresh: true,
  fast: true,
  timeScale: '150',
  quiet: process.env.LOUD !== '1',
});
say(`End-to-end tests on ${farm.url}`);
const run = spawn('npx', ['playwright', 'test', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
  env: {
    ...process.env,
    CANTIERE_URL: farm.url,
    CANTIERE_STANDIN_PORT: farm.env.CANTIERE_STANDIN_PORT,
    CANTIERE_PIDS: `${root}/.data/pg-e2e.pids.json`,
    CANTIERE_LOG: `${root}/.data/pg-e2e.log`,
  },
});
run.on('exit', (code) => {
  farm.stop();
  process.exit(code ?? 1);
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => run.kill(signal)); // its end stops the farm
