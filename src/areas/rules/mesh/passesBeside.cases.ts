import { asDrawn } from '../../../core/mesh/placement.ts';
import type { RuleCases } from '../cases.ts';
import { passesBeside } from './passesBeside.ts';

/** A second block of 40 × 30 × 20 mm, so far from the first to the right. */
const beside = (gapMm: number) => ({
  choice: {
    placement: asDrawn(100, 100),
    isOneByOne: true,
    more: [{ file: null, unit: null, placement: asDrawn(140 + gapMm, 100) }],
  },
});
const origin = 'hardware, Rifugio Vodice';

export const cases: RuleCases = {
  rule: passesBeside,
  job: [
    {
      when: 'there is room for head and carriage',
      mesh: beside(50),
      values: { headReachMm: 45, clearanceMm: 25 },
      finds: [],
    },
    {
      when: 'they stand closer than the head reaches',
      mesh: beside(44),
      values: { headReachMm: 45, clearanceMm: 25 },
      finds: [
        {
          severity: 'blocker',
          title: 'The head runs into a finished part',
          figure: '44 mm between two parts',
          limit: '45 mm round the nozzle',
          origin,
          fix: 'set them 45 mm apart, or lay them layer by layer',
        },
      ],
    },
    {
      when: 'the first is taller than the carriage is high',
      mesh: beside(50),
      values: { headReachMm: 45, clearanceMm: 18 },
      finds: [
        {
          severity: 'blocker',
          title: 'The carriage knocks a finished part over',
          figure: '20 mm high',
          limit: '18 mm under the carriage',
          origin,
          fix: 'lay them layer by layer, or only the last one this high',
        },
      ],
    },
    {
      when: 'just as much room as is needed',
      mesh: beside(45),
      values: { headReachMm: 45, clearanceMm: 20 },
      finds: [],
    },
    {
      when: 'their skirts would lie over each other',
      mesh: beside(20),
      values: { headReachMm: 15, clearanceMm: 25, skirtGapMm: 12 },
      finds: [
        {
          severity: 'caution',
          title: 'What is laid round one part lies over the other’s',
          figure: '20 mm between two parts',
          limit: '24.9 mm for raft, brim or skirt round both',
          origin: 'recipe',
          fix: 'set them 25 mm apart',
        },
      ],
    },
    {
      when: 'so would their rafts',
      mesh: beside(20),
      values: { headReachMm: 15, clearanceMm: 25, skirtLoops: 0, raftLayers: 2, raftReachMm: 11 },
      finds: [
        {
          severity: 'caution',
          title: 'What is laid round one part lies over the other’s',
          figure: '20 mm between two parts',
          limit: '22 mm for raft, brim or skirt round both',
          origin: 'recipe',
          fix: 'set them 22 mm apart',
        },
      ],
    },
    {
      when: 'nobody has measured the head',
      mesh: beside(50),
      values: { clearanceMm: 25 },
      without: ['headReachMm'],
      needs: 'reach of the head and clearance under the carriage, in the printer profile',
      finds: [],
    },
    {
      when: 'they are laid layer by layer',
      mesh: { choice: { placement: asDrawn(100, 100), more: beside(10).choice.more } },
      values: { headReachMm: 45, clearanceMm: 5 },
      finds: [],
    },
  ],
};
