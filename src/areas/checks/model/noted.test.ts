import { expect, test } from 'vitest';
import { scoreRules, type Judged } from './noted.ts';

const job = (jobId: string, over: Partial<Judged>): Judged => ({
  jobId,
  jobName: jobId,
  result: 'good',
  signs: [],
  ran: ['flow', 'travel'],
  warned: [],
  ...over,
});
const of = (...jobs: Judged[]) =>
  scoreRules(jobs).map((r) => [r.rule, r.warnedGood, r.warnedBad, r.silentBad, r.jobs.map((j) => j.id).join()]);

test.each([
  ['a warning before a good print cries wolf', job('a', { warned: ['flow'] }), [['flow', 1, 0, 0, 'a']]],
  [
    'a warning before a failed print was right',
    job('a', { warned: ['flow'], result: 'failed' }),
    [['flow', 0, 1, 0, 'a']],
  ],
  [
    'signs on a usable print count as gone wrong',
    job('a', { warned: ['flow'], result: 'usable', signs: ['strings'] }),
    [['flow', 0, 1, 0, 'a']],
  ],
  [
    'every rule that ran missed a failure nobody warned of',
    job('a', { result: 'failed' }),
    [
      ['flow', 0, 0, 1, 'a'],
      ['travel', 0, 0, 1, 'a'],
    ],
  ],
  ['a good print nobody warned of says nothing', job('a', {}), []],
  [
    'a rule is not blamed for a failure another one warned of',
    job('a', { result: 'failed', warned: ['travel'] }),
    [['travel', 0, 1, 0, 'a']],
  ],
])('%s', (_, judged, rows) => expect(of(judged)).toEqual(rows));
test('rules that cried wolf most often come first', () =>
  expect(
    of(job('a', { warned: ['travel'] }), job('b', { warned: ['travel'] }), job('c', { warned: ['flow'] })),
  ).toEqual([
    ['travel', 2, 0, 0, 'a,b'],
    ['flow', 1, 0, 0, 'c'],
  ]));
