import { expect, test } from 'vitest';
import { jobOf, supportedTable } from '../../rules/cases.ts';
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
test('each head that lays something is seen to by itself, with what it needs', () => {
  const { context, report: laid } = jobOf({ when: '', finds: [], ...supportedTable }).job;
  const heads = [
    { head: 1, material: 'Torba ASA natural', filamentMm: 2000, massG: 5.4 },
    { head: 2, material: 'Nebbia PVA', filamentMm: 600, massG: 1.7 },
  ];
  const list = listToSet(context, laid, { massG: 7.1, heads });
  expect(list.slice(1, 5).map((t) => [t.key, t.says, t.known])).toEqual([
    ['tool', 'head 1: 0.4 hardened is mounted', '0.4 hardened, by the machine’s record'],
    ['material', 'head 1: Torba ASA natural is loaded, at least 6 g of it', expect.stringContaining('lot 2231')],
    ['tool-2', 'head 2: 0.4 brass is mounted', '0.4 brass, by the machine’s record'],
    ['material-2', 'head 2: Nebbia PVA is loaded, at least 2 g of it', expect.stringContaining('lot 88')],
  ]);
  const alone = listToSet(context, { ...laid, heads: laid.heads!.slice(0, 1) }, { massG: 7.1 });
  expect(alone.map((t) => t.key)).not.toContain('tool-2');
});
