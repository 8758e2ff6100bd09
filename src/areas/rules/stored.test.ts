import { expect, test } from 'vitest';
import { fromStored, toStored } from '../../core/formats/storedJson.ts';
import { jobOf } from './cases.ts';
import type { CheckOutcome } from './outcome.ts';
import { checkJob } from './run.ts';
import { storedOutcome } from './stored.ts';

/** As it was stored on 20 November 2026, with two findings and one rule that could not look; the report is left short. */
const OF_SCHEMA_1 = {
  verdict: 'blocked',
  sentence: 'Blocked: the nozzle stays hot at the end (1 blocker, 1 caution).',
  findings: [
    {
      rule: 'heaters-off',
      bites: 'end',
      line: 126,
      zMm: null,
      layer: null,
      trialId: null,
      severity: 'blocker',
      title: 'The nozzle stays hot at the end',
      figure: '248 °C',
      limit: 'off',
      origin: 'class lights-out',
      fix: 'put M104 S0 at the end',
    },
    {
      rule: 'loaded-material',
      bites: 'body',
      line: null,
      zMm: null,
      layer: null,
      trialId: null,
      severity: 'caution',
      title: 'The spool may not last',
      figure: '12 g for 1',
      limit: '9 g left',
      origin: 'machine, slot of Rifugio Vodice',
      fix: 'have 3 g more at hand',
    },
  ],
  runs: [
    { rule: 'heaters-off', ran: true, missing: null },
    { rule: 'scale-proven', ran: false, missing: 'no valid dimension trial on this machine, tool and material' },
  ],
  estimate: { timeS: 3600, heatingS: 200, filamentMm: 4000, massG: 12, cost: 1.2, layers: 100 },
  report: { kind: 'gcode', complete: true },
};

test('an outcome of the first schema is read with the words of now', () => {
  const read = fromStored<CheckOutcome>(storedOutcome, OF_SCHEMA_1);
  expect(read.findings.map((f) => [f.rule, f.stage])).toEqual([
    ['heaters-off', 'end'],
    ['loaded-material', 'body'],
  ]);
  expect(read.runs).toEqual([
    { rule: 'heaters-off', ran: true, needs: null },
    { rule: 'scale-proven', ran: false, needs: 'no valid dimension trial on this machine, tool and material' },
  ]);
  expect(JSON.stringify(read)).not.toMatch(/bites|missing/);
  expect([read.verdict, read.estimate.massG]).toEqual(['blocked', 12]);
  expect(read.report).toEqual({
    kind: 'gcode',
    complete: true,
    ...{ outerMm: null, chamberMaxC: 0, chamberMaxLine: 0 },
    ...{ mostPasses: 0, mostPassesLine: 0, laidUnheldLine: 0 },
  });
});
test('an outcome that did not say whether somebody had told the unit is read as one where nobody had', () => {
  const mesh = { format: 'stl', unitIsStated: false, overhangs: [] };
  const read = fromStored<CheckOutcome>(storedOutcome, { ...OF_SCHEMA_1, schema: 4, mesh });
  expect(read.mesh).toEqual({ ...mesh, unitIsTold: false, remarks: [] });
});
test('an outcome of now is read back as it is', () => {
  const outcome = checkJob(jobOf({ when: '', finds: [], program: { before: { layer4: 'M109 S255' } } }).job);
  const back = fromStored<CheckOutcome>(storedOutcome, JSON.parse(JSON.stringify(toStored(storedOutcome, outcome))));
  expect(back).toEqual(JSON.parse(JSON.stringify(outcome)));
});
test('an outcome of a schema that does not exist yet is refused', () =>
  expect(() => fromStored(storedOutcome, { ...OF_SCHEMA_1, schema: 6 })).toThrow(
    'the outcome of a check of schema 6 is stored; this program reads schemas 1 to 5: update it',
  ));
