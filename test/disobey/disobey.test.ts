import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { isHeld, kindsThatMeetIt, LEAST_HELD, rowsOf, SEEDS, TABLE_HEAD, type Row } from './disobey.ts';

/** What docs/trials.md says of every kind, disobedience and strength. */
const page = readFileSync('docs/trials.md', 'utf8');
const rows: readonly Row[] = page
  .slice(page.indexOf(TABLE_HEAD) + TABLE_HEAD.length)
  .split('\n\n')[0]!
  .trim()
  .split('\n')
  .map((line) => line.split('|').map((cell) => cell.trim()))
  .map(([, kind, name, how, covered, refused, missed, wrong]) => ({
    ...{ kind: kind!, name: name!, strength: Number(how!.split(' ')[0]), means: how!.slice(how!.indexOf(' ') + 1) },
    ...{ covered: Number(covered), refused: Number(refused), wrong: Number(wrong) },
    seeds: Number(covered) + Number(refused) + Number(missed),
  }));
/** Chance alone moves a tenth of the seeds by so much of them. */
const CHANCE = 0.15;
const missing = rows.filter((r) => !isHeld(r));

test('the page has a row for each kind, disobedience and strength, over all seeds', () => {
  expect([...new Set(rows.map((r) => r.kind))]).toEqual(kindsThatMeetIt);
  expect(rows.filter((r) => r.seeds !== SEEDS.length)).toEqual([]);
  expect(page, 'and says how many miss what is wanted').toContain(`${missing.length} rows of ${rows.length} miss`);
});

describe.each(kindsThatMeetIt.map((kind) => [kind] as const))('%s', (kind) => {
  test('on a tenth of the machines that disobey covers or refuses as often as the page says', () => {
    const said = rows.filter((r) => r.kind === kind);
    for (const [i, found] of rowsOf(kind, SEEDS.slice(0, SEEDS.length / 10)).entries()) {
      const { name, strength, covered, refused, wrong, seeds } = said[i]!;
      expect([found.name, found.strength]).toEqual([name, strength]);
      const of = `${name}, ${strength}`;
      expect((found.covered + found.refused) / found.seeds, of).toBeGreaterThanOrEqual(
        (covered + refused) / seeds - CHANCE,
      );
      expect(found.wrong / found.seeds, of).toBeLessThanOrEqual(wrong / seeds + CHANCE);
    }
  }, 120_000);
});

test('of what the analyses are written to doubt, nothing is stated with confidence that is not so', () => {
  const doubted = ['holes of their own', 'films of their own', 'one column torn early'];
  const missed = missing.filter((r) => doubted.includes(r.name));
  expect(missed.map((r) => `${r.kind}: ${r.name}, ${r.strength}: less than ${LEAST_HELD}`)).toEqual([]);
  expect(rows.filter((r) => r.name === 'strings that end suddenly' && r.wrong > 0)).toEqual([]);
});
