import { expect, test } from 'vitest';
import { fullSetOf, readingsThere, wantedOf } from './define.ts';
import { kindOf, trialKinds } from './index.ts';

test('what may be left out is not asked for: five bands of a retraction trial want five counts of strings', () => {
  const kind = kindOf('retraction');
  expect(fullSetOf(kind, 5)).toEqual([1, 2, 3, 4, 5].map((band) => ({ band, feature: 'strings', repeat: 1 })));
  expect(readingsThere(kind, [...fullSetOf(kind, 2), { feature: 'gaps', repeat: 1 }])).toBe(2);
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
    expect(fullSetOf(kind, 0).length, kind.key).toBeGreaterThan(0);
    expect(readingsThere(kind, [{ feature: 'another', repeat: 1 }]), kind.key).toBe(0);
  }
});
