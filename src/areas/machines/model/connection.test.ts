import { expect, test } from 'vitest';
import { readFileSync } from 'node:fs';
import { connectionFor, connectionText, placeOf, waysFor, waysOfConnection } from './connection.ts';

test('a connection without a way is over the network, as the technology is spoken to', () => {
  const there = { host: 'Hut.local', port: 80 };
  expect(connectionFor('filament', there)).toEqual({ adapter: 'line', ...there });
  expect(connectionFor('resin', there)).toEqual({ adapter: 'stack', ...there });
  expect(connectionFor('filament', { ...there, adapter: 'line' })).toEqual({ adapter: 'line', ...there });
});
test('a technology is not spoken to in a way of the other, nor in one that is half set up', () => {
  const cable = { adapter: 'serial', path: '/dev/ttyUSB0', baud: 9600 } as const;
  expect(connectionFor('filament', cable)).toEqual(cable);
  expect([
    connectionFor('resin', cable),
    connectionFor('resin', { adapter: 'line', host: 'x', port: 1 }),
    connectionFor('filament', { adapter: 'stack', host: 'x', port: 1 }),
    connectionFor('filament', { adapter: 'serial', path: '/dev/ttyUSB0' }),
    connectionFor('filament', { host: 'x' }),
    connectionFor('resin', { adapter: 'folder', folder: 'x' }),
  ]).toEqual([null, null, null, null, null, null]);
});
test('two entries for one place are told as one', () => {
  expect(placeOf({ adapter: 'line', host: 'HUT', port: 7 })).toBe(placeOf({ adapter: 'stack', host: 'hut', port: 7 }));
  expect(placeOf({ adapter: 'serial', path: '/dev/ttyUSB0', baud: 9600 })).toBe('/dev/ttyUSB0');
  expect(connectionText(null)).toBe('not connected');
});
test('every way belongs to a technology and has its part of the page that describes them', () => {
  const page = readFileSync('docs/connections.md', 'utf8').toLowerCase();
  for (const { label } of Object.values(waysOfConnection)) expect(page).toContain(`\n## ${label.toLowerCase()}\n`);
  expect([waysFor('filament'), waysFor('resin')]).toEqual([
    ['line', 'serial', 'folder'],
    ['stack', 'folder'],
  ]);
});
