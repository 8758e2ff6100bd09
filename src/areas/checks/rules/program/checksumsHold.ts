import { defineRule, placeOfLine } from '../define.ts';
import { soundJob } from '../sound.ts';

export const checksumsHold = defineRule({
  id: 'checksums-hold',
  bites: 'body',
  title: 'The lines’ own checksums hold',
  why: 'Where a checksum is wrong, the file was spoiled on its way here.',
  source: 'Exclusive or of the bytes before the asterisk; common practice, no source',
  of: 'program',
  find: ({ report: r }) =>
    r.wrongChecksums === 0
      ? []
      : [
          {
            severity: 'blocker',
            title: 'The file was spoiled on its way',
            figure: `${r.wrongChecksums} wrong checksums, first at line ${r.wrongChecksumLine}`,
            limit: 'none',
            origin: 'the program itself',
            fix: 'copy the file again from where it was made',
            ...placeOfLine(r, r.wrongChecksumLine),
          },
        ],
  examples: {
    passes: [{ says: 'none are there, or all hold', input: soundJob() }],
    fails: [{ says: 'one is wrong', input: soundJob({ report: { wrongChecksums: 1, wrongChecksumLine: 300 } }) }],
  },
});
