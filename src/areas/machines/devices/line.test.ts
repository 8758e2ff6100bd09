import { expect, test } from 'vitest';
import { readCodes } from './line.ts';

test.each([
  ['slots 0:S-0012', ['S-0012']],
  ['slots 0:S-0012 1:-', ['S-0012', null]],
  ['slots 0:- 1:B-7:2', [null, 'B-7:2']],
])('%s tells what stands on each head', (answer, codes) => expect(readCodes(answer)).toEqual(codes));
test.each([
  'Resend: 12',
  'no readers',
  'slots',
  'slots 1:S-0012',
  'slots 0:S-1 2:S-3',
  'slots 0:S-1 0:S-2',
  'slots 0:',
  'slots 0:S 12',
  `slots 0:${'x'.repeat(41)}`,
  `slots ${Array.from({ length: 9 }, (_, head) => `${head}:-`).join(' ')}`,
])('“%s” is no answer of readers, and nothing is taken from it', (answer) => expect(readCodes(answer)).toBeNull());
