import type { Proof } from '../../library/model/records.ts';
import { turnedMesh } from '../../../core/mesh/solids.ts';
import type { RuleCases } from '../cases.ts';
import { failedBeyond } from '../fixture.ts';
import { rows } from '../figuresFixture.ts';
import { layerTimeProven } from './layerTimeProven.ts';

const seenToSlump: Partial<Proof> = {
  ...failedBeyond(10, 60, 10),
  range: { min: 10, max: 60, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' },
};

const eightSeconds = {
  mesh: {},
  measured: { report: { layerRows: rows([{}, { timeS: 8 }, {}]) } },
} as const;
const found = (severity: 'blocker' | 'caution', title: string) => ({
  severity,
  title,
  figure: '8 s at the quickest, 1 layer',
  limit: '10 s',
  origin: 'proven by T-0001',
  fix: 'print 2 at once: no longer for each; or let the layer take 10 s: 2 s longer in all (80 % of the speed there)',
  change: { values: { minimumLayerTimeS: 11 } },
  line: 30,
  zMm: 0.4,
  trialId: 't',
});

export const cases: RuleCases = {
  rule: layerTimeProven,
  job: [
    { when: 'layers take as long as the material needs', values: { lowestLayerTimeS: 10 }, finds: [] },
    {
      when: 'four layers are quicker than the material needs',
      program: { before: { layer4: 'M220 S100' }, replace: [[/F2400/g, 'F6000']] },
      values: { accelerationMmPerS2: 1500 },
      proofs: { highestFlowMm3PerS: failedBeyond(12, 12), lowestLayerTimeS: null },
      finds: [
        {
          severity: 'caution',
          title: 'Layers are printed before the one below has cooled',
          figure: '6.6 s at the quickest, 3 layers',
          limit: '10 s',
          origin: 'material',
          fix: 'print 2 at once: no longer for each; or let the layer take 10 s: 10 s longer in all (66 % of the speed there)',
          line: 57,
          zMm: 0.6,
        },
      ],
    },
    {
      when: 'a mesh has layers quicker than a trial proved',
      mesh: {
        body: () =>
          turnedMesh(
            [
              [12, 0],
              [12, 10],
              [3, 30],
            ],
            64,
          ),
      },
      values: { minimumLayerTimeS: 0 },
      proofs: { lowestLayerTimeS: failedBeyond(10, 60, 10) },
      finds: [
        {
          severity: 'caution',
          title: 'Layers are printed before the one below has cooled',
          figure: '2 s at the quickest, 94 layers',
          limit: '10 s',
          origin: 'proven by T-0001',
          fix: 'print 5 at once: no longer for each; or let the layer take 10 s: 7 min longer in all (20 % of the speed there)',
          change: { values: { minimumLayerTimeS: 11 } },
          line: 32893,
          zMm: 29.2,
          trialId: 't',
        },
      ],
    },
    {
      when: 'the material states none',
      without: ['lowestLayerTimeS', 'supportAngleDeg'],
      finds: [],
      needs: 'the material’s shortest layer time',
    },
    {
      when: 'a quarter of what it needs, on a mesh',
      mesh: {},
      measured: { report: { layerRows: rows([{}, { timeS: 2.5 }, {}]) } },
      proofs: { lowestLayerTimeS: null },
      finds: [
        {
          severity: 'caution',
          title: 'Layers are printed before the one below has cooled',
          figure: '2.5 s at the quickest, 1 layer',
          limit: '10 s',
          origin: 'material',
          fix: 'print 4 at once: no longer for each; or let the layer take 10 s: 8 s longer in all (25 % of the speed there)',
          change: { values: { minimumLayerTimeS: 11 } },
          line: 30,
          zMm: 0.4,
        },
      ],
    },
    {
      when: 'more than a quarter, on a mesh',
      mesh: {},
      measured: { report: { layerRows: rows([{}, { timeS: 2.6 }, {}]) } },
      proofs: { lowestLayerTimeS: null },
      finds: [
        {
          severity: 'caution',
          title: 'Layers are printed before the one below has cooled',
          figure: '2.6 s at the quickest, 1 layer',
          limit: '10 s',
          origin: 'material',
          fix: 'print 4 at once: no longer for each; or let the layer take 10 s: 7 s longer in all (26 % of the speed there)',
          line: 30,
          zMm: 0.4,
          change: { values: { minimumLayerTimeS: 11 } },
        },
      ],
    },
    {
      when: 'two towers, one of which is laid last in one layer and first in the next',
      mesh: {},
      measured: { report: { layerRows: rows([{}, { againS: 8, againAtMm: [120, 105] }, { againS: 60 }, {}]) } },
      proofs: { lowestLayerTimeS: null },
      finds: [
        {
          severity: 'caution',
          title: 'Layers are printed before the one below has cooled',
          figure: '8 s at the quickest, 1 layer',
          limit: '10 s',
          origin: 'material',
          fix: 'have every layer laid in the same order: no longer; or let it take 38 s as a whole: 8 s longer',
          change: { values: { minimumLayerTimeS: 39 } },
          line: 30,
          zMm: 0.4,
          place: { xMm: 120, yMm: 105 },
        },
      ],
    },
    {
      when: 'quick as a whole, and quicker still where it is laid again',
      mesh: {},
      measured: { report: { layerRows: rows([{}, { timeS: 8, againS: 4, againAtMm: [120, 105] }, {}]) } },
      proofs: { lowestLayerTimeS: null },
      finds: [
        {
          severity: 'caution',
          title: 'Layers are printed before the one below has cooled',
          figure: '4 s at the quickest, 1 layer',
          limit: '10 s',
          origin: 'material',
          fix: 'print 3 at once: no longer for each; or let the layer take 20 s: 12 s longer in all (40 % of the speed there)',
          change: { values: { minimumLayerTimeS: 21 } },
          line: 30,
          zMm: 0.4,
          place: { xMm: 120, yMm: 105 },
        },
      ],
    },
    {
      when: 'quick layers that nothing is laid on, beside a part that goes on',
      mesh: {},
      measured: { report: { layerRows: rows([{}, { timeS: 2, againS: null }, { timeS: 2, againS: 12 }, {}]) } },
      finds: [],
    },
    {
      when: 'a quick layer without filament',
      measured: { report: { layerRows: rows([{}, { timeS: 1, filamentMm: 0 }, {}]) } },
      finds: [],
      others: ['dialect-fits'],
    },
    {
      when: 'only the first layer is quick: it lies on the plate',
      mesh: {},
      measured: { report: { layerRows: rows([{ timeS: 1 }, {}, {}]) } },
      finds: [],
    },
    {
      when: 'quicker than a trial saw layers hold',
      ...eightSeconds,
      proofs: { lowestLayerTimeS: seenToSlump },
      finds: [found('blocker', 'Layers are printed before the one below has cooled, where a trial failed')],
    },
    {
      when: 'between what a trial saw slump and what the recipe wants',
      ...eightSeconds,
      proofs: { lowestLayerTimeS: { ...seenToSlump, range: { ...seenToSlump.range!, min: 7 } } },
      finds: [found('caution', 'Layers are printed before the one below has cooled')],
    },
    {
      when: 'quicker than is proven, and nobody tried less, in a class that prints only what is',
      ...eightSeconds,
      job: { class: 'customer part' },
      finds: [found('blocker', 'Layers are printed before the one below has cooled')],
    },
    {
      when: 'only the last layer is quick: nothing is laid on it',
      mesh: {},
      measured: { report: { layerRows: rows([{}, {}, { timeS: 1 }]) } },
      finds: [],
    },
    {
      when: 'a quick layer of half a millimetre of filament',
      measured: { report: { layerRows: rows([{}, { timeS: 1, filamentMm: 0.5 }, {}]) } },
      proofs: { lowestLayerTimeS: null },
      finds: [
        {
          severity: 'caution',
          title: 'Layers are printed before the one below has cooled',
          figure: '1 s at the quickest, 1 layer',
          limit: '10 s',
          origin: 'material',
          fix: 'print 10 at once: no longer for each; or let the layer take 10 s: 9 s longer in all (10 % of the speed there)',
          line: 30,
          zMm: 0.4,
        },
      ],
      others: ['dialect-fits'],
    },
  ],
};
