// Starts the cluster and the four processes, restarts a child that dies, stops everything on the way out.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, openSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { servedBy, startChild, writePids } from './children.mjs';
import { freePort, remakeDatabase, root, say, startCluster } from './cluster.mjs';

/** A child that ran for a while is started again at once; one that dies in starting waits, longer each time, so that nothing spins. */
const RAN_FOR_MS = 5000;
const RESTART_AFTER_MS = 100;
const LONGEST_WAIT_MS = 3200;
const LOOK_AT_DATABASE_MS = 100;
/** A child that is told to end and has not by then is killed. */
const ENDS_MS = 5000;

/** The stand-ins take a dozen ports from theirs on; the web process of a farm without a port of its own stands beyond them. */
const WEB_BEYOND = 15;

/** What each process is told of its surroundings, and nothing else: a secret stands where it is used. */
const ANY = ['PATH', 'HOME', 'LANG', 'TZ', 'TMPDIR', 'NODE_ENV', 'ASTRO_TELEMETRY_DISABLED'];
const NEEDS = {
  migrate: ['DATABASE_OWNER_URL'],
  seed: [
    'DATABASE_URL',
    'CANTIERE_SECRET',
    'CANTIERE_URL',
    'CANTIERE_DEMO_PASSWORD',
    'CANTIERE_STANDIN_PORT',
    'CANTIERE_DATA',
  ],
  'stand-ins': ['CANTIERE_STANDIN_PORT', 'CANTIERE_STANDIN_READERS', 'CANTIERE_TIME_SCALE'],
  devices: ['DATABASE_URL', 'CANTIERE_DATA', 'CANTIERE_DROP', 'CANTIERE_LOG_LEVEL'],
  checks: ['DATABASE_URL', 'CANTIERE_LOG_LEVEL'],
  web: [
    ...['HOST', 'PORT', 'CANTIERE_URL', 'DATABASE_URL', 'CANTIERE_SECRET', 'CANTIERE_DEMO_PASSWORD', 'CANTIERE_DATA'],
    ...['CANTIERE_DROP', 'CANTIERE_STANDIN_PORT', 'CANTIERE_DATABASE_FOLDER', 'CANTIERE_PROXIES', 'CANTIERE_LOG_LEVEL'],
  ],
};
const envFor = (env, process) =>
  Object.fromEntries([...ANY, ...NEEDS[process]].flatMap((key) => (env[key] === undefined ? [] : [[key, env[key]]])));

/** Brings a whole farm up: cluster, schema, demo data, stand-ins, what serves machines, what does checks, web. A quiet one writes what it has to say to its log file. */
export async function startFarm({
  name = 'pg',
  port,
  empty = false,
  fast = false,
  fresh = false,
  timeScale = '30',
  quiet = false,
  data = path.join(root, '.data'),
}) {
  const pidsFile = path.join(root, '.data', `${name}.pids.json`);
  const other = servedBy(pidsFile);
  if (other !== null) throw new Error(`process ${other} serves this farm already; stop it first`);
  const cluster = await startCluster(name, { fast });
  if (fresh) remakeDatabase(cluster, 'cantiere');
  const standinPort = await rememberedPort(`${name}-standins`);
  const webPort = port ?? standinPort + WEB_BEYOND; // one that no outgoing connection can have taken in the meantime
  const url = `http://127.0.0.1:${webPort}`;
  const env = {
    ...process.env,
    NODE_ENV: 'production',
    ASTRO_TELEMETRY_DISABLED: '1',
    HOST: '127.0.0.1',
    PORT: String(webPort),
    CANTIERE_URL: url,
    DATABASE_URL: cluster.appUrl,
    DATABASE_OWNER_URL: cluster.ownerUrl,
    CANTIERE_SECRET: cluster.secret.auth,
    ...(!empty && { CANTIERE_DEMO_PASSWORD: cluster.secret.demo }),
    CANTIERE_STANDIN_PORT: String(standinPort),
    CANTIERE_TIME_SCALE: timeScale,
    CANTIERE_DATA: data,
    CANTIERE_DATABASE_FOLDER: cluster.folder,
  };
  const runOnce = async (label, extra = {}) => {
    const child = spawn('node', ['--enable-source-maps', `dist/processes/${label}.mjs`], {
      cwd: root,
      env: { ...envFor(env, label), ...extra },
      stdio: ['ignore', 'inherit', 'inherit'],
    });
    const [status] = await once(child, 'exit');
    if (status !== 0) throw new Error(`${label} failed`);
  };
  await runOnce('migrate');
  if (!empty) await runOnce('seed', { CANTIERE_SEEDING: '1' });
  const children = new Map();
  const out = quiet ? openSync(path.join(root, '.data', `${name}.log`), 'w') : 'inherit';
  let stopping = false;
  const run = (label, script, waitedMs = 0) => {
    const child = startChild(script, { cwd: root, env: envFor(env, label), out });
    const since = Date.now();
    children.set(label, child);
    writePids(pidsFile, {
      folder: cluster.folder,
      ...Object.fromEntries([...children].map(([k, c]) => [k, c.pid])),
    });
    child.on('exit', () => {
      if (!stopping) {
        if (!quiet) say(`${label} stopped; starting it again`);
        const hasRun = Date.now() - since > RAN_FOR_MS;
        const waitMs = hasRun ? 0 : Math.min(LONGEST_WAIT_MS, Math.max(RESTART_AFTER_MS, 2 * waitedMs));
        setTimeout(() => {
          if (!stopping) run(label, script, waitMs);
        }, waitMs);
      }
    });
  };
  run('stand-ins', 'dist/processes/standins.mjs');
  run('devices', 'dist/processes/devices.mjs');
  run('checks', 'dist/processes/checks.mjs');
  run('web', 'scripts/web.mjs');
  /** A start of the database that is under way. */
  let starting = null;
  const watch = setInterval(async () => {
    if (stopping || starting || cluster.alive()) return;
    if (!quiet) say('PostgreSQL stopped; starting it again');
    starting = startCluster(name, { fast, again: true }).catch(() => {
      if (!quiet) say('PostgreSQL is not ready to start yet; trying again'); // its old processes may still be going
    });
    await starting;
    starting = null;
  }, LOOK_AT_DATABASE_MS);
  const farm = {
    name,
    url,
    cluster,
    env,
    children,
    /** First those that work, which leave off in order; then what they work on. */
    async stop() {
      stopping = true;
      clearInterval(watch);
      await Promise.all(['web', 'devices', 'checks'].map((label) => ended(children.get(label))));
      await ended(children.get('stand-ins'));
      await starting; // one that comes up behind a stop would stand there for ever
      cluster.stop();
    },
  };
  try {
    await waitFor(url);
  } catch (error) {
    await farm.stop();
    throw error;
  }
  return farm;
}

/** Tells a child to end, and waits for it, but not for ever. */
async function ended(child) {
  if (!child || child.exitCode !== null || child.signalCode !== null) return;
  child.kill('SIGTERM');
  const late = setTimeout(() => child.kill('SIGKILL'), ENDS_MS);
  await new Promise((resolve) => child.once('exit', resolve));
  clearTimeout(late);
}

async function waitFor(url) {
  for (let i = 0; i < 300; i++) {
    try {
      const r = await fetch(`${url}/api/health`);
      if (r.ok) return;
    } catch {
      /* not yet */
    }
    await new Promise((r) => setTimeout(r, 100));
  }
  throw new Error('the web process did not answer within 30 s');
}

/** First of a dozen ports below the range that outgoing connections take theirs from. */
async function rememberedPort(name) {
  const file = path.join(root, '.data', `${name}.port`);
  const remembered = (f) => readFileSync(path.join(root, '.data', f), 'utf8');
  while (!existsSync(file)) {
    const port = String(20000 + 16 * ((await freePort()) % 700));
    const others = readdirSync(path.dirname(file)).filter((f) => f.endsWith('.port'));
    if (!others.some((f) => remembered(f) === port)) writeFileSync(file, port);
  }
  return Number(readFileSync(file, 'utf8'));
}
