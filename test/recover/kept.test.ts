import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { trialKinds } from '../../src/areas/trials/kinds/index.ts';
import { concludeFrom, kindOfKept, type KeptTrial } from './kept.ts';
import { casesByKind } from './kindCases.ts';
import { answer, questionsOf, type KeptWork } from './keptWork.ts';

const casesOf = await casesByKind();
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

const work = JSON.parse(readFileSync('test/recover/keptWork.json', 'utf8')) as readonly KeptWork[];
const isRefusal = (w: KeptWork): boolean => (w.comesOut as { ok?: boolean }).ok === false;

test('every kind plans and prints, refuses some of what it is asked, and no refusal speaks of what is not there', () => {
  for (const { key } of trialKinds) {
    const own = work.filter((w) => w.kind === key);
    expect(
      ['bands as planned', 'a print as planned', 'a table'].map(
        (asked) => own.find((w) => w.asked === asked && !isRefusal(w))?.asked,
      ),
      key,
    ).toEqual(['bands as planned', 'a print as planned', 'a table']);
    expect(own.some(isRefusal), key).toBe(true);
    expect(own.filter(isRefusal).filter((w) => /null|undefined|NaN/.test(JSON.stringify(w.comesOut)))).toEqual([]);
  }
});
test.each(trialKinds.map((k) => [k.key] as const))('%s plans, prints and reads tables as before', (key) => {
  const asked = questionsOf(kindOfKept(key), casesOf(key));
  const own = work.filter((w) => w.kind === key);
  expect(own.map((w) => w.asked)).toEqual(Object.keys(asked));
  for (const w of own)
    expect({ asked: w.asked, comesOut: answer(asked[w.asked]!) }).toEqual({ asked: w.asked, comesOut: w.comesOut });
});
