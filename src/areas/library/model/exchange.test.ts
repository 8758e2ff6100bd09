import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { addressOf, planImport, readLibraryFile, readRecord, type Known } from './exchange.ts';
import { findDuplicateMember } from './json.ts';

const record = (over: object = {}) => ({
  kind: 'process',
  key: 'fine',
  name: 'Fine',
  technology: 'filament',
  parent: null,
  stock: false,
  tags: [],
  notes: '',
  own: { walls: 3 },
  reasons: {},
  revision: 1,
  ...over,
});
const file = (over: object = {}) =>
  JSON.stringify({ format: 'cantiere-library', version: 1, catalogueVersion: 1, profiles: [], ...over });
const known = (over: Partial<Known> = {}): Known => ({
  id: 'x',
  name: 'Fine',
  stock: false,
  technology: 'filament',
  parentKey: null,
  revision: 1,
  own: { walls: 3 },
  reasons: {},
  ...over,
});
const said = (r: { ok: true } | { ok: false; failure: { what: string; where?: string } }): string =>
  r.ok ? 'read' : `${r.failure.where ?? ''}: ${r.failure.what}`;

describe('a file', () => {
  test.each([
    ['not JSON', '{"format":\n"cantiere-library",\n', 'line 3: The file is not JSON'],
    ['NaN', '{"a": NaN}', 'line 1: The file is not JSON'],
    ['a list', '[]', 'field format: The file is not a library'],
    ['an unknown field', file({ extra: 1 }), 'field extra: "extra" means nothing here'],
    ['another version', file({ version: 9 }), 'field version: Version 9 of the format cannot be read'],
    [
      'a catalogue from the future',
      file({ catalogueVersion: 999 }),
      'field catalogueVersion: The file was written with a newer catalogue of settings',
    ],
    ['a name that stands twice', '{\n"format": 1,\n"format": 2}', 'line 3: "format" stands twice in one object'],
    ['11 MB', `"${'x'.repeat(11 << 20)}"`, ': The file is larger than 10 MB'],
    ['a hundred thousand nested lists', '['.repeat(100_000), 'line 1: The file is not JSON'],
  ])('of %s is refused with its place', (_, text, message) => expect(said(readLibraryFile(text))).toBe(message));
  test('with a byte order mark is read', () => expect(readLibraryFile(`\uFEFF${file()}`).ok).toBe(true));
});

describe('a record', () => {
  test.each([
    [{ kind: 'nozzle' }, 'kind'],
    [{ key: 'Fine 0.2' }, 'key'],
    [{ name: '<b>x</b>' }, 'name'],
    [{ name: 'a\u0007b' }, 'name'],
    [{ technology: 'laser' }, 'technology'],
    [{ parent: 3 }, 'parent'],
    [{ tags: [1] }, 'tags'],
    [{ own: { walls: '3' } }, 'own: Walls'],
    [{ own: { layerHeightMm: 50 } }, 'own: Layer height'],
    [{ own: { flow: 1 } }, 'own: flow'],
    [{ own: { nonsense: 1 } }, 'own: nonsense'],
    [{ own: { exposureS: 2 } }, 'own: exposureS'],
    [{ kind: 'material', own: { nozzleRangeC: [260, 240] } }, "own: Nozzle, supplier's range"],
    [{ reasons: { walls: { kind: 'because', text: '' } } }, 'reasons: walls'],
    [{ reasons: { infillPercent: { kind: 'measured', text: 'x' } } }, 'reasons: infillPercent'],
    [{ revision: 0 }, 'revision'],
    [{ colour: 'red' }, 'colour'],
  ])('with %j is refused naming %s', (over, where) => {
    const r = readRecord(record(over));
    expect(r.ok ? 'read' : r.failure.where).toBe(where);
  });
  test('of anything at all is read or refused, never an exception', () => {
    fc.assert(
      fc.property(fc.anything(), (raw) => {
        expect(typeof readRecord(raw).ok).toBe('boolean');
      }),
      { numRuns: 1000, seed: 31 },
    );
  });
});

describe('a plan', () => {
  const states = (raw: unknown[], here: [string, Known][] = []) =>
    planImport(raw, new Map(here)).rows.map((r) => r.state);
  test('tells new, same, changed and conflicting apart', () => {
    expect(states([record()])).toEqual(['new']);
    expect(states([record()], [[addressOf('process', 'fine'), known()]])).toEqual(['same']);
    expect(states([record({ own: { walls: 4 } })], [[addressOf('process', 'fine'), known()]])).toEqual(['changed']);
    expect(
      states(
        [record({ own: { walls: 4 } })],
        [[addressOf('process', 'fine'), known({ revision: 3, own: { walls: 5 } })]],
      ),
    ).toEqual(['conflicting']);
    expect(states([record({ own: { walls: 4 } })], [[addressOf('process', 'fine'), known({ stock: true })]])).toEqual([
      'conflicting',
    ]);
  });
  test.each([
    [
      'a circle',
      [record({ key: 'a', name: 'Aa', parent: 'b' }), record({ key: 'b', name: 'Bb', parent: 'a' })],
      ['invalid', 'invalid'],
      'a circle',
    ],
    ['its own parent', [record({ parent: 'fine' })], ['invalid'], 'a circle'],
    ['a parent that is nowhere', [record({ parent: 'gone' })], ['invalid'], 'there is no process gone'],
    [
      'a parent of another kind',
      [record({ kind: 'tool', own: {}, key: 't', name: 'Tt' }), record({ parent: 't' })],
      ['new', 'invalid'],
      't is a tool, not a process',
    ],
    ['a key given twice', [record(), record({ name: 'Other' })], ['new', 'invalid'], 'has the key fine already'],
    ['a name given twice', [record(), record({ key: 'other' })], ['new', 'invalid'], 'another process is named Fine'],
    [
      'a parent that is itself invalid',
      [record({ key: 'a', name: 'Aa', own: { walls: -1 } }), record({ parent: 'a' })],
      ['invalid', 'invalid'],
      'there is no process a',
    ],
  ])('refuses %s', (_, raw, expected, why) => {
    const { rows } = planImport(raw, new Map());
    expect(rows.map((r) => r.state)).toEqual(expected);
    expect(rows.map((r) => r.why).join(' ')).toContain(why);
  });
  test('no set of records makes a circle', () => {
    const key = fc.constantFrom('a', 'b', 'c', 'd', 'e');
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.record({ key, parent: fc.option(key) }), { selector: (r) => r.key }),
        fc.array(fc.tuple(key, fc.option(key)), { maxLength: 3 }),
        (given, here) => {
          // what is here already has no circle and nothing missing: each may only start from an earlier letter that is here
          const keys = new Set(here.map(([k]) => k));
          const known0 = new Map(
            here.map(
              ([k, p]) =>
                [
                  addressOf('process', k),
                  known({ name: `here ${k}`, parentKey: p !== null && p < k && keys.has(p) ? p : null }),
                ] as const,
            ),
          );
          const { rows, records } = planImport(
            given.map((r) => record({ key: r.key, name: `named ${r.key}`, parent: r.parent })),
            known0,
          );
          const parents = new Map([...known0].map(([address, k]) => [address.slice('process:'.length), k.parentKey]));
          rows.forEach((row, i) => {
            if (row.state === 'new') parents.set(records[i]!.key, records[i]!.parent);
          });
          for (const start of parents.keys()) {
            let at: string | null = start;
            for (let steps = 0; at !== null; steps++) {
              expect(steps).toBeLessThan(10);
              at = parents.get(at) ?? null;
            }
          }
        },
      ),
      { numRuns: 2000, seed: 32 },
    );
  });
});

test('a name that stands twice is found at any depth, and text that looks like one is not', () => {
  expect(findDuplicateMember('{"a":{"b":1,"c":[{"d":1,"d":2}]}}')).toEqual({ name: 'd', line: 1 });
  expect(findDuplicateMember('{"a":"\\"a\\":","b":["a","a"],"c":{"a":1}}')).toBeNull();
  fc.assert(
    fc.property(fc.json(), (text) => {
      expect(findDuplicateMember(JSON.stringify(JSON.parse(text)))).toBeNull();
    }),
    { seed: 33 },
  );
});
