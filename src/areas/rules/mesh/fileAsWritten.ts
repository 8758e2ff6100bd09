import { defineRule } from '../define.ts';

export const fileAsWritten = defineRule({
  id: 'file-as-written',
  stage: 'before start',
  technology: 'both',
  title: 'The file was read whole, and as it says',
  why: 'What a reader left out or took otherwise than the file says is no part of what is checked, and may be part of what was meant.',
  source: 'STL, OBJ and 3MF as published: what their readers must do with each byte',
  mesh: {
    reads: ['remarks'],
    find: ({ remarks }) =>
      remarks.map((remark) => ({
        severity: 'caution',
        title: remark,
        figure: 'not whole, or not as it says',
        limit: 'the whole file',
        origin: 'the file',
        fix: 'look whether the part is complete; else write the file again',
      })),
  },
});
