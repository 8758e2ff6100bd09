import { expect, test } from 'vitest';
import { jobOf } from '../../rules/cases.ts';
import { listToSet } from './setAtMachine.ts';

const { context: sheet, report } = jobOf({ when: '', finds: [], values: { enclosureNeed: 'either' } }).job;
const keys = (change: Partial<typeof sheet.recipe>, heats: Partial<typeof report> = {}) =>
  listToSet({ ...sheet, recipe: { ...sheet.recipe, ...change } }, { ...report, ...heats }, { massG: 12.2 }).map(
    (t) => t.key,
  );

test('what no file carries is listed for every job, with the weight it needs rounded up', () => {
  const list = listToSet(sheet, report, { massG: 12.2 });
  expect(list.map((t) => t.key)).toEqual(['plate', 'tool', 'material', 'speed', 'program']);
  expect(list.find((t) => t.key === 'material')!.says).toContain('at least 13 g');
});
test.each([
  ['a plastic that wants it closed', { enclosureNeed: 'closed' }, {}, 'lid'],
  ['a plastic that wants air', { enclosureNeed: 'open' }, {}, 'lid'],
  ['a program that does not heat its nozzle', {}, { nozzleMaxC: 0 }, 'nozzle'],
  ['a program that leaves the bed cold', {}, { bedMaxC: 0 }, 'bed'],
])('%s adds a line', (_, recipe, heats, key) => expect(keys(recipe, heats)).toContain(key));
test('a plastic that takes either asks for nothing of the lid', () =>
  expect(keys({ enclosureNeed: 'either' })).not.toContain('lid'));
