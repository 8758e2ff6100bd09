import { rows } from '../figuresFixture.ts';
import type { RuleCases } from '../cases.ts';
import { skippedHeight } from './skippedHeight.ts';

export const cases: RuleCases = {
  rule: skippedHeight,
  job: [
    {
      when: 'a layer is left out',
      program: { instead: { layer4: '' } },
      finds: [
        {
          severity: 'blocker',
          title: 'A layer is missing',
          figure: '0.4 mm between two layers',
          limit: '0.2 mm',
          origin: 'the program itself',
          fix: 'have the file made again; from 0.6 mm on nothing lies under it',
          line: 81,
          layer: 4,
          zMm: 1,
        },
      ],
    },
    {
      when: 'two layers are left out',
      program: {
        instead: { layer3: '', layer4: '' },
        before: {
          end: 'G0 Z1.2 F480\nG0 X90 Y95 F6000\nG1 X130 E1.26 F1200\nG0 Z1.4 F480\nG1 X90 E1.26\nG0 Z1.6 F480\nG1 X130 E1.26',
        },
      },
      values: { lowestLayerTimeS: 1 },
      finds: [
        {
          severity: 'blocker',
          title: 'A layer is missing',
          figure: '0.6 mm between two layers',
          limit: '0.2 mm',
          origin: 'the program itself',
          fix: 'have the file made again; from 0.4 mm on nothing lies under it',
          line: 59,
          layer: 3,
          zMm: 1,
        },
      ],
    },
    {
      when: 'the program has one layer',
      program: { instead: { layer2: '', layer3: '', layer4: '', layer5: '' } },
      finds: [],
      needs: 'a program of two layers or more',
    },
    {
      when: 'four layers are missing',
      measured: { report: { layerRows: rows([0.2, 0.4, 0.6, 0.8, 1, 1.2, 1.6, 2, 2.4, 2.8].map((zMm) => ({ zMm }))) } },
      finds: [
        {
          severity: 'blocker',
          title: 'A layer is missing',
          figure: '0.4 mm between two layers',
          limit: '0.2 mm',
          origin: 'the program itself',
          fix: 'have the file made again; from 1.2 mm on nothing lies under it',
          line: 130,
          layer: 7,
          zMm: 1.6,
        },
        {
          severity: 'blocker',
          title: 'A layer is missing',
          figure: '0.4 mm between two layers',
          limit: '0.2 mm',
          origin: 'the program itself',
          fix: 'have the file made again; from 1.6 mm on nothing lies under it',
          line: 150,
          layer: 8,
          zMm: 2,
        },
        {
          severity: 'blocker',
          title: 'A layer is missing',
          figure: '0.4 mm between two layers',
          limit: '0.2 mm',
          origin: 'the program itself',
          fix: 'have the file made again; from 2 mm on nothing lies under it',
          line: 170,
          layer: 9,
          zMm: 2.4,
        },
      ],
      others: ['dialect-fits'],
    },
    {
      when: 'a spiral',
      measured: { report: { spiral: true } },
      finds: [],
      needs: 'layers of their own height; a spiral has none',
    },
    {
      when: 'layers are as high as the slope allows, each fed for its height',
      measured: {
        report: {
          layerRows: rows(
            [0.2, 0.28, 0.36, 0.44, 0.7, 0.98].map((zMm, i, all) => {
              const h = zMm - (all[i - 1] ?? 0);
              return { zMm, filamentMm: ((0.44 - h) * h + (Math.PI * h * h) / 4) * (550 / 2.405) };
            }),
          ),
        },
      },
      finds: [],
    },
  ],
};
