import net from 'node:net';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { freePort } from '../../scripts/cluster.mjs';
import { LineLink, LinkLost, MachineFault } from '../../src/areas/machines/devices/line.ts';
import { serveFarm, type Farm } from './serve.ts';

const program = [
  'G28',
  'G21',
  'G90',
  'M83',
  'G0 X10 Y10 F9000',
  ...Array.from({ length: 60 }, (_, i) => `G1 X${10 + i} Y10 E0.05 F3000`),
  'M104 S0',
];
let farm: Farm;
beforeAll(async () => {
  farm = await serveFarm(0, [{ key: 'hut', seed: 1 }], [], 5000);
});
afterAll(() => farm.stop());
const open = () => LineLink.open({ host: '127.0.0.1', port: farm.ports[0]! }, () => undefined);

/** Prints all lines, connecting again and asking for the last accepted one after a loss, as the worker does. */
async function printAll(onLine: (n: number) => void = () => undefined): Promise<number> {
  let link = await open();
  let resends = 0;
  await link.begin();
  for (let n = 1; n <= program.length; n++) {
    onLine(n);
    try {
      await link.sendLine(n, program[n - 1]!);
    } catch (error) {
      if (!(error instanceof LinkLost)) throw error;
      link.close();
      link = await open();
      n = (await link.askLast()).line;
    }
    resends = Math.max(resends, link.resends);
  }
  link.close();
  return resends;
}

describe('the line protocol', () => {
  test('prints what was sent', async () => {
    await printAll();
    expect(farm.controllers[0]!.accepted).toEqual(program);
  });
  test.each([
    ['a flipped bit', 'noise'],
    ['a cut socket', 'disconnect'],
    ['a dropped line', 'drop'],
  ] as const)(
    '%s leaves the coupon unchanged',
    async (_, fault) => {
      let struck = false;
      const resends = await printAll((n) => {
        if (n === 20 && !struck) {
          struck = true;
          farm.controllers[0]!.fault = fault;
          farm.controllers[0]!.spoil = fault === 'disconnect' ? 0 : 1;
        }
      });
      expect(farm.controllers[0]!.accepted).toEqual(program);
      if (fault !== 'disconnect') expect(resends).toBeGreaterThan(0);
    },
    20_000,
  );
  test('a sensor fault stops the print and says so', async () => {
    await expect(
      printAll((n) => {
        if (n === 5) farm.controllers[0]!.fault = 'sensor';
      }),
    ).rejects.toThrow(MachineFault);
  });
  test('a line aside is obeyed, but neither counted nor part of the coupon', async () => {
    await printAll();
    const link = await open();
    await link.sendAside('M109 S200');
    expect([farm.controllers[0]!.accepted, (await link.askLast()).line, farm.controllers[0]!.nozzleTargetC]).toEqual([
      program,
      program.length,
      200,
    ]);
    link.close();
  });
  test('an address where nothing listens is a lost link, not a hang', async () => {
    await expect(LineLink.open({ host: '127.0.0.1', port: await freePort() }, () => undefined)).rejects.toThrow(
      LinkLost,
    );
  });
  test('garbage on the wire is answered with a resend and never accepted', async () => {
    const before = [...farm.controllers[0]!.accepted];
    const answer = await new Promise<string>((resolve) => {
      const s = net.connect(farm.ports[0]!, '127.0.0.1', () => s.write('\x00\xffN1 G28*1\nN99 G1 X1*3\n'));
      s.on('data', (d) => {
        resolve(d.toString('latin1'));
        s.destroy();
      });
    });
    expect(answer).toContain('Resend');
    expect(farm.controllers[0]!.accepted).toEqual(before);
  });
});
