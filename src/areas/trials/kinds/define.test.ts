import { expect, test } from 'vitest';
import { readingsThere, readingsWanted, wantedOf } from './define.ts';
import { kindOf, trialKinds } from './index.ts';

test('what may be left out is not asked for: five bands of a retraction trial want five counts of strings', () => {
  const kind = kindOf('retraction');
  expect(readingsWanted(kind, 5)).toBe(5);
  const strings = [1, 2].map((band) => ({ band, feature: 'strings', repeat: 1 }));
  expect(readingsThere(kind, [...strings, { feature: 'gaps', repeat: 1 }])).toBe(2);
});
test('a further repeat is kept, and makes no set fuller', () => {
  const kind = kindOf('flow');
  const [f] = kind.features;
  const repeats = Array.from({ length: f!.repeats }, (_, i) => ({ feature: f!.key, repeat: i + 1 }));
  expect(f!.repeats).toBeGreaterThan(wantedOf(f!));
  expect(readingsThere(kind, repeats)).toBe(wantedOf(f!));
  expect(readingsThere(kind, [{ feature: f!.key, repeat: 1, n: 4 }])).toBe(4);
});
test('every kind wants some reading, and what nobody knows is none', () => {
  for (const kind of trialKinds) {
    expect(readingsWanted(kind, 0), kind.key).toBeGreaterThan(0);
    expect(readingsThere(kind, [{ feature: 'another', repeat: 1 }]), kind.key).toBe(0);
  }
});
