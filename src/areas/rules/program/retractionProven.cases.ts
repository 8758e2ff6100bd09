import type { RuleCases } from '../cases.ts';
import { retractionProven } from './retractionProven.ts';

export const cases: RuleCases = {
  rule: retractionProven,
  recipe: [
    { when: 'at an end', values: { retractionMm: 1.8 }, finds: [] },
    {
      when: 'shorter',
      values: { retractionMm: 0.6 },
      finds: [
        {
          severity: 'caution',
          title: 'Retraction below what is proven',
          figure: '0.6 mm',
          limit: '1.1 mm to 1.8 mm',
          origin: 'proven by T-0001',
          fix: 'set 1.1 mm or prove it',
          trialId: 't',
          change: { values: { retractionMm: 1.1 } },
        },
      ],
    },
  ],
  job: [
    {
      when: 'it retracts further than proven',
      program: {
        replace: [
          [/E-1\.2 F2100\nG0 Z0\.8/, 'E-4 F2100\nG0 Z0.8'],
          [/(Z0\.8 F480\nG1 E)1\.2/, '$14'],
        ],
      },
      finds: [
        {
          severity: 'caution',
          title: 'Retraction above what is proven',
          figure: '4 mm',
          limit: '1.1 mm to 1.8 mm',
          origin: 'proven by T-0001',
          fix: 'set 1.8 mm or prove it',
          line: 76,
          layer: 3,
          zMm: 0.6,
          trialId: 't',
        },
      ],
    },
    {
      when: 'it retracts less than a trial saw fail',
      program: {
        replace: [
          [/E-1\.2 F2100\nG0 Z0\.8/, 'E-0.4 F2100\nG0 Z0.8'],
          [/(Z0\.8 F480\nG1 E)1\.2/, '$10.4'],
        ],
      },
      proofs: { retractionMm: { range: { min: 1.1, max: 1.8, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' } } },
      finds: [
        {
          severity: 'blocker',
          title: 'Retraction below what is proven, where a trial failed',
          figure: '0.4 mm',
          limit: '1.1 mm to 1.8 mm',
          origin: 'proven by T-0001',
          fix: 'set 1.1 mm or prove it',
          line: 76,
          layer: 3,
          zMm: 0.6,
          trialId: 't',
        },
      ],
    },
    {
      when: 'it retracts too far and too little',
      program: {
        replace: [
          [/E-1\.2 F2100\nG0 Z0\.8/, 'E-0.4 F2100\nG0 Z0.8'],
          [/(Z0\.8 F480\nG1 E)1\.2/, '$10.4'],
          [/E-1\.2 F2100\nG0 Z0\.6/, 'E-4 F2100\nG0 Z0.6'],
          [/(Z0\.6 F480\nG1 E)1\.2/, '$14'],
        ],
      },
      job: { class: 'customer part' },
      finds: [
        {
          severity: 'blocker',
          title: 'Retraction above what is proven',
          figure: '4 mm',
          limit: '1.1 mm to 1.8 mm',
          origin: 'proven by T-0001',
          fix: 'set 1.8 mm or prove it',
          line: 53,
          layer: 2,
          zMm: 0.4,
          trialId: 't',
        },
        {
          severity: 'blocker',
          title: 'Retraction below what is proven',
          figure: '0.4 mm',
          limit: '1.1 mm to 1.8 mm',
          origin: 'proven by T-0001',
          fix: 'set 1.1 mm or prove it',
          line: 76,
          layer: 3,
          zMm: 0.6,
          trialId: 't',
        },
      ],
    },
    {
      when: 'a mesh is generated with more than proven',
      mesh: {},
      values: { retractionMm: 4 },
      finds: [
        {
          severity: 'caution',
          title: 'Retraction above what is proven',
          figure: '4 mm',
          limit: '1.1 mm to 1.8 mm',
          origin: 'proven by T-0001',
          fix: 'set 1.8 mm or prove it',
          line: 91,
          layer: 1,
          zMm: 0.2,
          trialId: 't',
          change: { values: { retractionMm: 1.8 } },
        },
      ],
    },
    {
      when: 'the evidence is due',
      proofs: { retractionMm: { state: 'due', because: 'nozzle changed 3 d ago' } },
      finds: [],
      others: ['evidence-not-due'],
      needs: 'valid retraction evidence on this machine, tool and material',
    },
    {
      when: 'nothing retracts',
      program: { replace: [[/G1 E-?1\.2 F2100\n/g, '']] },
      finds: [],
      needs: 'a program that retracts by moves of its own',
    },
    {
      when: 'it retracts beside a wipe, a little more than is proven in all',
      program: { before: { layer3: 'G1 E-1.2 F2100\nG1 X92 E-0.7 F2100\nG1 E1.9 F2100' } },
      finds: [
        {
          severity: 'caution',
          title: 'Retraction above what is proven',
          figure: '1.9 mm',
          limit: '1.1 mm to 1.8 mm',
          origin: 'proven by T-0001',
          fix: 'set 1.8 mm or prove it',
          line: 54,
          layer: 2,
          zMm: 0.4,
          trialId: 't',
        },
      ],
    },
    {
      when: 'the controller retracts by itself, as far as is proven',
      values: { ownRetractionMm: 1.5 },
      program: {
        replace: [
          [/G1 E-1.2 F2100/g, 'G10'],
          [/G1 E1.2 F2100/g, 'G11'],
        ],
      },
      finds: [],
    },
    {
      when: 'the program has the controller draw back further than is proven',
      values: { ownRetractionMm: 1.5 },
      program: {
        before: { start: 'M207 S2.5 F2100' },
        replace: [
          [/G1 E-1.2 F2100/g, 'G10'],
          [/G1 E1.2 F2100/g, 'G11'],
        ],
      },
      finds: [
        {
          severity: 'caution',
          title: 'Retraction above what is proven',
          figure: '2.5 mm',
          limit: '1.1 mm to 1.8 mm',
          origin: 'proven by T-0001',
          fix: 'set 1.8 mm or prove it',
          line: 31,
          layer: 1,
          zMm: 0.2,
          trialId: 't',
        },
      ],
    },
  ],
};
