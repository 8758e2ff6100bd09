import { expect, test } from 'vitest';
import { proposedUnits } from './copies.ts';

const at = (host: string) => ({ host, port: 7001 });

test('names and addresses go on from those of the machine', () =>
  expect(proposedUnits({ name: 'Rifugio 4', device: at('10.0.0.21') }, 3, [])).toEqual([
    { name: 'Rifugio 5', device: at('10.0.0.22') },
    { name: 'Rifugio 6', device: at('10.0.0.23') },
    { name: 'Rifugio 7', device: at('10.0.0.24') },
  ]));
test('a name without a number begins with two, and numbers that somebody has are left out, however they are written', () =>
  expect(
    proposedUnits({ name: 'Malga Stia', device: null }, 3, [{ name: 'MALGA STIA 3' }, { name: 'Malga' }]).map(
      (u) => u.name,
    ),
  ).toEqual(['Malga Stia 2', 'Malga Stia 4', 'Malga Stia 5']));
test('an address that is a name, that is none, and one beyond the last of its net are left open', () => {
  const hosts = (device: ReturnType<typeof at> | null) =>
    proposedUnits({ name: 'Hut', device }, 2, []).map((u) => u.device.host);
  expect(hosts(at('hut.example'))).toEqual(['', '']);
  expect(hosts(null)).toEqual(['', '']);
  expect(hosts(at('10.0.0.253'))).toEqual(['10.0.0.254', '']);
});
