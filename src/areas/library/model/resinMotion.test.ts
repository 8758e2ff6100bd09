import { expect, test } from 'vitest';
import { motionMissing, motionOf } from './resinMotion.ts';

const sound = {
  liftFirstMm: 3,
  liftFirstMmPerS: 1,
  liftSecondMm: 4,
  liftSecondMmPerS: 4,
  returnFirstMm: 7,
  returnFirstMmPerS: 3,
};

test('a motion has its stages in order, and none of no length', () =>
  expect(motionOf(sound)).toMatchObject({
    lift: [
      { mm: 3, mmPerS: 1 },
      { mm: 4, mmPerS: 4 },
    ],
    return: [{ mm: 7, mmPerS: 3 }],
  }));
test.each([
  ['whole', sound, null],
  ['without a lift', { returnFirstMm: 7, returnFirstMmPerS: 3 }, 'the lift has no length'],
  ['with a stage that has no speed', { ...sound, liftSecondMmPerS: 0 }, 'a stage has no speed'],
  ['that does not come back', { ...sound, returnFirstMm: 6 }, 'lift 7 mm and return 6 mm are not equal'],
])('a motion %s says what is missing', (_, values, said) => expect(motionMissing(motionOf(values))).toBe(said));
