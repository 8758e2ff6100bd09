// npm run faults -- --kills 200 --seed 7: a farm at work of which a process is killed or frozen over and over; what was acknowledged is kept
// outside and held against what is there in the end. Nothing may be lost, doubled or stuck; how fast it came back is printed.
import path from 'node:path';
import { root, say } from '../../scripts/cluster.mjs';
import { startFarm, type StartedFarm } from '../../scripts/processes.mjs';
import { seededRandom } from '../../src/core/formats/random.ts';
import { Client } from './client.ts';
import { freezeDatabase, postmasterOf } from '../freezeDatabase.ts';
import { emptyLedger, Load } from './load.ts';
import { deviceOf, goesOnInMs, stopTakesMs } from './measure.ts';
import { verify } from './verify.ts';

const option = (name: string, fallback: number): number => {
  const i = process.argv.indexOf(`--${name}`);
  return i >= 0 ? Number(process.argv[i + 1]) : fallback;
};
const kills = option('kills', 200);
const random = seededRandom(option('seed', 7));
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** What strikes, how often, and whether those who wait for an answer notice. */
const strikes = [
  ['devices killed', 2],
  ['checks killed', 1],
  ['web killed', 3],
  ['database killed', 2],
  ['web and database killed', 1],
  ['stand-ins killed', 1],
  ['devices frozen for 8 s', 1],
  ['checks frozen for 8 s', 1],
  ['database frozen for 4 s', 1],
  ['stopped by hand', 1],
  ['stopped by hand, database frozen', 1],
] as const;
type Strike = (typeof strikes)[number][0];
function pick(): Strike {
  let at = random() * strikes.reduce((sum, [, weight]) => sum + weight, 0);
  for (const [name, weight] of strikes) if ((at -= weight) < 0) return name;
  return strikes[0][0];
}

const send = (pid: number | null | undefined, signal: NodeJS.Signals): void => {
  try {
    if (pid) process.kill(pid, signal);
  } catch {
    /* it is gone already */
  }
};
async function strike(farm: StartedFarm, what: Strike): Promise<void> {
  const child = (name: string) => farm.children.get(name)?.pid;
  if (what === 'devices killed')
    note(goesOn, await goesOnInMs(farm.cluster.ownerUrl, () => send(child('devices'), 'SIGKILL')));
  if (what === 'checks killed') send(child('checks'), 'SIGKILL');
  if (what.startsWith('web')) send(child('web'), 'SIGKILL');
  if (what.startsWith('stand-ins')) send(child('stand-ins'), 'SIGKILL');
  if (what.includes('database killed')) send(postmasterOf(farm.cluster.folder), 'SIGKILL');
  if (what === 'devices frozen for 8 s' || what === 'checks frozen for 8 s') {
    const pid = child(what.split(' ')[0]!);
    send(pid, 'SIGSTOP');
    await pause(8000); // longer than a lease lasts
    send(pid, 'SIGCONT');
  }
  if (what === 'database frozen for 4 s') await frozen(farm, () => pause(4000));
  if (what === 'stopped by hand') note(stopped.underLoad, await stopOne((stop) => stop()));
  if (what === 'stopped by hand, database frozen') note(stopped.frozen, await stopOne((stop) => frozen(farm, stop)));
}
async function frozen(farm: StartedFarm, work: () => Promise<void>): Promise<void> {
  freezeDatabase(farm.cluster.folder, 'SIGSTOP');
  try {
    await work();
  } finally {
    freezeDatabase(farm.cluster.folder, 'SIGCONT');
  }
}
/** Times of stops by hand, and until a print went on whose process was killed, ms. */
const stopped = { underLoad: [] as number[], frozen: [] as number[] };
const goesOn: number[] = [];
const note = (list: number[], ms: number | null): void => {
  if (ms !== null) list.push(ms);
};

const median = (all: readonly number[]): number => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? 0;
const inS = (ms: number): string => (ms / 1000).toFixed(1);

const farm = await startFarm({
  name: 'pg-faults',
  data: path.join(root, '.data', 'pg-faults-files'),
  fresh: true,
  timeScale: '400',
  quiet: true,
});
let isOver = false;
/** Stops a machine that is at work; set once there is one. */
let stopOne: (around: (stop: () => Promise<void>) => Promise<void>) => Promise<number | null> = async () => null;
let code = 1;
const stopAll = (): void => {
  void farm.stop().then(() => process.exit(1));
};
process.on('SIGINT', stopAll);
process.on('SIGTERM', stopAll);
try {
  const client = new Client(farm.url, () => isOver);
  await client.signIn('lead');
  const ledger = emptyLedger();
  const load = new Load(client, ledger, () => isOver);
  const { machines, processId } = await load.bench();
  const [a, b, c, d] = machines;
  const device = await deviceOf(farm.cluster.ownerUrl, a!.id);
  stopOne = (around) => stopTakesMs(client, a!.id, device, around);
  const atWork = [
    load.keepLogging(a!),
    load.keepLogging(b!),
    load.keepReading(c!, processId),
    load.keepChecking(d!, processId),
    load.keepLoading(c!),
    load.keepCaring(c!),
    load.keepQueueing(),
    load.keepPrinting(a!, processId),
    load.keepPrinting(b!, processId),
  ];
  const back = new Map<Strike, { readonly reads: number[]; readonly writes: number[] }>();
  const began = Date.now();
  for (let n = 1; n <= kills; n++) {
    await pause(300 + 1500 * random());
    const what = pick();
    const at = Date.now();
    await strike(farm, what);
    if (
      what === 'stand-ins killed' ||
      what.startsWith('devices') ||
      what.startsWith('checks') ||
      what.includes('frozen') ||
      what.startsWith('stopped')
    )
      continue;
    if (!back.has(what)) back.set(what, { reads: [], writes: [] });
    const { reads, writes } = back.get(what)!;
    await client.ask('GET', '/api/machines');
    reads.push(Date.now() - at);
    const note = `after strike ${n}`;
    const done = await client.ask('POST', `/api/machines/${c!.id}/maintenance`, { kind: 'cleaning', note });
    if (done?.status === 200) ledger.notes.push(note);
    writes.push(Date.now() - at);
    if (n % 20 === 0) say(`${n} of ${kills}`);
  }
  const tookS = (Date.now() - began) / 1000;
  isOver = true;
  await Promise.all(atWork);
  isOver = false;
  const verdict = await verify(farm.cluster.ownerUrl, client, ledger);
  say(`\n${kills} strikes in ${tookS.toFixed(0)} s, ${client.asked} requests answered in ${client.tries} tries`);
  for (const [what, n] of Object.entries(verdict.counts)) say(`  ${what}: ${n}`);
  for (const [what, { reads, writes }] of back)
    say(
      `  back after ${what} (${reads.length}): reads ${inS(median(reads))} s, writes ${inS(median(writes))} s in the median; ${inS(Math.max(...reads))} and ${inS(Math.max(...writes))} s at worst`,
    );
  for (const [what, all] of [
    ['stopped by hand under load', stopped.underLoad],
    ['stopped by hand with the database frozen', stopped.frozen],
    ['print went on after its process was killed', goesOn],
  ] as const)
    if (all.length > 0)
      say(`  ${what} (${all.length}): ${inS(median(all))} s in the median, ${inS(Math.max(...all))} s at worst`);
  for (const [what, list] of [
    ['lost', verdict.lost],
    ['doubled', verdict.doubled],
    ['stuck', verdict.stuck],
    ['refused', ledger.refused],
  ] as const) {
    say(`  ${list.length} ${what}`);
    for (const one of list.slice(0, 10)) say(`    ${one}`);
  }
  const isFine = [verdict.lost, verdict.doubled, verdict.stuck].every((l) => l.length === 0) && ledger.notes.length > 0;
  say(isFine ? 'holds' : 'does not hold');
  code = isFine ? 0 : 1;
} finally {
  await farm.stop();
}
process.exit(code);
