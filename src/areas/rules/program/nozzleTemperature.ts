import { whatMacrosDo } from './unknownMacros.ts';
import { defineRule, placeOfLine } from '../define.ts';
import { judgeHeat } from '../heat.ts';

const KEYS = ['nozzleC', 'nozzleFirstC'] as const;

export const nozzleTemperature = defineRule({
  id: 'nozzle-temperature',
  stage: 'before start',
  title: 'Nozzle temperature suits tool, material and proof',
  why: 'Too hot degrades material and feed tube; too cold splits layers and grinds filament.',
  source: 'order of limits: hardware, proven, supplier (docs/glossary.md)',
  isOfHead: true,
  recipe: {
    about: 'recipe',
    reads: ['nozzleC', 'nozzleFirstC', 'hotEndMaxC'],
    readsIfSet: ['nozzleRangeC'],
    find: (r) => {
      const asked = KEYS.map((key) => ({ celsius: r.number(key) })).sort((a, b) => b.celsius - a.celsius);
      return judgeHeat(
        {
          label: 'Nozzle temperature',
          hardwareMaxC: r.number('hotEndMaxC'),
          hardware: 'the tool',
          supplier: r.has('nozzleRangeC') ? r.range('nozzleRangeC') : null,
          proof: r.input.proofs['nozzleC'],
          provenOnly: r.input.provenOnly,
          keys: KEYS,
        },
        asked[0]!,
        asked[1],
      );
    },
  },
  program: {
    reads: [
      'layerRows',
      'nozzleMaxC',
      'nozzleMaxLine',
      'nozzleMinExtrudingC',
      'nozzleMinExtrudingLine',
      'unknownWords',
    ],
    find: ({ report: r, context }) => {
      if (r.nozzleMinExtrudingC === null) return { needs: 'a program that extrudes' };
      const unknown = r.nozzleMinExtrudingC === 0 ? whatMacrosDo(r, 0, r.nozzleMinExtrudingLine) : null;
      if (unknown) return unknown;
      return judgeHeat(
        {
          label: 'Nozzle temperature',
          hardwareMaxC: context.recipe.tool.hotEndMaxC,
          hardware: context.recipe.tool.name,
          supplier: context.recipe.material.nozzleRangeC,
          material: context.recipe.material.name,
          proof: context.proofs['nozzleC'],
          provenOnly: context.job.provenOnly,
          keys: KEYS,
        },
        { celsius: r.nozzleMaxC, where: placeOfLine(r, r.nozzleMaxLine) },
        { celsius: r.nozzleMinExtrudingC, where: placeOfLine(r, r.nozzleMinExtrudingLine) },
      );
    },
  },
});
