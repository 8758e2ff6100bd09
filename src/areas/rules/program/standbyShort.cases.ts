import type { RuleCases } from '../cases.ts';
import { roleFixture, secondRoleFixture } from '../fixture.ts';
import { standbyShort } from './standbyShort.ts';

const two = {
  values: { heads: 2 },
  roles: [roleFixture, secondRoleFixture('support')],
} as const;
/** The second head is heated, left so while the first lays two layers and waits, and lays a line at the end. */
const waits = (celsius: number, s: number) => ({
  before: {
    layer3: `M104 T1 S${celsius}`,
    layer4: `G4 S${s}`,
    end: 'T1\nM109 S212\nG1 X60 E1 F600\nM104 S0\nT0\nM104 S0',
  },
});
const found = (figure: string) =>
  ({
    severity: 'caution',
    title: 'A nozzle waits so long that its material chars',
    figure,
    limit: 'below 185 °C, or 10 min',
    origin: 'material',
    fix: 'have it wait below 185 °C, or cold where it is not wanted for long',
    line: 53,
    layer: 2,
    zMm: 0.4,
    head: 2,
  }) as const;

const { head: _, ...alone } = found('');

export const cases: RuleCases = {
  rule: standbyShort,
  job: [
    {
      when: 'one head never waits for another',
      program: { before: { layer4: 'G4 S900' } },
      finds: [],
      others: ['no-long-dwell'],
    },
    {
      when: 'the second head waits at 190 °C for a quarter of an hour, and its material chars from 185 °C on',
      ...two,
      program: waits(190, 880),
      second: { values: { charsFromC: 185 } },
      finds: [found('190 °C for 16 min')],
      others: ['no-long-dwell'],
    },
    {
      when: 'it waits as long below that',
      ...two,
      program: waits(180, 880),
      second: { values: { charsFromC: 185 } },
      finds: [],
      others: ['no-long-dwell'],
    },
    {
      when: 'it waits less than ten minutes',
      ...two,
      program: waits(190, 500),
      second: { values: { charsFromC: 185 } },
      finds: [],
      others: ['no-long-dwell'],
    },
    {
      when: 'its material chars after five minutes already',
      ...two,
      program: waits(190, 500),
      second: { values: { charsFromC: 185, charsAfterS: 300 } },
      finds: [{ ...found('190 °C for 10 min'), limit: 'below 185 °C, or 5 min' }],
      others: ['no-long-dwell'],
    },
    {
      when: 'nobody says from when its material chars, and it waits long',
      ...two,
      program: waits(190, 880),
      second: {},
      finds: [],
      needs: 'the temperature from which the material of a waiting head chars (head 2)',
      others: ['no-long-dwell'],
    },
    {
      when: 'it is left cold meanwhile',
      ...two,
      program: waits(0, 880),
      second: { values: { charsFromC: 185 } },
      finds: [],
      others: ['no-long-dwell'],
    },
    {
      when: 'of several waits the longest that is hot enough counts',
      measured: {
        report: {
          rests: [
            { celsius: 170, s: 4000, line: 30 },
            { celsius: 190, s: 700, line: 40 },
            { celsius: 200, s: 960, line: 53 },
          ],
        },
      },
      values: { charsFromC: 185 },
      finds: [{ ...alone, figure: '200 °C for 16 min' }],
    },
    {
      when: 'just ten minutes',
      measured: { report: { rests: [{ celsius: 190, s: 600, line: 53 }] } },
      values: { charsFromC: 185 },
      finds: [],
    },
    {
      when: 'half a second more, at just the temperature',
      measured: { report: { rests: [{ celsius: 185, s: 600.5, line: 53 }] } },
      values: { charsFromC: 185 },
      finds: [{ ...alone, figure: '185 °C for 10 min' }],
    },
    {
      when: 'nobody says how long: ten minutes',
      without: ['charsAfterS'],
      measured: { report: { rests: [{ celsius: 190, s: 600.5, line: 53 }] } },
      values: { charsFromC: 185 },
      finds: [{ ...alone, figure: '190 °C for 10 min' }],
    },
    {
      when: 'a report of a time when waits were not read',
      measured: { report: { rests: undefined } },
      finds: [],
    },
  ],
};
