import { describe, expect, test } from 'vitest';
import { requestSchema } from './schemas.ts';

const asked = {
  title: 'Cable clips',
  wanted: 'White, must flex',
  quantity: 4,
  due: '2026-12-04',
  files: [{ sha256: 'a'.repeat(64), name: 'clip.stl', size: 84 }],
};
const whyNot = (over: object): Promise<string> =>
  requestSchema.validate({ ...asked, ...over }, { strict: true }).then(
    () => 'taken',
    (e: Error) => e.message,
  );

describe('a request', () => {
  test.each([
    ['as it is', {}],
    ['without a day', { due: null }],
    ['on a leap day', { due: '2028-02-29' }],
  ])('is taken %s', async (_, over) => expect(await whyNot(over)).toBe('taken'));
  test.each([
    ['without a file', { files: [] }, 'Drop a mesh or a program'],
    ['without a word of what is wanted', { wanted: '' }, 'Say what is wanted'],
    ['by a day that there is not', { due: '2026-02-30' }, 'due: a day as YYYY-MM-DD'],
    ['by a day told otherwise', { due: '4 Dec' }, 'due: a day as YYYY-MM-DD'],
    ['for half a piece', { quantity: 0.5 }, 'quantity must be an integer'],
    ['for nothing', { quantity: 0 }, 'quantity must be greater than or equal to 1'],
    ['with a title of two lines', { title: 'Clips\nM104 S300' }, 'A name stands on one line'],
    ['with a field nobody knows', { machineId: 'x' }, 'machineId'],
    ['with a digest that is none', { files: [{ sha256: 'a', name: 'clip.stl', size: 84 }] }, 'files[0].sha256'],
  ])('is refused %s, in words', async (_, over, said) => expect(await whyNot(over)).toContain(said));
});
