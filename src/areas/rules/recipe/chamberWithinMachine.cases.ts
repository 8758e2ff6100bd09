import type { RuleCases } from '../cases.ts';
import { chamberWithinMachine } from './chamberWithinMachine.ts';

export const cases: RuleCases = {
  rule: chamberWithinMachine,
  recipe: [
    { when: 'at the limit', values: { chamberMaxC: 50 }, finds: [] },
    {
      when: 'an unheated box',
      values: { chamberMaxC: 40 },
      finds: [
        {
          severity: 'blocker',
          title: 'Chamber temperature beyond the machine',
          figure: '50 °C',
          limit: '40 °C',
          origin: 'hardware, printer',
          fix: 'set 40 °C',
          change: { values: { chamberC: 40 } },
        },
      ],
    },
  ],
  job: [
    { when: 'a mesh asks for as much as the machine holds', mesh: {}, values: { chamberMaxC: 50 }, finds: [] },
    {
      when: 'a mesh asks for more',
      mesh: {},
      values: { chamberMaxC: 45 },
      finds: [
        {
          severity: 'blocker',
          title: 'Chamber temperature above what the machine holds',
          figure: '50 °C',
          limit: '45 °C',
          origin: 'hardware, Rifugio Vodice',
          fix: 'set 45 °C, or print where it is reached',
          change: { values: { chamberC: 45 } },
          line: 2,
        },
      ],
    },
    {
      when: 'a program waits for a chamber that nothing heats',
      program: { before: { start: 'M191 S60' } },
      without: ['chamberMaxC'],
      finds: [
        {
          severity: 'blocker',
          title: 'The program waits for a chamber that nothing heats',
          figure: '60 °C',
          limit: 'no heated chamber',
          origin: 'hardware, Rifugio Vodice',
          fix: 'take the line out, or print where the chamber is heated',
          line: 1,
        },
      ],
    },
    {
      when: 'the values were not kept',
      program: { before: { start: 'M191 S60' } },
      forget: ['values'],
      finds: [],
      needs: 'the recipe’s values, which were not kept',
    },
  ],
};
