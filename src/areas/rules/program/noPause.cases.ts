import type { RuleCases } from '../cases.ts';
import { noPause } from './noPause.ts';

export const cases: RuleCases = {
  rule: noPause,
  job: [
    {
      when: 'it waits for a nut',
      program: { before: { layer4: 'M0' } },
      finds: [
        {
          severity: 'note',
          title: 'The program stops and waits for a person',
          figure: '1 stop, first at line 76',
          limit: 'somebody has to be there',
          origin: 'the program itself',
          fix: 'be there when it stops',
          line: 76,
          layer: 3,
          zMm: 0.6,
        },
      ],
    },
    {
      when: 'it waits twice with nobody there',
      program: { before: { layer3: 'M0', layer4: 'M1' } },
      job: { class: 'lights-out' },
      finds: [
        {
          severity: 'blocker',
          title: 'The program stops and waits for a person',
          figure: '2 stops, first at line 53',
          limit: 'none without people',
          origin: 'class lights-out',
          fix: 'print it while people are there, or take the stop out',
          line: 53,
          layer: 2,
          zMm: 0.4,
        },
      ],
    },
    {
      when: 'it waits for another spool with nobody there',
      program: { before: { layer3: 'M600' } },
      job: { class: 'lights-out' },
      finds: [
        {
          severity: 'blocker',
          title: 'The program stops and waits for a person',
          figure: '1 stop, first at line 53',
          limit: 'none without people',
          origin: 'class lights-out',
          fix: 'print it while people are there, or take the stop out',
          line: 53,
          layer: 2,
          zMm: 0.4,
        },
      ],
    },
  ],
};
