import { supportedTable, type RuleCases } from '../cases.ts';
import { loadedMaterial } from './loadedMaterial.ts';

export const cases: RuleCases = {
  rule: loadedMaterial,
  recipe: [
    {
      when: 'another',
      machine: { loadedMaterialId: 'pla' },
      finds: [
        {
          severity: 'blocker',
          title: 'Another material is loaded',
          figure: 'lot 2231',
          limit: 'Torba ASA natural',
          origin: 'machine, Rifugio Vodice',
          fix: 'load Torba ASA natural',
          change: { machine: { loadedMaterialId: 'asa' } },
        },
      ],
    },
  ],
  job: [
    {
      when: 'nothing is loaded',
      machine: { loaded: null },
      known: { loadedMaterialId: null, loadedLot: null, remainingG: null },
      finds: [
        {
          severity: 'blocker',
          title: 'No material is loaded',
          figure: 'empty',
          limit: 'Torba ASA natural',
          origin: 'machine, Rifugio Vodice',
          fix: 'load Torba ASA natural',
        },
      ],
    },
    {
      when: 'another material is loaded',
      machine: { loaded: { id: 'pla', name: 'Fienile PLA white', lot: '88', remainingG: 900 } },
      finds: [
        {
          severity: 'blocker',
          title: 'Another material is loaded',
          figure: 'Fienile PLA white, lot 88',
          limit: 'Torba ASA natural',
          origin: 'recipe',
          fix: 'load Torba ASA natural on Rifugio Vodice or check with a recipe for Fienile PLA white',
        },
      ],
    },
    {
      when: 'the spool holds 0.2 g',
      machine: { loaded: { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 0.2 } },
      finds: [
        {
          severity: 'blocker',
          title: 'The spool ends within the print',
          figure: '0.2 g for 1',
          limit: '0.2 g left',
          origin: 'machine, slot of Rifugio Vodice',
          fix: 'have 1 g more at hand',
          stage: 'body',
        },
      ],
    },
    {
      when: 'ten want more than the spool holds',
      machine: { loaded: { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 2 } },
      job: { quantity: 10 },
      finds: [
        {
          severity: 'caution',
          title: 'The spool may not last',
          figure: '2.2 g for 10',
          limit: '2.0 g left',
          origin: 'machine, slot of Rifugio Vodice',
          fix: 'have 1 g more at hand',
          stage: 'body',
        },
      ],
    },
    {
      when: 'ten are ordered, and the spool holds the two prints they take',
      machine: { loaded: { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 2 } },
      job: { quantity: 10, prints: 2 },
      finds: [],
    },
    {
      when: 'the spool holds just what it needs',
      measured: { report: { extrudedVolumeMm3: 100_000 } },
      machine: { loaded: { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 107 } },
      finds: [],
      others: ['line-width'],
    },
    {
      when: 'eleven grams are needed and ten left',
      measured: { report: { extrudedVolumeMm3: 10_000 } },
      machine: { loaded: { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 10 } },
      finds: [
        {
          severity: 'blocker',
          title: 'The spool ends within the print',
          figure: '11 g for 1',
          limit: '10 g left',
          origin: 'machine, slot of Rifugio Vodice',
          fix: 'have 1 g more at hand',
          stage: 'body',
        },
      ],
      others: ['line-width'],
    },
    {
      when: 'eleven grams are needed and ten left, on a machine that notices the end',
      measured: { report: { extrudedVolumeMm3: 10_000 } },
      values: { filamentSensor: true },
      machine: { loaded: { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 10 } },
      finds: [
        {
          severity: 'caution',
          title: 'The spool ends within the print, which then waits',
          figure: '11 g for 1',
          limit: '10 g left',
          origin: 'machine, slot of Rifugio Vodice',
          fix: 'have 1 g more at hand',
          stage: 'body',
        },
      ],
      others: ['line-width'],
    },
    {
      when: 'nothing is loaded for the support',
      ...supportedTable,
      second: { loaded: null },
      finds: [
        {
          severity: 'blocker',
          title: 'No material is loaded',
          figure: 'empty',
          limit: 'Nebbia PVA',
          origin: 'machine, Rifugio Vodice',
          fix: 'load Nebbia PVA',
          head: 2,
        },
      ],
    },
    {
      when: 'the second head holds another material, and too little of it',
      ...supportedTable,
      second: { loaded: { id: 'pet', name: 'Fosco PETG', lot: '7', remainingG: 1 } },
      finds: [
        {
          severity: 'blocker',
          title: 'Another material is loaded',
          figure: 'Fosco PETG, lot 7',
          limit: 'Nebbia PVA',
          origin: 'recipe',
          fix: 'load Nebbia PVA on Rifugio Vodice or check with a recipe for Fosco PETG',
          head: 2,
        },
        {
          severity: 'blocker',
          title: 'The spool ends within the print',
          figure: '1.6 g for 1',
          limit: '1.0 g left',
          origin: 'machine, slot of Rifugio Vodice',
          fix: 'have 1 g more at hand',
          stage: 'body',
          head: 2,
        },
      ],
    },
    {
      when: 'the second head holds nothing, and nothing is laid by it',
      ...supportedTable,
      mesh: {},
      second: { loaded: null },
      finds: [],
    },
  ],
};
