import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { trialKinds } from '../../src/areas/trials/kinds/index.ts';
import { concludeFrom, type KeptTrial } from './kept.ts';

const kept = JSON.parse(readFileSync('test/recover/kept.json', 'utf8')) as readonly KeptTrial[];

const all = kept.flatMap((k) => Object.entries(k.concludes).map(([way, concludes]) => ({ ...k, way, concludes })));

test('every kind of trial has kept readings, some it concludes from and some it refuses', () => {
  for (const { key } of trialKinds) {
    const own = all.filter((k) => k.kind === key).map((k) => (k.concludes as { ok: boolean }).ok);
    expect(own.length, key).toBeGreaterThan(8);
    expect([own.includes(true), own.includes(false)], key).toEqual([true, true]);
  }
});
/** Not whether it is true, which recover.test.ts asks of a thousand machines, but that it is what it was: to nine digits. */
test.each(all.map((k) => [k.kind, k.machine, k.way, k] as const))(
  '%s concludes on machine %i as before from readings that come %s',
  (_kind, _machine, way, k) => expect(concludeFrom(k, way)).toEqual(k.concludes),
);
