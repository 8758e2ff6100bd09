import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { pairingKey, planPlaces, readPairing, readRecipe, type KnownPlaces } from './exchange.ts';

const entry = {
  value: 0.97,
  uncertainty: 0.01,
  range: { min: 0.94, max: 1, minEnd: 'notTriedBeyond', maxEnd: 'failedBeyond' },
  trialId: '',
  trialName: 'T-0001',
  machineId: '',
  conditions: {},
  provenOn: '2026-11-01T08:00:00.000Z',
  validUntil: '2027-01-30T08:00:00.000Z',
};
const pairing = (over: object = {}) => ({
  scope: 'machine',
  place: 'hut',
  mount: 0,
  tool: 'brass',
  material: 'pla',
  revision: 3,
  entries: { flow: [entry] },
  ...over,
});
const recipe = (over: object = {}) => ({
  name: 'Vents',
  machine: 'hut',
  printer: null,
  process: 'fine',
  overrides: { fanPercent: 90 },
  roles: [{ role: 'part body', tool: 'brass', material: 'pla' }],
  ...over,
});
const has = (kind: string, key: string): boolean =>
  ['machine hut', 'tool brass', 'material pla', 'process fine', 'printer frame'].includes(`${kind} ${key}`);
const known = (over: Partial<KnownPlaces> = {}): KnownPlaces => ({
  has,
  pairings: new Map(),
  recipes: new Map(),
  isLead: true,
  ...over,
});
const where = (r: ReturnType<typeof readPairing> | ReturnType<typeof readRecipe>): string =>
  r.ok ? 'read' : (r.failure.where ?? '');

describe('a pairing in a file', () => {
  test('is read whole', () => expect(where(readPairing(pairing(), { has }))).toBe('read'));
  test('is read with the margin that the farm keeps', () =>
    expect(
      where(
        readPairing(pairing({ entries: { flow: [{ ...entry, range: { ...entry.range, heldTo: 1.1 } }] } }), { has }),
      ),
    ).toBe('read'));
  test.each([
    [{ scope: 'farm' }, 'scope'],
    [{ entries: { flow: [{ ...entry, conditions: { light: [3, 3] } }] } }, 'entries: flow'],
    [{ entries: { flow: [{ ...entry, conditions: { areaMm2: 0 } }] } }, 'entries: flow'],
    [{ entries: { flow: [{ ...entry, conditions: { light: Array(15).fill('3') } }] } }, 'entries: flow'],
    [{ place: 'gone' }, 'place'],
    [{ mount: -1 }, 'mount'],
    [{ tool: 'gone' }, 'tool'],
    [{ material: 3 }, 'material'],
    [{ revision: 0 }, 'revision'],
    [{ entries: [] }, 'entries'],
    [{ entries: { flow: [{ ...entry, range: { ...entry.range, heldTo: 0.99 } }] } }, 'entries: flow'],
    [{ colour: 1 }, 'colour'],
    [{ entries: { walls: [{ ...entry, value: 3 }] } }, 'entries: walls'],
    [{ entries: { flow: [] } }, 'entries: flow'],
    [{ entries: { flow: [{ ...entry, value: '0.97' }] } }, 'entries: flow'],
    [{ entries: { flow: [{ ...entry, value: 9 }] } }, 'entries: flow'],
    [{ entries: { flow: [{ ...entry, range: { ...entry.range, min: 2 } }] } }, 'entries: flow'],
    [{ entries: { flow: [{ ...entry, provenOn: 'spring' }] } }, 'entries: flow'],
    [{ entries: { flow: [{ ...entry, extra: 1 }] } }, 'entries: flow'],
  ])('with %j is refused naming %s', (over, field) => expect(where(readPairing(pairing(over), { has }))).toBe(field));
});
describe('a recipe in a file', () => {
  test('is read whole, for a machine or a printer profile', () =>
    expect([
      where(readRecipe(recipe(), { has })),
      where(readRecipe(recipe({ machine: null, printer: 'frame' }), { has })),
    ]).toEqual(['read', 'read']));
  test.each([
    [{ name: '<b>' }, 'name'],
    [{ machine: null }, 'machine'],
    [{ printer: 'frame' }, 'machine'],
    [{ machine: 'gone' }, 'machine'],
    [{ process: 'gone' }, 'process'],
    [{ overrides: { fanPercent: 900 } }, 'overrides: fanPercent'],
    [{ overrides: { travelXMm: 200 } }, 'overrides: travelXMm'],
    [{ roles: [] }, 'roles'],
    [{ roles: [{ role: 'support', tool: null, material: 'pla' }] }, 'roles'],
    [{ roles: [{ role: 'part body', tool: 'gone', material: 'pla' }] }, 'roles: part body'],
    [{ extra: 1 }, 'extra'],
  ])('with %j is refused naming %s', (over, field) => expect(where(readRecipe(recipe(over), { has }))).toBe(field));
});
test('of anything at all is read or refused, never an exception', () => {
  fc.assert(
    fc.property(fc.anything(), (raw) => {
      expect([typeof readPairing(raw, { has }).ok, typeof readRecipe(raw, { has }).ok]).toEqual(['boolean', 'boolean']);
    }),
    { numRuns: 1000, seed: 31 },
  );
});
test('a plan tells new, same, changed, conflicting and twice apart, in any order of members', () => {
  const turned = JSON.parse(JSON.stringify({ flow: [Object.fromEntries(Object.entries(entry).reverse())] })) as never;
  const here = (revision: number, value = 0.97) =>
    known({
      pairings: new Map([
        [
          pairingKey(pairing() as never),
          { revision, entries: value === 0.97 ? turned : ({ flow: [{ ...entry, value }] } as never) },
        ],
      ]),
    });
  const of = (k: KnownPlaces, p: object[] = [pairing()]) => planPlaces(p, [], k, 4).rows.map((r) => r.state);
  expect([
    of(known()),
    of(here(3)),
    of(here(3, 0.9)),
    of(here(5, 0.9)),
    of(known(), [pairing(), pairing()]),
    of(known({ isLead: false })),
  ]).toEqual([['new'], ['same'], ['changed'], ['conflicting'], ['new', 'invalid'], ['invalid']]);
  expect(planPlaces([pairing()], [recipe(), recipe()], known(), 4).rows.map((r) => [r.index, r.state])).toEqual([
    [4, 'new'],
    [5, 'new'],
    [6, 'invalid'],
  ]);
});
