import { describe, expect, test } from 'vitest';
import { jobSchema } from './schemas.ts';

const asked = {
  title: 'Bracket',
  class: 'in-house',
  quantity: 1,
  machineId: 'm',
  toolId: 't',
  materialId: 'mat',
  processId: 'p',
  fileSha: 'a'.repeat(64),
  fileName: 'bracket.stl',
};
const whyNot = (over: object): Promise<string> =>
  jobSchema.validate({ ...asked, ...over }, { strict: true }).then(
    () => 'taken',
    (e: Error) => e.message,
  );

describe('when a job is due', () => {
  test.each([{}, { due: null }, { due: '2026-12-04T17:00:00.000Z' }])('%j is taken', async (over) =>
    expect(await whyNot(over)).toBe('taken'),
  );
  test.each(['not a date', '2026-13-40T00:00Z'])('%j is refused in words', async (due) =>
    expect(await whyNot({ due })).toBe('due: a time as 2026-12-04T18:00Z'),
  );
});

describe('boxes for support', () => {
  const mesh = { unit: null, placement: { turnDeg: [0, 0, 0], scale: [1, 1, 1], xMm: 0, yMm: 0 } };
  const box = { kind: 'never', minMm: [0, 0, 0], maxMm: [10, 10, 5] };
  test('with room in them are taken, and bodies of a part and its order with them', async () =>
    expect(await whyNot({ mesh: { ...mesh, boxes: [box], bodies: [1, 2], isOneByOne: true } })).toBe('taken'));
  test('without room are refused in words', async () =>
    expect(await whyNot({ mesh: { ...mesh, boxes: [{ ...box, maxMm: [10, 0, 5] }] } })).toBe(
      'boxes: each reaches from a lower corner to a higher one',
    ));
  test('more than forty are refused', async () =>
    expect(await whyNot({ mesh: { ...mesh, boxes: Array.from({ length: 41 }, () => box) } })).toContain('40'));
});
