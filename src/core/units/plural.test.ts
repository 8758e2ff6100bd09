import { expect, test } from 'vitest';
import { countOf } from './plural.ts';

test.each([
  [0, 'edge', undefined, '0 edges'],
  [1, 'edge', undefined, '1 edge'],
  [2, 'edge', undefined, '2 edges'],
  [1, 'retry', 'retries', '1 retry'],
  [1200, 'retry', 'retries', '1,200 retries'],
])('%i of %s is %s', (n, one, other, text) => expect(countOf(n, one, other)).toBe(text));
