import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import { confirmSet, wishJobPrint } from '../../src/areas/checks/server/index.ts';
import { clearPlate } from '../../src/areas/machines/server/index.ts';
import {
  decideTrial,
  findTrial,
  getTrialPage,
  requestPrint,
  type Trial,
  runPrint,
} from '../../src/areas/trials/server/index.ts';
import { planFlow } from './benchFarm.ts';
import { emptyPlates, unwrap } from './setup.ts';
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
  standins,
  tech,
  why,
} from './printBench.ts';

beforeAll(() => openPrintBench('occupancy'));
afterAll(closePrintBench);
afterEach(() => emptyPlates(farm));

const trialOf = async (): Promise<string> => unwrap(await planFlow(tech(), bench)).id;
const runTrial = (id: string): Promise<void> => runPrint(farm.as('lead'), id, `test:${id}`);
const stateOf = async (id: string): Promise<Trial['state']> => (await findTrial(tech(), id))!.state;

describe('one machine, one print', () => {
  test('of two trials asked for at once one prints, and the other is told by what the machine is taken, and until when', async () => {
    const ids = [await trialOf(), await trialOf()];
    const asked = await Promise.all(ids.map((id) => requestPrint(tech(), id, 'print')));
    expect(asked.filter((r) => r.ok)).toHaveLength(1);
    const [winner, loser] = asked[0]!.ok ? [ids[0]!, ids[1]!] : [ids[1]!, ids[0]!];
    const name = `T-${String((await findTrial(tech(), winner))!.number).padStart(4, '0')}`;
    expect(why(asked.find((r) => !r.ok)!)).toMatch(
      new RegExp(`Hut is taken by ${name}, which .+ until about \\d\\d:\\d\\d`),
    );
    expect([await stateOf(winner), await stateOf(loser)]).toEqual(['printing', 'planned']);
    await Promise.all(ids.map(runTrial));
    expect([await stateOf(winner), await stateOf(loser)]).toEqual(['measuring', 'planned']);
  });

  test('a trial does not start beside a job that is about to print, nor a job beside a trial', async () => {
    const [job, trial] = [await approved(), await trialOf()];
    await ask(job);
    // the worker has not begun: the machine itself still stands idle
    expect((await hut()).state).toBe('ready');
    expect(why(await requestPrint(tech(), trial, 'print'))).toContain('is taken by J-');
    await print(job);
    unwrap(await clearPlate(tech(), bench.m.id, ''));
    unwrap(await requestPrint(tech(), trial, 'print'));
    const other = await approved();
    for (const { key } of (await pageOf(other)).toSet) unwrap(await confirmSet(tech(), other, key));
    expect(why(await wishJobPrint(tech(), other, 'print'))).toContain('is taken by T-');
    expect((await pageOf(other)).state).toBe('cleared');
  });

  test('a trial asked for while it prints already is no second one', async () => {
    const id = await trialOf();
    unwrap(await requestPrint(tech(), id, 'print'));
    unwrap(await requestPrint(tech(), id, 'print'));
    const { rows } = await farm.pool.query<{ n: string }>('select count(*) n from print where cleared_at is null');
    expect(Number(rows[0]!.n)).toBe(1);
  });

  test('the database itself holds no two', async () => {
    const id = await trialOf();
    unwrap(await requestPrint(tech(), id, 'print'));
    await expect(
      farm.pool.query(
        `insert into print (id, machine_id, of, of_id, name, by_name, since, expected) values ('x', $1, 'job', 'y', 'J-1', 'me', now(), now())`,
        [bench.m.id],
      ),
    ).rejects.toThrow('print_one_per_machine');
  });

  test('a print whose machine another has taken is refused before a line is sent, and leaves the other alone', async () => {
    const [first, second] = [await trialOf(), await trialOf()];
    unwrap(await requestPrint(tech(), first, 'print'));
    await farm.pool.query(`update trial set state = 'printing', wish = 'print' where id = $1`, [second]);
    const before = standins.controllers[0]!.accepted.length;
    await runTrial(second);
    expect(standins.controllers[0]!.accepted).toHaveLength(before);
    expect((await findTrial(tech(), second))!.progress).toMatchObject({
      phase: 'refused',
      message: expect.stringContaining('is taken by T-') as string,
    });
    await runTrial(first);
    expect(await stateOf(first)).toBe('measuring');
  });

  test('what is printed stands on the plate until somebody says that it is off', async () => {
    const [first, second] = [await trialOf(), await trialOf()];
    unwrap(await requestPrint(tech(), first, 'print'));
    await runTrial(first);
    expect(await hut()).toMatchObject({ state: 'waiting to be cleared', stop: { id: first, isFinished: true } });
    expect(why(await requestPrint(tech(), second, 'print'))).toContain('take it off the plate');
    unwrap(await clearPlate(tech(), bench.m.id, ''));
    unwrap(await requestPrint(tech(), second, 'print'));
  });

  test('a print that no worker takes up is silent from the moment it was asked for, not from what stood before', async () => {
    const id = await trialOf();
    unwrap(await requestPrint(tech(), id, 'print'));
    const after = async (s: number) => {
      const at = new Date((await findTrial(tech(), id))!.progress!.at).getTime() + 1000 * s;
      return unwrap(await getTrialPage({ ...tech(), clock: { now: () => new Date(at) } }, id)).silentS;
    };
    expect([await after(0), await after(30)]).toEqual([null, 30]);
    // interrupted an hour ago and asked for again: nothing is an hour old
    await farm.pool.query(
      `update trial set state = 'interrupted', wish = 'idle',
         progress = progress || '{"phase":"lost","at":"2026-01-01T00:00:00Z"}' where id = $1`,
      [id],
    );
    unwrap(await requestPrint(tech(), id, 'print'));
    expect((await findTrial(tech(), id))!.progress!.at).not.toContain('2026-01-01');
  });

  test('a trial is not set aside while it prints', async () => {
    const id = await trialOf();
    unwrap(await requestPrint(tech(), id, 'print'));
    expect(why(await decideTrial(tech(), id, 'set aside', 'of no use'))).toContain('cancel the print first');
    await runTrial(id);
    expect(await stateOf(id)).toBe('measuring');
    unwrap(await decideTrial(tech(), id, 'set aside', 'of no use'));
    expect(await stateOf(id)).toBe('set aside');
  });
});
