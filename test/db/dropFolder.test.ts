import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest';
import { machineDetailsSchema } from '../../src/areas/machines/model/schemas.ts';
import { dropName } from '../../src/areas/machines/model/connection.ts';
import {
  changeMachine,
  clearPlate,
  findLoaded,
  stopMachine,
  testConnection,
} from '../../src/areas/machines/server/index.ts';
import { runJobPrint, wishJobPrint } from '../../src/areas/checks/server/index.ts';
import { cutProgram, linesToSend } from '../../src/core/gcode/wire.ts';
import { wholeFile } from '../../src/platform/files/store.ts';
import {
  approved,
  ask,
  bench,
  closePrintBench,
  farm,
  hut,
  openPrintBench,
  pageOf,
  print,
  tech,
  until,
  why,
} from './printBench.ts';
import { codeOf, unwrap } from './setup.ts';

const root = mkdtempSync(path.join(os.tmpdir(), 'drop-'));
const device = { adapter: 'folder', folder: 'north/1', suffix: '.g', longestName: 12 } as const;
const at = path.join(root, 'north/1');
beforeAll(async () => {
  process.env['CANTIERE_DROP'] = root;
  await openPrintBench('drop_folder');
  mkdirSync(at, { recursive: true });
  const { id, name, place, version } = await hut();
  unwrap(await changeMachine(farm.as('lead'), id, { name, place, version, device }));
});
beforeEach(async () => {
  mkdirSync(at, { recursive: true });
  if ((await hut()).stop) unwrap(await clearPlate(tech(), bench.m.id, ''));
});
afterAll(async () => {
  await closePrintBench();
  rmSync(root, { recursive: true });
});
const isThere = async (id: string) => (await pageOf(id)).progress?.phase === 'handed over';
/** A job on its way: its file lies in the folder, and its worker waits for a word. */
async function handedOver() {
  const id = await approved();
  await ask(id);
  const done = print(id);
  await until(() => isThere(id));
  const [name] = readdirSync(at);
  return { id, done, file: path.join(at, name!) };
}

test('what was judged lies in the folder as it would have been sent, and a person’s word ends the print', async () => {
  const leftG = (await findLoaded(tech(), bench.m.id))!.remainingG;
  const { id, done, file } = await handedOver();
  expect(path.basename(file)).toMatch(/^J-\d{4}-1\.g$/);
  const { rows } = await farm.pool.query<{ sha: string; size: number }>(
    'select f.sha256 sha, f.size::int size from check_run r join file f on f.sha256 = r.program_sha where r.job_id = $1',
    [id],
  );
  const judged = cutProgram(await wholeFile(tech(), rows[0]!.sha, rows[0]!.size));
  expect(readFileSync(file, 'latin1').trimEnd().split('\n')).toEqual(judged.ok && linesToSend(judged.value));
  expect(await pageOf(id)).toMatchObject({
    state: 'printing',
    progress: { message: expect.stringContaining('lies in north/1') as string },
  });
  expect(await hut()).toMatchObject({ state: 'printing' });
  unwrap(await wishJobPrint(tech(), id, 'printed'));
  await done;
  const { progress } = await pageOf(id);
  expect(progress).toMatchObject({ phase: 'done', isUnheard: true, acknowledged: progress!.lines });
  expect(progress!.lines).toBeGreaterThan(100);
  expect(await pageOf(id)).toMatchObject({ state: 'done', printed: 1 });
  expect(await hut()).toMatchObject({ state: 'waiting to be cleared' });
  expect([existsSync(file), leftG - (await findLoaded(tech(), bench.m.id))!.remainingG > 0.1]).toEqual([false, true]);
});
test('a worker that ends meanwhile is followed by another, which puts nothing there again', async () => {
  const id = await approved();
  await ask(id);
  const ending = new AbortController();
  const first = runJobPrint({ ...farm.as('lead'), ending: ending.signal }, id, 'one').catch(() => undefined);
  await until(() => isThere(id));
  for (const name of readdirSync(at)) rmSync(path.join(at, name)); // the machine has taken it
  ending.abort();
  await first;
  const second = print(id);
  unwrap(await wishJobPrint(tech(), id, 'printed'));
  await second;
  expect([readdirSync(at), (await pageOf(id)).state]).toEqual([[], 'done']);
  expect(codeOf(await wishJobPrint(tech(), id, 'printed'))).toBe('notPrinted');
});
test('cancelled while the file is there it is taken back and nothing was printed; once it is taken somebody must look', async () => {
  const first = await handedOver();
  unwrap(await wishJobPrint(tech(), first.id, 'cancel'));
  await first.done;
  expect([existsSync(first.file), (await hut()).state]).toEqual([false, 'ready']);
  const second = await handedOver();
  rmSync(second.file);
  unwrap(await wishJobPrint(tech(), second.id, 'cancel'));
  await second.done;
  expect(await hut()).toMatchObject({
    state: 'stopped',
    stop: { why: expect.stringContaining('is not in north/1 any more: look') as string },
  });
});
test('a folder that is gone is one sentence: when it is tried, when something is printed, and when it is stopped', async () => {
  expect(unwrap(await testConnection(tech(), 'filament', device)).says).toMatch(/^0 files, room for [\d.]+ GB$/);
  rmSync(at, { recursive: true });
  expect(why(await testConnection(tech(), 'filament', device))).toContain('the folder north/1 is not there');
  const id = await approved();
  await ask(id);
  await print(id);
  expect(await pageOf(id)).toMatchObject({
    progress: { phase: 'refused', message: 'Not handed over: the folder north/1 is not there' },
  });
  expect((await hut()).state).toBe('ready');
  expect(why(await stopMachine(tech(), bench.m.id))).toContain('nothing but files is put before it');
});
test('a word that a print has ended counts though its folder is gone', async () => {
  const { id, done } = await handedOver();
  rmSync(at, { recursive: true });
  unwrap(await wishJobPrint(tech(), id, 'printed'));
  await done;
  expect((await pageOf(id)).state).toBe('done');
});
test('a machine that says itself how far it is takes nobody’s word for it', async () => {
  const id = await approved();
  expect(why(await wishJobPrint(tech(), id, 'printed'))).toContain('Its machine says itself how far it is');
});
test('a name is cut to what the machine shows, at its front, where names are alike', () => {
  expect(dropName('J-0012-1', device)).toBe('J-0012-1.g');
  expect(dropName('J-100012-13', device)).toBe('-100012-13.g');
});
test.each([
  [{ folder: '../etc' }, 'A folder is named as'],
  [{ folder: '/etc' }, 'A folder is named as'],
  [{ folder: 'a/../b' }, 'A folder is named as'],
  [{ folder: undefined }, 'Say the folder'],
  [{ suffix: 'gcode' }, 'Names end as'],
  [{ longestName: 4 }, 'A name has 12 to 200'],
])('is refused where it is wrong: %#', async (over, why) => {
  const body = { name: 'Hut', place: 'x', device: { ...device, ...over } };
  await expect(machineDetailsSchema.validate(body, { strict: true })).rejects.toThrow(why);
});
