import { rows } from '../figuresFixture.ts';
import type { RuleCases } from '../cases.ts';
import { firstLayerHeight } from './firstLayerHeight.ts';

export const cases: RuleCases = {
  rule: firstLayerHeight,
  job: [
    {
      when: 'it is laid at the nozzle’s diameter',
      program: {
        replace: [
          [/G0 Z0\.2 /, 'G0 Z0.4 '],
          [/G0 Z0\.4 F480\nG1 E1\.2 F2100\nG0 X90\.00/, 'G0 Z0.6 F480\nG1 E1.2 F2100\nG0 X90.00'],
        ],
      },
      finds: [],
      others: ['layer-height'],
    },
    {
      when: 'everything is laid 1 mm up',
      program: {
        replace: [
          [/G0 Z1\.0/, 'G0 Z2.0'],
          [/G0 Z0\.(\d)/g, 'G0 Z1.$1'],
        ],
      },
      finds: [
        {
          severity: 'blocker',
          title: 'First layer above what the nozzle can press down',
          figure: '1.2 mm',
          limit: '0.08 to 0.4 mm',
          origin: 'hardware, 0.4 hardened',
          fix: 'have it made with a first layer of 0.2 mm, or remove a height offset',
          line: 10,
          layer: 1,
          zMm: 1.2,
        },
      ],
    },
    {
      when: 'the first layer is laid at 0.6 mm',
      program: { replace: [[/G0 Z0\.2 /, 'G0 Z0.6 ']], instead: { layer2: '', layer3: '' } },
      finds: [
        {
          severity: 'caution',
          title: 'First layer above what the nozzle can press down',
          figure: '0.6 mm',
          limit: '0.08 to 0.4 mm',
          origin: 'hardware, 0.4 hardened',
          fix: 'have it made with a first layer of 0.2 mm, or remove a height offset',
          line: 10,
          layer: 1,
          zMm: 0.6,
        },
      ],
    },
    {
      when: 'the first layer is laid at 0.05 mm',
      program: { replace: [[/G0 Z0\.2 /, 'G0 Z0.05 ']] },
      finds: [
        {
          severity: 'caution',
          title: 'First layer too low: the nozzle scrapes the build plate',
          figure: '0.05 mm',
          limit: '0.08 to 0.4 mm',
          origin: 'hardware, 0.4 hardened',
          fix: 'have it made with a first layer of 0.2 mm, or remove a height offset',
          line: 10,
          layer: 1,
          zMm: 0.05,
        },
      ],
      others: ['layer-height', 'mixed-heights'],
    },
    {
      when: 'the first layer is laid on the plate itself',
      program: { replace: [[/G0 Z0\.2 /, 'G0 Z0 ']] },
      finds: [
        {
          severity: 'blocker',
          title: 'First layer too low: the nozzle scrapes the build plate',
          figure: '0 mm',
          limit: '0.08 to 0.4 mm',
          origin: 'hardware, 0.4 hardened',
          fix: 'have it made with a first layer of 0.2 mm, or remove a height offset',
          line: 10,
          layer: 1,
          zMm: 0,
        },
      ],
      others: ['skipped-height'],
    },
    {
      when: 'the tool states no nozzle diameter',
      without: ['nozzleDiameterMm', 'supportAngleDeg'],
      finds: [],
      needs: 'the tool’s nozzle diameter',
    },
    {
      when: 'nothing is laid',
      program: { replace: [[/ E[-\d.]+/g, '']] },
      finds: [],
      others: ['lays-something'],
      needs: 'a program with a first layer',
    },
    {
      when: 'just 0.08 mm',
      measured: { report: { layerRows: rows([{ zMm: 0.08 }]) } },
      finds: [],
      others: ['line-width'],
    },
    {
      when: 'just twice the nozzle diameter',
      measured: { report: { layerRows: rows([{ zMm: 0.8 }]) } },
      finds: [
        {
          severity: 'caution',
          title: 'First layer above what the nozzle can press down',
          figure: '0.8 mm',
          limit: '0.08 to 0.4 mm',
          origin: 'hardware, 0.4 hardened',
          fix: 'have it made with a first layer of 0.2 mm, or remove a height offset',
          line: 10,
          layer: 1,
          zMm: 0.8,
        },
      ],
    },
  ],
};
