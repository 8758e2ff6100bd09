import type { RuleCases } from '../cases.ts';
import { failedBeyond, notTriedBeyond } from '../fixture.ts';
import { meltRate } from './meltRate.ts';

export const cases: RuleCases = {
  rule: meltRate,
  job: [
    { when: 'it asks for what is proven', proofs: { highestFlowMm3PerS: failedBeyond(3.21, 3.21) }, finds: [] },
    {
      when: 'it asks for more than a trial saw fail',
      proofs: { highestFlowMm3PerS: failedBeyond(3, 3) },
      finds: [
        {
          severity: 'blocker',
          title: 'Volumetric flow above what is proven, in 4 of 5 layers',
          figure: '3.05 mm³/s',
          limit: '3 mm³/s',
          origin: 'proven, T-0001',
          fix: 'slow these lines to 98.4 % of their speed',
          line: 109,
          layer: 5,
          zMm: 1,
          trialId: 't',
        },
      ],
    },
    {
      when: 'it asks for more than proven, and nobody tried more',
      proofs: { highestFlowMm3PerS: notTriedBeyond(3, 0, 3) },
      finds: [
        {
          severity: 'caution',
          title: 'Volumetric flow above what is proven, in 4 of 5 layers',
          figure: '3.05 mm³/s',
          limit: '3 mm³/s',
          origin: 'proven, T-0001',
          fix: 'slow these lines to 98.4 % of their speed',
          line: 109,
          layer: 5,
          zMm: 1,
          trialId: 't',
        },
      ],
    },
    {
      when: 'the same in a class that is proven only',
      proofs: { highestFlowMm3PerS: notTriedBeyond(3, 0, 3) },
      job: { class: 'customer part' },
      finds: [
        {
          severity: 'blocker',
          title: 'Volumetric flow above what is proven, in 4 of 5 layers',
          figure: '3.05 mm³/s',
          limit: '3 mm³/s',
          origin: 'proven, T-0001',
          fix: 'slow these lines to 98.4 % of their speed',
          line: 109,
          layer: 5,
          zMm: 1,
          trialId: 't',
        },
      ],
    },
    {
      when: 'it asks for more than the tool melts',
      values: { catalogueFlowMm3PerS: 3 },
      finds: [
        {
          severity: 'blocker',
          title: 'Volumetric flow above what the tool can melt, in 4 of 5 layers',
          figure: '3.05 mm³/s',
          limit: '3 mm³/s',
          origin: 'hardware, 0.4 hardened',
          fix: 'slow these lines to 98.4 % of their speed',
          line: 109,
          layer: 5,
          zMm: 1,
          trialId: 't',
        },
      ],
    },
    {
      when: 'it asks for more than the tool melts, and nothing is proven',
      values: { catalogueFlowMm3PerS: 3 },
      proofs: { highestFlowMm3PerS: null },
      finds: [
        {
          severity: 'blocker',
          title: 'Volumetric flow above what the tool can melt, in 4 of 5 layers',
          figure: '3.05 mm³/s',
          limit: '3 mm³/s',
          origin: 'hardware, 0.4 hardened',
          fix: 'slow these lines to 98.4 % of their speed',
          line: 109,
          layer: 5,
          zMm: 1,
        },
      ],
    },
    {
      when: 'one fast line at the end of layer 3',
      program: { before: { layer4: 'G1 X90 Y95 F6000\nG1 X130 E1.26786 F9000' } },
      proofs: { highestFlowMm3PerS: failedBeyond(10, 10) },
      finds: [
        {
          severity: 'blocker',
          title: 'Volumetric flow above what is proven, in 1 of 5 layers',
          figure: '11.44 mm³/s',
          limit: '10 mm³/s',
          origin: 'proven, T-0001',
          fix: 'slow these lines to 87.4 % of their speed',
          line: 77,
          layer: 3,
          zMm: 0.6,
          trialId: 't',
        },
      ],
    },
    {
      when: 'a mesh generated faster than a trial saw fail',
      mesh: {},
      values: { fillSpeedMmPerS: 220 },
      proofs: { highestFlowMm3PerS: failedBeyond(10, 10) },
      finds: [
        {
          severity: 'blocker',
          title: 'Volumetric flow above what is proven, in 98 of 100 layers',
          figure: '16.77 mm³/s',
          limit: '10 mm³/s',
          origin: 'proven, T-0001',
          fix: 'slow these lines to 59.6 % of their speed',
          line: 7423,
          layer: 61,
          zMm: 12.2,
          trialId: 't',
          change: { values: { fillSpeedMmPerS: 131, solidFillSpeedMmPerS: 131, supportSpeedMmPerS: 131 } },
        },
      ],
    },
    {
      when: 'proven at 220 °C only',
      proofs: {
        highestFlowMm3PerS: {
          entries: [
            {
              value: 10.4,
              uncertainty: 0.1,
              range: { min: 0, max: 10.4, minEnd: 'notTriedBeyond', maxEnd: 'failedBeyond' },
              trialId: 't',
              trialName: 'T-0001',
              provenOn: '2026-11-01T00:00:00.000Z',
              machineId: 'm',
              validUntil: '',
              conditions: { nozzleC: 220 },
            },
          ] as never,
        },
      },
      finds: [
        {
          severity: 'caution',
          title: 'Volumetric flow is not proven at this temperature',
          figure: '248 °C',
          limit: 'proven at 220 °C only',
          origin: 'proven, T-0001',
          fix: 'print at a proven temperature, or run a highest-flow trial at 248 °C',
          isUnproven: true,
          trialId: 't',
        },
      ],
    },
    {
      when: 'neither tool nor trial states a melt rate',
      without: ['catalogueFlowMm3PerS', 'supportAngleDeg'],
      proofs: { highestFlowMm3PerS: null },
      finds: [],
      needs: 'a melt rate, from the tool or from a trial',
    },
    {
      when: 'nothing is extruded',
      program: { replace: [[/ E[-\d.]+/g, '']] },
      finds: [],
      others: ['lays-something'],
      needs: 'a program that extrudes',
    },
  ],
};
