import { expect, test } from 'vitest';
import { ageOf, knownOf } from './known.ts';
import type { MachineCard, MachineReport } from './pages.ts';

const at = '2026-11-20T08:00:00.000Z';
const typed = { at: '2026-11-01T08:00:00.000Z', byName: 'Tadeo' };
const loaded: NonNullable<MachineCard['loaded']> = {
  ...{ id: 'm', name: 'Fienile PLA white', lot: '5510', remainingG: 890, code: 'S-0003', containerId: 'c' },
  ...typed,
};
const filament = {
  technology: 'filament',
  mounted: { id: 't', name: '0.4 brass', ...typed },
  loaded,
  others: [],
  said: null,
  fitted: [{ kind: 'surface', note: 'smooth sheet', since: typed.at, byName: 'Tadeo', hours: 41.6, prints: 12 }],
  profile: { at, values: { travelXMm: 220, travelYMm: 220, travelZMm: 250.5, bedMaxC: 110 } },
} as const satisfies Parameters<typeof knownOf>[0];
const reported = (codes: MachineReport['codes']): MachineReport => ({
  ...{ at, why: null, figures: [{ what: 'Nozzle temperature', value: '24 °C, not heated' }], codes },
});
const found = { code: 'S-0009', name: 'Fienile PLA honey', lot: '5204' };
const rowsOf = (...of: Parameters<typeof knownOf>): (string | null)[][] =>
  knownOf(...of).map(({ what, value, how, byName }) => [what, value, how, byName]);

test('what is reported, what was typed and what only the profile says are told apart', () =>
  expect(rowsOf(filament, reported(null))).toEqual([
    ['Nozzle temperature', '24 °C, not heated', 'reported', null],
    ['Tool', '0.4 brass', 'typed', 'Tadeo'],
    ['Spool', 'S-0003, Fienile PLA white, lot 5510, 890 g', 'typed', 'Tadeo'],
    ['Speed set at the machine', null, 'typed', null],
    ['Bed surface', 'smooth sheet, 12 prints and 42 h since', 'typed', 'Tadeo'],
    ['Travel', '220 × 220 × 250.5 mm', 'only in the profile', null],
    ['Hottest bed', '110 °C', 'only in the profile', null],
  ]));
test('a spool whose code the machine reads is reported, with the age of the reading', () => {
  const rows = knownOf(filament, reported([{ head: 0, code: 's-0003', of: { ...found, code: 'S-0003' } }]));
  expect(rows.find((r) => r.what === 'Spool')).toMatchObject({ how: 'reported', at });
});
test('another spool in the reader stands beside the typed one and can be confirmed; one that nobody received cannot', () => {
  const reader = (codes: MachineReport['codes']) => knownOf(filament, reported(codes)).find((r) => r.what === 'Reader');
  expect(reader([{ head: 0, code: 'S-0009', of: found }])).toMatchObject({
    value: 'S-0009, Fienile PLA honey, lot 5204',
    instead: { head: 0, code: 'S-0009' },
  });
  const foreign = reader([{ head: 0, code: 'X-1', of: null }]);
  expect([foreign?.value, foreign?.instead]).toEqual(['X-1, which nobody has received', undefined]);
  expect(reader([{ head: 0, code: null, of: null }])?.value).toBe('finds no code');
});
test('heads are told by number, each with its own reader', () => {
  const two = { ...filament, others: [{ tool: 1, mounted: null, loaded: null, proofs: [] }] };
  const rows = knownOf(
    two,
    reported([
      { head: 0, code: 'S-0003', of: null },
      { head: 1, code: 'S-0009', of: found },
    ]),
  );
  expect(rows.slice(0, 6).map(({ what, how, instead }) => [what, how, instead?.head])).toEqual([
    ['Head 2: reader', 'reported', 1], // what is to be seen to comes first
    ['Nozzle temperature', 'reported', undefined],
    ['Head 1: tool', 'typed', undefined],
    ['Head 1: spool', 'reported', undefined],
    ['Head 2: tool', 'typed', undefined],
    ['Head 2: spool', 'typed', undefined],
  ]);
});
test('of a resin machine the film is told with what it has done, and lid and resin as somebody read them', () => {
  const said = { speedPercent: 100, lid: 'closed', resinC: 23.5, inVatMl: null, ...typed } as const;
  const film = { kind: 'film', note: '', since: null, byName: null, hours: 0, prints: 0 } as const;
  const resin = { ...filament, technology: 'resin', said, fitted: [film], profile: { at, values: {} } } as const;
  expect(rowsOf(resin, null).map(([what, value]) => [what, value])).toEqual([
    ['Bottle', 'S-0003, Fienile PLA white, lot 5510, 809 ml'],
    ['Speed set at the machine', '100 %'],
    ['Lid', 'closed'],
    ['Resin temperature', '23.5 °C'],
    ['Resin in the vat', null],
    ['Release film', '0.4 brass'],
  ]);
});
test('a temperature that the machine tells stands for the one that somebody read off it', () => {
  const said = { speedPercent: 100, lid: 'closed', resinC: 23.5, inVatMl: null, ...typed } as const;
  const resin = { ...filament, technology: 'resin', said, fitted: [], profile: { at, values: {} } } as const;
  const told = { at, why: null, figures: [{ what: 'Resin temperature', value: '24.5 °C' }], codes: null };
  expect(knownOf(resin, told).filter((k) => k.what === 'Resin temperature')).toMatchObject([
    { value: '24.5 °C', how: 'reported' },
  ]);
});
test.each([
  [0.4, '0 s'],
  [59.9, '59 s'],
  [60, '1 min'],
  [3599, '59 min'],
  [3600, '1 h'],
  [86_399, '23 h'],
  [86_400, '1 d'],
  [41.6 * 86_400, '41 d'],
  [-5, '0 s'],
])('after %f s something is %s old', (s, text) =>
  expect(ageOf(at, new Date(new Date(at).getTime() + 1000 * s))).toBe(text),
);
