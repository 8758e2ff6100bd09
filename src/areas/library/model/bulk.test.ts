import { describe, expect, test } from 'vitest';
import { holds, readChanges } from './bulk.ts';

describe('a search by value', () => {
  test.each([
    [220, 'below', 230, true],
    [220, 'below', 220, false],
    [220, 'above', 219, true],
    [null, 'above', 0, false],
    [null, 'is not set', null, true],
    ['brass', 'is', 'brass', true],
    [false, 'any value', null, true],
    [[190, 215], 'below', 200, true],
    [[190, 215], 'above', 210, true],
    [[190, 215], 'below', 190, false],
    ['text', 'above', 1, false],
  ] as const)('%j is found by "%s %j": %s', (value, comparison, wanted, found) =>
    expect(holds(value, comparison, wanted)).toBe(found),
  );
});

describe('a table of changes', () => {
  test('is read with a byte order mark, semicolons and decimal commas', () => {
    expect(readChanges('\uFEFFkind;key;setting;value\nprocess;fine;layerHeightMm;0,25 mm\n')).toEqual({
      ok: true,
      value: [{ kind: 'process', key: 'fine', setting: 'layerHeightMm', text: '0.25 mm' }],
    });
  });
  test('leaves other columns alone and takes back what was kept from being a formula', () => {
    expect(readChanges("name,kind,key,setting,value\nFine,process,fine,startBlock,'=x\n")).toMatchObject({
      ok: true,
      value: [{ text: '=x' }],
    });
  });
  test.each([
    ['a,b\n1,2\n', 'first line'],
    ['kind,key,setting,value\nprocess,fine,walls,3\nprocess,fine,walls,4\n', 'line 3'],
    ['kind,key,setting,value\nprocess,fine,walls\n', 'line 2'],
  ])('%j is refused with its place', (text, where) => {
    const r = readChanges(text);
    expect(r.ok ? 'read' : r.failure.where).toBe(where);
  });
});
