import type { RuleCases } from '../cases.ts';
import { saysWhatItDoes } from './saysWhatItDoes.ts';

const other = (figure: string, limit: string, origin: string, line: number) =>
  ({
    severity: 'caution',
    title: 'The program says one thing and another is so',
    figure,
    limit,
    origin,
    fix: 'see that it is the right file; what is judged is what it does',
    line,
  }) as const;

export const cases: RuleCases = {
  rule: saysWhatItDoes,
  job: [
    {
      when: 'it says what is so, in other words of the trade',
      program: {
        before: {
          start:
            '; nozzle diameter = 0.4\n; layer_height: 0.2 mm\n; filament type = asa\n; nozzle temperature: 250\n; bed temp = 95 °C\n; layer: 1',
        },
      },
      finds: [],
    },
    {
      when: 'it says another nozzle than is mounted',
      program: { before: { start: '; made by hand\n; nozzle = 0.6' } },
      finds: [other('line 2: nozzle: 0.6', 'a nozzle of 0.4 mm', 'hardware, 0.4 hardened', 2)],
    },
    {
      when: 'it says another height than its layers have',
      program: { before: { start: '; layer height: 0.3' } },
      finds: [other('line 1: layer height: 0.3', 'layers of 0.2 mm', 'the program itself', 1)],
    },
    {
      when: 'it says other temperatures than it sets',
      program: { before: { start: '; nozzle temperature = 254\n; bed temperature = 60' } },
      finds: [
        other('line 1: nozzle temperature: 254', '248 °C', 'the program itself', 1),
        other('line 2: bed temperature: 60', '98 °C', 'the program itself', 2),
      ],
    },
    {
      when: 'temperatures differ by no more than hands do',
      program: { before: { start: '; nozzle temperature = 253\n; bed temperature = 103' } },
      finds: [],
    },
    {
      when: 'it says another plastic',
      program: { before: { start: '; material: PETG' } },
      finds: [other('line 1: material: PETG', 'Torba ASA natural, ASA', 'recipe', 1)],
    },
    {
      when: 'it says the same plastic by a name of its own',
      program: { before: { start: '; material: generic ASA black' } },
      finds: [],
    },
    {
      when: 'nobody has said of what family the material is',
      program: { before: { start: '; material: PETG' } },
      without: ['family', 'supportAngleDeg'],
      finds: [],
    },
    {
      when: 'it says another printer than it would run on',
      program: { before: { start: '; printer: Granito 250' } },
      machine: { model: 'Cordata 340' },
      finds: [other('line 1: printer: Granito 250', 'Rifugio Vodice, Cordata 340', 'printer profile', 1)],
    },
    {
      when: 'it calls the printer by more than its name, or by that of the machine',
      program: { before: { start: '; printer model = Cordata 340 enclosed\n; machine: rifugio vodice' } },
      machine: { model: 'Cordata 340' },
      finds: [],
    },
    {
      when: 'nobody has said what the printer is called',
      program: { before: { start: '; printer: Granito 250' } },
      finds: [],
    },
    {
      when: 'it says many times the time it takes',
      program: { before: { start: '; print time: 2h 10m' } },
      finds: [other('line 1: print time: 2h 10m', '5 min', 'the program itself, on this machine', 1)],
    },
    {
      when: 'it says about the time it takes, as machines differ',
      program: { before: { start: '; estimated time = 0:08:30' } },
      finds: [],
    },
    {
      when: 'it was read before its comments were',
      measured: { report: { says: undefined as never } },
      finds: [],
      needs: 'a program read by this version; check again',
    },
  ],
};
