import { countOf } from '../../../core/units/plural.ts';
import { defineRule, placeOfLine } from '../define.ts';

export const checksumsHold = defineRule({
  id: 'checksums-hold',
  stage: 'body',
  title: 'The lines’ own checksums hold',
  why: 'Where a checksum is wrong, the file was spoiled on its way here.',
  source: 'Exclusive or of the bytes before the asterisk; common practice, no source',
  program: {
    reads: ['layerRows', 'wrongChecksumLine', 'wrongChecksums'],
    only: 'brought along',
    find: ({ report: r }) =>
      r.wrongChecksums === 0
        ? []
        : [
            {
              severity: 'blocker',
              title: 'The file was spoiled on its way',
              figure: `${countOf(r.wrongChecksums, 'wrong checksum')}, first at line ${r.wrongChecksumLine}`,
              limit: 'none',
              origin: 'the program itself',
              fix: 'copy the file again from where it was made',
              ...placeOfLine(r, r.wrongChecksumLine),
            },
          ],
  },
});
