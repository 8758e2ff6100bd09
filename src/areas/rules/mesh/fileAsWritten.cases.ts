import { boxMesh } from '../../../core/mesh/solids.ts';
import { writeStl } from '../../../core/mesh/writeStl.ts';
import type { RuleCases } from '../cases.ts';
import { fileAsWritten } from './fileAsWritten.ts';

const block = boxMesh([0, 0, 0], [40, 30, 20]);
/** A binary STL with so many bytes behind its last triangle, and with that many counted. */
function stl(behind: number, counted: number): Uint8Array {
  const whole = writeStl(block);
  const bytes = new Uint8Array(whole.length + behind);
  bytes.set(whole);
  new DataView(bytes.buffer).setUint32(80, counted, true);
  return bytes;
}
const found = (title: string) =>
  ({
    severity: 'caution',
    title,
    figure: 'not whole, or not as it says',
    limit: 'the whole file',
    origin: 'the file',
    fix: 'look whether the part is complete; else write the file again',
  }) as const;

export const cases: RuleCases = {
  rule: fileAsWritten,
  job: [
    { when: 'the file is as its header says', mesh: { bytes: () => stl(0, 12) }, finds: [] },
    {
      when: 'a few bytes stand behind the last triangle',
      mesh: { bytes: () => stl(7, 12) },
      finds: [found('7 bytes behind the last of 12 triangles were not read')],
    },
    {
      when: 'there is room for triangles behind the last',
      mesh: { bytes: () => stl(100, 12) },
      finds: [
        found('100 bytes behind the last of 12 triangles were not read; 2 more triangles would find room in them'),
      ],
    },
    {
      when: 'the header counts none',
      mesh: { bytes: () => stl(0, 0) },
      finds: [found('Its header counts no triangle; the 12 that are there were read')],
    },
  ],
};
