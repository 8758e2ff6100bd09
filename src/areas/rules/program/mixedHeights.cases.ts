import { rows } from '../figuresFixture.ts';
import type { RuleCases } from '../cases.ts';
import { mixedHeights } from './mixedHeights.ts';

export const cases: RuleCases = {
  rule: mixedHeights,
  job: [
    {
      when: 'only the first layer is thicker',
      program: {
        replace: [
          [/G0 Z0\.2 /, 'G0 Z0.3 '],
          [/G0 Z0\.4 F480\nG1 E1/, 'G0 Z0.5 F480\nG1 E1'],
          [/G0 Z0\.6 /, 'G0 Z0.7 '],
          [/G0 Z0\.8 /, 'G0 Z0.9 '],
          [/G0 Z1\.0 /, 'G0 Z1.1 '],
        ],
      },
      finds: [],
    },
    {
      when: 'the top layer is thinner',
      program: { replace: [[/G0 Z1\.0 /, 'G0 Z0.9 ']] },
      finds: [
        {
          severity: 'note',
          title: 'The layers are of several heights',
          figure: '1 of 5, 0.1 to 0.1 mm',
          limit: '0.2 mm for the most',
          origin: 'the program itself',
          fix: 'nothing, if it was made so; width and flow are judged layer by layer',
          layer: 5,
          zMm: 0.9,
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
      when: 'layers of three heights',
      measured: { report: { layerRows: rows([{ zMm: 0.2 }, { zMm: 0.4 }, { zMm: 0.6 }, { zMm: 0.7 }, { zMm: 1 }]) } },
      finds: [
        {
          severity: 'note',
          title: 'The layers are of several heights',
          figure: '2 of 5, 0.1 to 0.3 mm',
          limit: '0.2 mm for the most',
          origin: 'the program itself',
          fix: 'nothing, if it was made so; width and flow are judged layer by layer',
          layer: 4,
          zMm: 0.7,
        },
      ],
      others: ['dialect-fits'],
    },
  ],
};
