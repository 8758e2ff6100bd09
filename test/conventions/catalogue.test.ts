import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { rulesThatRead } from '../../src/areas/rules/readers.ts';
import { catalogue } from '../../src/areas/library/settings/catalogue.ts';
import { accelerationKey, lineKinds, speedKey, widthKey } from '../../src/areas/library/settings/lineKinds.ts';
import { trialKinds } from '../../src/areas/trials/kinds/index.ts';
import { librarySchema } from '../../scripts/librarySchema.ts';
import { readingsPage } from '../../scripts/readingsPage.ts';
import { routeList } from '../../scripts/routeList.ts';
import { settingsPage } from '../../scripts/settingsPage.ts';

const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter(
  (f) => /\.tsx?$/.test(f) && !/\.test\.|\/settings\/|\/demo\/|rules\/fixture|\.cases\./.test(f),
);
const source = files.map((f) => readFileSync(path.join('src', f), 'utf8')).join('\n');
const byFormula = new Set(catalogue.flatMap((s) => ('formula' in s && s.formula ? s.formula.reads : [])));
const asCell: ReadonlySet<string> = new Set<string>(
  lineKinds.flatMap((k) => [widthKey(k), speedKey(k), accelerationKey(k)]),
);
/** What tells one spool or bottle from another: read by people and by the search. */
const IDENTITY = new Set(['brand', 'colour', 'resinKind', 'filmKind']);

describe.each(catalogue.map((s) => [s.key, s] as const))('setting %s', (key, s) => {
  test('is read by a rule, a formula, a coupon or an estimate', () => {
    expect(
      rulesThatRead(key).length > 0 ||
        byFormula.has(key) ||
        asCell.has(key) ||
        IDENTITY.has(key) ||
        new RegExp(`\\b${key}\\b`).test(source),
    ).toBe(true);
  });
  test('has a unit where it has a figure', () => {
    if (s.type === 'number' || s.type === 'integer' || s.type === 'range') expect(s.quantity).toBeTruthy();
  });
});
test('the 30 most used settings and more show too low and too high in a drawing', () => {
  const drawn = catalogue.filter((s) => s.seen);
  expect(drawn.length).toBeGreaterThanOrEqual(30);
  for (const s of drawn) expect(s.seen![0], s.key).not.toBe(s.seen![1]);
});
test('a setting names a trial only where that trial really proves it, and every proven one names its own', () => {
  const proves = new Map(trialKinds.flatMap((k) => k.proves.map((key) => [key, k.key] as const)));
  for (const s of catalogue) expect(s.provenBy ?? null, s.key).toBe(proves.get(s.key) ?? null);
});
test('docs/settings.md is what the catalogue gives', () =>
  expect(readFileSync('docs/settings.md', 'utf8')).toBe(settingsPage()));
test('docs/formats/library.schema.json is what the catalogue gives', () =>
  expect(JSON.parse(readFileSync('docs/formats/library.schema.json', 'utf8'))).toEqual(
    JSON.parse(JSON.stringify(librarySchema())),
  ));
test('docs/formats/readings.md is what the kinds of trial give', () =>
  expect(readFileSync('docs/formats/readings.md', 'utf8')).toBe(readingsPage()));
test('the list of routes that the compiler judges is the folder', () =>
  expect(readFileSync('src/pages/api/_routes.ts', 'utf8')).toBe(routeList()));
