import { expect, test } from 'vitest';
import { fromStored, toStored, UnreadableSchema, type StoredKind } from './storedJson.ts';

const kind: StoredKind = {
  name: 'a shelf',
  schema: 3,
  upgrades: [
    ({ widthIn, ...rest }: { widthIn: number }) => ({ ...rest, widthMm: widthIn * 25.4 }),
    (v: { widthMm: number }) => ({ ...v, boards: 1 }),
  ],
};
test('what was written now is read back as it was', () =>
  expect(fromStored(kind, toStored(kind, { widthMm: 3, boards: 4 }))).toEqual({ widthMm: 3, boards: 4 }));
test('data without a number are of schema 1 and go through every step', () =>
  expect(fromStored(kind, { widthIn: 2, name: 'a' })).toEqual({ widthMm: 50.8, boards: 1, name: 'a' }));
test('data of schema 2 go through the last step only', () =>
  expect(fromStored(kind, { schema: 2, widthMm: 7 })).toEqual({ widthMm: 7, boards: 1 }));
test.each([[4], [0], ['3'], [2.5]])('data of schema %s are refused, naming what is needed', (schema) =>
  expect(() => fromStored(kind, { schema, widthMm: 1 })).toThrow(/a shelf of schema .* reads schemas 1 to 3/),
);
test('what is no object is refused', () => expect(() => fromStored(kind, null)).toThrow(UnreadableSchema));
test('every schema but the first has its step', () => expect(kind.upgrades).toHaveLength(kind.schema - 1));
