import { expect, test } from 'vitest';
import { withChecksum } from '../../src/core/gcode/words.ts';
import { HEARS_FOR_S, SimulatedController, type Host } from './controller.ts';

const numbered = (n: number, text: string): string => withChecksum(`N${n} ${text}`);
const aside = (text: string): string => withChecksum(`@aside ${text}`);
const fresh = () => {
  const c = new SimulatedController('hut', 1, 1e9);
  return { c, say: (line: string, host: Host) => c.take(line, () => undefined, host) };
};

test('its clock goes on until what it holds is done, and whoever waits hears of it meanwhile', async () => {
  const c = new SimulatedController('hut', 1, 5000); // 100 s of moves are 20 ms of waiting, told every 4 ms
  const heard: string[] = [];
  const say = (line: string) => c.take(line, (report) => heard.push(report));
  await say(numbered(0, 'M110'));
  await say(numbered(1, 'G91'));
  for (let n = 2; n < 12; n++) await say(numbered(n, 'G1 X100 F600'));
  expect(heard).toEqual([]);
  const seconds = Number((await say('@clock'))!.split(' ')[1]);
  expect(seconds).toBeGreaterThanOrEqual(100); // 1000 mm at 10 mm/s
  expect(seconds).toBeLessThan(101);
  expect(heard.length).toBeGreaterThanOrEqual(4);
  expect(await say('@clock')).toBe(`clock ${seconds.toFixed(1)}`);
});
test('a machine heeds the host that came last; one before it is refused every line, and may still stop it', async () => {
  const { c, say } = fresh();
  const [older, newer]: Host[] = [{ epoch: 0 }, { epoch: 0 }];
  expect(await say('@host 7', older!)).toBe('ok @host 7');
  await say(numbered(0, 'M110'), older!);
  await say(numbered(1, 'M104 S200'), older!);
  expect(await say('@host 8', newer!)).toBe('ok @host 8');
  for (const line of [numbered(2, 'M104 S250'), aside('M104 S250'), numbered(0, 'M110'), '@host 7'])
    expect(await say(line, older!)).toBe('fault another host has this machine');
  expect([c.lastLine, c.nozzleTargetC]).toEqual([1, 200]);
  expect(await say(numbered(2, 'M104 S210'), newer!)).toMatch(/^ok 2/);
  expect(await say('@stop', older!)).toBe('ok @stop');
  expect(c.nozzleTargetC).toBe(0);
});

const late = (s: number): number => performance.now() + 1000 * s;
test('a machine that is hot and hears no host parks and cools, says so once, and goes on when somebody heats it again', async () => {
  const { c, say } = fresh();
  const host = { epoch: 0 };
  await say(numbered(0, 'M110'), host);
  await say(numbered(1, 'M104 S200'), host);
  c.watch(late(HEARS_FOR_S - 2));
  expect(c.nozzleTargetC).toBe(200);
  c.watch(late(HEARS_FOR_S + 1));
  expect(c.nozzleTargetC).toBe(0);
  expect(await say('@last', host)).toMatch(/^last 1/); // it has not lost its place
  expect(await say(aside('M109 S200'), host)).toBe('fault no host was heard for 30 s; parked, heaters off');
  expect(c.nozzleTargetC).toBe(0);
  expect(await say(aside('M109 S200'), host)).toMatch(/^ok @aside/);
  expect(await say(numbered(2, 'G28'), host)).toMatch(/^ok 2/);
});
test('one that stands cold, or works at what it was told, waits as long as it takes', async () => {
  const { c, say } = fresh();
  const host = { epoch: 0 };
  c.watch(late(999));
  await say(numbered(0, 'M110'), host);
  await say(numbered(1, 'M104 S0'), host);
  c.watch(late(999));
  expect(await say(numbered(2, 'G28'), host)).toMatch(/^ok 2/);
  await say(numbered(3, 'M104 S200'), host);
  c.holdAt = 4;
  const held = say(numbered(4, 'G28'), host);
  c.watch(late(999));
  expect(c.nozzleTargetC).toBe(200);
  c.holdAt = Infinity;
  expect(await held).toMatch(/^ok 4/);
});
