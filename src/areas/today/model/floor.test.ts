import { describe, expect, test } from 'vitest';
import { progressOf } from '../../machines/model/print.ts';
import { byPlace, floorFilters, shownOf, wantedAt, type FloorCard, type FloorFilter } from './floor.ts';

const at = '2026-05-04T08:00:00Z';
const card = (over: Partial<FloorCard> = {}): FloorCard => ({
  ...{ id: 'm', name: 'Hut', place: 'bench', state: 'ready', stop: null, printer: 'Bora', printerId: 'b' },
  ...{ technology: 'filament', isStoppedFromHere: true, print: null, onHeads: [], care: [], next: null },
  evidence: { proven: 0, due: 0 },
  ...over,
});
const printing = (heard: Partial<NonNullable<NonNullable<FloorCard['print']>['heard']>> = {}): Partial<FloorCard> => ({
  state: 'printing',
  print: {
    ...{ of: 'job', ofId: 'j', name: 'J-0001', isUnderWay: true, since: at, expected: at },
    heard: { ...progressOf('printing', 9, new Date(at)), share: 0.5, ...heard },
  },
});
const stop = { of: 'job', id: 'j', name: 'J-0001', zMm: 3, why: 'filament has run out', at } as const;
const next = { jobId: 'q', name: 'J-0002', changes: [] as string[] };
const care = { name: 'Search the vat', isBlocking: true, isUnderWay: false };

describe('what a person has to do at a machine next', () => {
  test.each<[string, Partial<FloorCard>, unknown]>([
    ['of which nobody knows what it does', { state: 'unknown', stop }, { says: 'go and look', how: 'stands' }],
    ['that stopped', { state: 'stopped', stop }, { says: 'see to J-0001: it stopped', how: 'stands' }],
    [
      'that has finished',
      { state: 'waiting to be cleared', stop },
      { says: 'take J-0001 off the plate', href: '/machines/m', how: 'stands' },
    ],
    ['that prints', printing(), null],
    ['that is paused', printing({ phase: 'paused' }), { says: 'resume it', href: '/checks/j', how: 'stands' }],
    [
      'that nothing is heard of',
      printing({ phase: 'handed over', isUnheard: true }),
      { says: 'say when it is printed', how: 'soon' },
    ],
    [
      'on which care blocks',
      { care: [care], next },
      { says: 'Search the vat', href: '/machines/m/care', how: 'stands' },
    ],
    [
      'that somebody is at work on',
      { care: [{ ...care, isBlocking: false, isUnderWay: true }], next },
      { says: 'finish: Search the vat', how: 'stands' },
    ],
    ['that something waits for', { next }, { says: 'start J-0002', href: '/checks/q', how: 'soon' }],
    [
      'that something waits for which it is not set up for',
      { next: { ...next, changes: ['load Calce (nothing is loaded)', 'mount brass'] } },
      { says: 'load Calce (nothing is loaded), for J-0002', how: 'soon' },
    ],
    ['on which care is due', { care: [{ ...care, isBlocking: false }] }, { says: 'Search the vat is due', how: 'may' }],
    ['that is about to begin', { ...printing(), state: 'ready', next }, null],
    ['that is free', {}, null],
  ])('%s', (_, over, wanted) => {
    const got = wantedAt(card(over));
    if (wanted === null) expect(got).toBeNull();
    else expect(got).toMatchObject(wanted as object);
  });
});

test('each filter leaves what it says, and a search finds by what is on a machine too', () => {
  const onHeads = [
    {
      head: 0,
      toolId: 't',
      toolName: '0.4 brass',
      materialId: 'p',
      materialName: 'Calce PLA',
      lot: '1',
      code: 'C-7',
      remainingG: 9,
    },
  ];
  const cards = [
    card({ id: 'free', onHeads }),
    card({ id: 'prints', ...printing(), place: 'wall' }),
    card({ id: 'stopped', state: 'stopped', stop }),
    card({ id: 'waits', next }),
    card({ id: 'blocked', care: [care] }),
    card({ id: 'begins', print: printing().print! }),
  ];
  const ids = (filter: FloorFilter, search = '') => shownOf(cards, filter, search).map((c) => c.id);
  expect(Object.keys(floorFilters).map((f) => [f, ids(f as FloorFilter)])).toEqual([
    ['all', ['free', 'prints', 'stopped', 'waits', 'blocked', 'begins']],
    ['wanted', ['stopped', 'waits', 'blocked']],
    ['printing', ['prints']],
    ['free', ['free', 'waits']],
  ]);
  expect([ids('all', 'calce c-7'), ids('all', 'j-0001'), ids('all', 'WALL')]).toEqual([
    ['free'],
    ['prints', 'begins'],
    ['prints'],
  ]);
  expect(byPlace(cards).map(([place, of]) => [place, of.length])).toEqual([
    ['bench', 5],
    ['wall', 1],
  ]);
});
