// npm start: sets up whatever is missing, then serves the farm on loopback until Ctrl-C.
// Options: --empty (no demo data, own cluster), --port N, --time-scale N (speed of the simulated machines).
import { say } from './cluster.mjs';
import { ensureBuild, ensureDependencies } from './prepare.mjs';
import { startFarm } from './processes.mjs';

const args = process.argv.slice(2);
const option = (name, fallback) => {
  const i = args.indexOf(`--${name}`);
  return i >= 0 ? args[i + 1] : fallback;
};
const empty = args.includes('--empty');
if (!empty) process.env.CANTIERE_STANDIN_READERS ??= '1'; // what they find belongs to the demo data
ensureDependencies();
ensureBuild();
let farm;
let stopped = false;
const stop = async () => {
  if (stopped) return;
  stopped = true;
  say('\nStopping');
  await farm?.stop();
  process.exit(0);
};
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
process.on('SIGHUP', stop);
try {
  farm = await startFarm({
    name: empty ? 'pg-empty' : 'pg',
    port: Number(option('port', '4321')),
    empty,
    timeScale: option('time-scale', '30'),
  });
} catch (error) {
  say(`Cantiere did not start: ${error instanceof Error ? error.message : String(error)}`);
  process.exit(1);
}
say(`\nCantiere is ready: ${farm.url}\nCtrl-C stops everything it started.`);
