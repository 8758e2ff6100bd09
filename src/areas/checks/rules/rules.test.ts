import { describe, expect, test } from 'vitest';
import { checkJob, rules } from './index.ts';
import { soundJob } from './sound.ts';

describe.each(rules.map((r) => [r.id, r] as const))('%s', (_, rule) => {
  test.each(rule.examples.passes.map((e) => [e.says, e.input] as const))('passes when %s', (_says, input) => {
    const found = rule.find(input);
    expect('missing' in found ? found : found.length).toBe(0);
  });
  test.each(rule.examples.fails.map((e) => [e.says, e.input] as const))('finds something when %s', (_says, input) => {
    const found = rule.find(input);
    if ('missing' in found) throw new Error(found.missing);
    expect(found.length).toBeGreaterThan(0);
    for (const f of found)
      for (const text of [f.title, f.figure, f.limit, f.origin, f.fix]) expect(text.length).toBeGreaterThan(0);
  });
});

test('a sound job is clear and says which machine has proven it', () => {
  const outcome = checkJob(soundJob());
  expect([outcome.verdict, outcome.sentence]).toEqual([
    'clear',
    'Clear: flow is proven on Rifugio Vodice and nothing this job asks for lies outside its limits.',
  ]);
});
test('a rule that has nothing to read says what is missing', () => {
  const outcome = checkJob(soundJob({ proofs: { retractionMm: null } }));
  expect(outcome.runs.find((r) => r.rule === 'retraction-proven')).toMatchObject({ ran: false });
});
test('want of flow evidence is a caution, and a blocker in a proven-only class', () => {
  expect(checkJob(soundJob({ proofs: { flow: null } })).verdict).toBe('clear with cautions');
  expect(
    checkJob(soundJob({ proofs: { flow: null }, job: { provenOnly: true, class: 'customer part' } })).verdict,
  ).toBe('blocked');
});
test('slowing to the fix’s share brings the flow to its limit', () => {
  const input = soundJob({ report: { highestFlowMm3PerS: 13 } });
  const finding = checkJob(input).findings.find((f) => f.rule === 'melt-rate')!;
  const share = Number(/to ([\d.]+) %/.exec(finding.fix)![1]) / 100;
  expect(
    checkJob(soundJob({ report: { highestFlowMm3PerS: Math.floor(13 * share * 100) / 100 } })).findings.some(
      (f) => f.rule === 'melt-rate',
    ),
  ).toBe(false);
});
test('the name a card reader is offered passes the rule itself', () => {
  const bad = checkJob(soundJob({ job: { fileName: 'hive vent v2.1 final (b).gcode' } })).findings.find(
    (f) => f.rule === 'file-name',
  )!;
  expect(checkJob(soundJob({ job: { fileName: bad.fix.replace('name it ', '') } })).findings).toEqual([]);
});
