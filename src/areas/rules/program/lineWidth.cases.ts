import type { RuleCases } from '../cases.ts';
import { notTriedBeyond } from '../fixture.ts';
import { rows } from '../figuresFixture.ts';
import { lineWidth } from './lineWidth.ts';

export const cases: RuleCases = {
  rule: lineWidth,
  job: [
    {
      when: 'lines are twice as wide',
      program: { replace: [[/ E(\d)\.(\d{5})/g, ' E2$1.$2']] },
      proofs: { highestFlowMm3PerS: notTriedBeyond(900, 0, 900) },
      values: { catalogueFlowMm3PerS: 900, maxFeedEMmPerS: 800 },
      finds: [
        {
          severity: 'caution',
          title: 'Line width too large for this nozzle: made for another?',
          figure: '7.57 mm on average, 5 of 5 layers',
          limit: '0.34 to 0.6 mm',
          origin: 'hardware, 0.4 hardened',
          fix: 'mount a nozzle of about 6.8 mm, or have the program made for 0.4 mm',
          line: 80,
          layer: 4,
          zMm: 0.8,
        },
      ],
    },
    {
      when: 'made for a wider nozzle than 0.25 mm',
      values: { nozzleDiameterMm: 0.25 },
      machine: { mounted: { id: 'tool', name: '0.25', nozzleMm: 0.25 } },
      finds: [
        {
          severity: 'caution',
          title: 'Line width too large for this nozzle: made for another?',
          figure: '0.42 mm on average, 5 of 5 layers',
          limit: '0.21 to 0.38 mm',
          origin: 'hardware, 0.4 hardened',
          fix: 'mount a nozzle of about 0.4 mm, or have the program made for 0.25 mm',
          line: 57,
          layer: 3,
          zMm: 0.6,
        },
      ],
    },
    {
      when: 'made for a narrower nozzle than 0.6 mm',
      values: { nozzleDiameterMm: 0.6 },
      machine: { mounted: { id: 'tool', name: '0.6', nozzleMm: 0.6 } },
      finds: [
        {
          severity: 'caution',
          title: 'Line width too small for this nozzle: made for another?',
          figure: '0.42 mm on average, 5 of 5 layers',
          limit: '0.51 to 0.9 mm',
          origin: 'hardware, 0.4 hardened',
          fix: 'mount a nozzle of about 0.4 mm, or have the program made for 0.6 mm',
          line: 57,
          layer: 3,
          zMm: 0.6,
        },
      ],
    },
    {
      when: 'the nozzle is nearly too wide for its lines',
      values: { nozzleDiameterMm: 0.48 },
      machine: { mounted: { id: 'tool', name: '0.48', nozzleMm: 0.48 } },
      finds: [],
    },
    {
      when: 'no layer is long enough',
      program: {
        instead: {
          layer1: 'G0 Z0.2 F480\nG0 X90 Y95 F6000\nG1 X130 E1.26 F120',
          layer2: '',
          layer3: '',
          layer4: '',
          layer5: '',
        },
      },
      finds: [],
      needs: 'a layer long enough to measure',
    },
    {
      when: 'the tool states no nozzle diameter',
      without: ['nozzleDiameterMm', 'supportAngleDeg'],
      finds: [],
      needs: 'the tool’s nozzle diameter',
    },
    {
      when: 'its only layer is just long enough',
      measured: {
        report: { filamentMm: 30, extrudedVolumeMm3: 72, layerRows: rows([{ pathMm: 200, filamentMm: 30 }]) },
      },
      finds: [
        {
          severity: 'caution',
          title: 'Line width too large for this nozzle: made for another?',
          figure: '1.84 mm on average, 1 of 1 layers',
          limit: '0.34 to 0.6 mm',
          origin: 'hardware, 0.4 hardened',
          fix: 'mount a nozzle of about 1.7 mm, or have the program made for 0.4 mm',
          line: 10,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },

    {
      when: 'a spiral',
      measured: { report: { spiral: true } },
      finds: [],
      needs: 'layers of their own height; a spiral has none',
    },
    {
      when: 'a layer at the height of the build plate',
      measured: { report: { layerRows: rows([{ zMm: 0 }]) } },
      finds: [],
      needs: 'a layer long enough to measure',
      others: ['first-layer-height'],
    },
  ],
};
