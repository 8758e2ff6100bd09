import { careTemplates } from '../../machines/model/careTemplates.ts';
import { expect, test } from 'vitest';
import { drawnSigns } from '../../../core/signs/signs.ts';
import { isTrialKind, provingKinds } from './index.ts';
import { signs } from './signs.ts';

test('every sign has its causes told apart, and each ends in a trial or in something to look at', () => {
  expect(new Set(signs.map((s) => s.key)).size).toBe(signs.length);
  for (const s of signs)
    for (const cause of s.causes) {
      expect(cause.cause.length > 3 && cause.tells.length > 3, s.key).toBe(true);
      expect(Boolean(cause.trial) !== Boolean(cause.look), `${s.key}: ${cause.cause}`).toBe(true);
      if (cause.trial) expect(isTrialKind(cause.trial)).toBe(true);
      if (s.drawn) expect(s.drawn in drawnSigns).toBe(true);
    }
});
test('every kind of trial that proves a value is the way out of some sign, and both technologies are there', () => {
  const led = new Set(signs.flatMap((s) => s.causes.map((c) => c.trial)));
  expect(provingKinds.filter((k) => !led.has(k.key)).map((k) => k.key)).toEqual([]);
  expect(
    [
      signs.filter((s) => s.technology === 'filament').length,
      signs.filter((s) => s.technology === 'resin').length,
    ].every((n) => n >= 12),
  ).toBe(true);
});

test('care that mends a cause is a task that machines of its technology have', () => {
  for (const { technology, causes } of signs)
    for (const { care } of causes) if (care) expect(Object.keys(careTemplates[technology])).toContain(care);
});
