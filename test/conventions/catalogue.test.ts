import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { rulesThatRead } from '../../src/areas/rules/readers.ts';
import { quantities } from '../../src/core/units/quantities.ts';
import { catalogue } from '../../src/areas/library/settings/catalogue.ts';
import { accelerationKey, lineKinds, speedKey, widthKey } from '../../src/areas/library/settings/lineKinds.ts';
import { generatedPages } from '../../scripts/generatedPages.ts';
import { trialKinds } from '../../src/areas/trials/kinds/index.ts';

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
/** How a key ends by the unit its figure is kept in. */
const SUFFIX: Readonly<Record<string, string>> = {
  mm: 'Mm',
  'mm/s': 'MmPerS',
  'mm/s²': 'MmPerS2',
  'mm³/s': 'Mm3PerS',
  'mm³': 'Mm3',
  ml: 'Ml',
  'mm²': 'Mm2',
  '°C': 'C',
  '°C/s': 'CPerS',
  s: 'S',
  '%': 'Percent',
  '°': 'Deg',
  nm: 'Nm',
  'mW/cm²': 'MwPerCm2',
  'mJ/cm²': 'MjPerCm2',
  'g/cm³': 'GPerCm3',
  'EUR/h': 'PerHour',
  'EUR/kg': 'PerKg',
  'EUR/l': 'PerLitre',
};
/** Percent of a figure per degree: the unit in the name is that of the step. */
const OF_A_STEP = new Set(['exposurePerC']);
test('the key of a setting ends with the unit its figure is kept in, and that of a count with none', () => {
  for (const s of catalogue) {
    if (!('quantity' in s) || OF_A_STEP.has(s.key)) continue;
    const unit = quantities[s.quantity].canonical;
    if (unit === '')
      expect(
        Object.values(SUFFIX).filter((x) => x.length > 1 && s.key.endsWith(x)),
        s.key,
      ).toEqual([]);
    else expect(s.key.endsWith(SUFFIX[unit]!), `${s.key} is kept in ${unit}`).toBe(true);
  }
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
test('what machine, tool and material refine is proven by a trial or says on what it rests, never both', () => {
  for (const s of catalogue.filter((x) => x.owners.includes('pairing')))
    expect([s.key, s.provenBy !== undefined, s.restsOn !== undefined]).toEqual([
      s.key,
      s.restsOn === undefined,
      s.provenBy === undefined,
    ]);
});
test.each(generatedPages.map((p) => [p.path, p.make] as const))(
  '%s is what the code gives: npm run docs',
  (path, make) => expect(readFileSync(path, 'utf8')).toBe(make()),
);
