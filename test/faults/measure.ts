import pg from 'pg';
import { LineLink } from '../../src/areas/machines/devices/line.ts';
import type { Client } from './client.ts';

const LOOK_EVERY_MS = 20;
const STOPS_WITHIN_MS = 10_000;
const HOT_WITHIN_MS = 4000;
const GOES_ON_WITHIN_MS = 15_000;
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

async function asked<Row extends pg.QueryResultRow>(ownerUrl: string, text: string, values: unknown[]): Promise<Row[]> {
  const db = new pg.Client({ connectionString: ownerUrl });
  db.on('error', () => undefined);
  await db.connect();
  try {
    return (await db.query<Row>(text, values)).rows;
  } finally {
    await db.end();
  }
}
/** Where a machine's controller is reached. */
export async function deviceOf(ownerUrl: string, machineId: string): Promise<{ host: string; port: number }> {
  const [row] = await asked<{ device: { host: string; port: number } }>(
    ownerUrl,
    'select device from machine where id = $1',
    [machineId],
  );
  return row!.device;
}

/** Time from the click to a machine that wants no heat any more, ms, as its controller says itself; null where it was cold. */
export async function stopTakesMs(
  client: Client,
  machineId: string,
  device: { readonly host: string; readonly port: number },
  around: (stop: () => Promise<void>) => Promise<void>,
): Promise<number | null> {
  /** Null where it does not answer: it may have been killed a moment ago. */
  const isHot = (): Promise<boolean | null> =>
    LineLink.look(device).then(
      ({ nozzleTargetC }) => nozzleTargetC > 0,
      () => null,
    );
  for (const since = Date.now(); (await isHot()) !== true; await pause(LOOK_EVERY_MS))
    if (Date.now() - since > HOT_WITHIN_MS) return null;
  let took: number | null = null;
  await around(async () => {
    const at = Date.now();
    void client.once('POST', `/api/machines/${machineId}/stop`, {}, `stop${at}0123456789abcdef`);
    while ((await isHot()) !== false && Date.now() - at < STOPS_WITHIN_MS) await pause(LOOK_EVERY_MS);
    took = Date.now() - at;
  });
  return took;
}

const FURTHEST = `select coalesce(sum((progress->>'acknowledged')::int), 0)::int n, count(*)::int prints from trial
  where state = 'printing' and wish = 'print' and (progress->>'acknowledged')::int > 0`;
/** Time until any print has gone on, ms; null where none was under way. */
export async function goesOnInMs(ownerUrl: string, kill: () => void): Promise<number | null> {
  const db = new pg.Client({ connectionString: ownerUrl });
  db.on('error', () => undefined);
  await db.connect();
  try {
    kill();
    const at = Date.now();
    await pause(LOOK_EVERY_MS); // what the dead one had under way arrives
    const look = async () => (await db.query<{ n: number; prints: number }>(FURTHEST)).rows[0]!;
    const before = await look();
    if (before.prints === 0) return null;
    for (;;) {
      await pause(LOOK_EVERY_MS);
      if ((await look()).n !== before.n) return Date.now() - at;
      if (Date.now() - at > GOES_ON_WITHIN_MS) return null;
    }
  } finally {
    await db.end();
  }
}
