import type { RuleCases } from '../cases.ts';
import { bedTemperature } from './bedTemperature.ts';

export const cases: RuleCases = {
  rule: bedTemperature,
  recipe: [
    { when: 'at an end', values: { bedC: 90 }, finds: [] },
    {
      when: 'below',
      values: { bedC: 88 },
      finds: [
        {
          severity: 'caution',
          title: 'Bed temperature below what is proven',
          figure: '88 °C',
          limit: '90 °C to 105 °C',
          origin: 'proven by T-0001',
          fix: 'set 90 °C or prove it',
          trialId: 't',
          change: { values: { bedC: 90 } },
        },
      ],
    },
    { when: 'at the limit', values: { bedMaxC: 98 }, finds: [] },
    {
      when: 'a weaker heater',
      values: { bedMaxC: 90 },
      finds: [
        {
          severity: 'blocker',
          title: 'Bed temperature hotter than the printer allows',
          figure: '98 °C',
          limit: '90 °C',
          origin: 'hardware, the printer',
          fix: 'set 90 °C at most, or use other hardware',
          change: { values: { bedC: 90 } },
        },
      ],
    },
    { when: 'at its upper end', values: { bedRangeC: [85, 98] }, finds: [] },
    {
      when: 'below, though proven there',
      values: { bedRangeC: [100, 110] },
      finds: [
        {
          severity: 'caution',
          title: 'Bed temperature below the supplier’s range, though proven here',
          figure: '98 °C',
          limit: '100 °C to 110 °C',
          origin: 'material data; proven by T-0001',
          fix: 'nothing, if the trial still holds; else set 100 °C',
          trialId: 't',
          change: { values: { bedC: 100 } },
        },
      ],
    },
  ],
  job: [
    {
      when: 'hotter than the heater reaches',
      program: {
        replace: [
          [/M140 S98/, 'M140 S130'],
          [/M190 S98/, 'M190 S130'],
        ],
      },
      finds: [
        {
          severity: 'blocker',
          title: 'Bed temperature hotter than Rifugio Vodice allows',
          figure: '130 °C',
          limit: '125 °C',
          origin: 'hardware, Rifugio Vodice',
          fix: 'set 125 °C at most, or use other hardware',
          line: 1,
        },
      ],
    },
    {
      when: 'as hot as heater, supplier and trial allow at once',
      program: {
        replace: [
          [/M140 S98/, 'M140 S105'],
          [/M190 S98/, 'M190 S105'],
        ],
      },
      values: { bedMaxC: 105, bedRangeC: [85, 105] },
      finds: [],
    },
    {
      when: 'above what is proven, inside the supplier’s range',
      program: {
        replace: [
          [/M140 S98/, 'M140 S108'],
          [/M190 S98/, 'M190 S108'],
        ],
      },
      finds: [
        {
          severity: 'caution',
          title: 'Bed temperature above what is proven',
          figure: '108 °C',
          limit: '90 °C to 105 °C',
          origin: 'proven by T-0001',
          fix: 'set 105 °C or prove it',
          line: 1,
          trialId: 't',
        },
      ],
    },
    {
      when: 'below what a trial saw fail',
      program: {
        replace: [
          [/M140 S98/, 'M140 S88'],
          [/M190 S98/, 'M190 S88'],
        ],
      },
      proofs: { bedC: { range: { min: 90, max: 105, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' } } },
      finds: [
        {
          severity: 'blocker',
          title: 'Bed temperature below what is proven, where a trial failed',
          figure: '88 °C',
          limit: '90 °C to 105 °C',
          origin: 'proven by T-0001',
          fix: 'set 90 °C or prove it',
          line: 1,
          trialId: 't',
        },
      ],
    },
    {
      when: 'above the supplier’s range, unproven',
      program: {
        replace: [
          [/M140 S98/, 'M140 S115'],
          [/M190 S98/, 'M190 S115'],
        ],
      },
      proofs: { bedC: null },
      finds: [
        {
          severity: 'blocker',
          title: 'Bed temperature above the supplier’s range',
          figure: '115 °C',
          limit: '85 °C to 110 °C',
          origin: 'material data, Torba ASA natural',
          fix: 'set 110 °C, or prove 115 °C by a trial',
          line: 1,
        },
      ],
    },
    {
      when: 'above the supplier’s range, though proven',
      values: { bedRangeC: [85, 95] },
      finds: [
        {
          severity: 'caution',
          title: 'Bed temperature above the supplier’s range, though proven here',
          figure: '98 °C',
          limit: '85 °C to 95 °C',
          origin: 'material data, Torba ASA natural; proven by T-0001',
          fix: 'nothing, if the trial still holds; else set 95 °C',
          line: 1,
          trialId: 't',
        },
      ],
    },
    {
      when: 'the program heats no bed',
      program: { replace: [[/M1[49]0 S98\n/g, '']] },
      finds: [],
      needs: 'a bed temperature in the program',
    },
  ],
};
