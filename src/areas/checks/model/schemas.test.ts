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
