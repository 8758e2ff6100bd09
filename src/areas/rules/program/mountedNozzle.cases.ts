import { supportedTable, type RuleCases } from '../cases.ts';
import { mountedNozzle } from './mountedNozzle.ts';

export const cases: RuleCases = {
  rule: mountedNozzle,
  recipe: [
    {
      when: 'another',
      machine: { mountedToolId: 'x' },
      finds: [
        {
          severity: 'blocker',
          title: 'Another nozzle is mounted',
          figure: 'another',
          limit: 'the recipe’s',
          origin: 'machine, Rifugio Vodice',
          fix: 'mount it, or choose the mounted one',
          change: { machine: { mountedToolId: 'tool' } },
        },
      ],
    },
    {
      when: 'none',
      machine: { mountedToolId: null },
      finds: [
        {
          severity: 'blocker',
          title: 'No tool is mounted',
          figure: 'none',
          limit: 'the recipe’s',
          origin: 'machine, Rifugio Vodice',
          fix: 'mount it, or choose the mounted one',
          change: { machine: { mountedToolId: 'tool' } },
        },
      ],
    },
  ],
  job: [
    {
      when: 'another nozzle is mounted',
      machine: { mounted: { id: 'x', name: '0.6 brass', nozzleMm: 0.6 } },
      finds: [
        {
          severity: 'blocker',
          title: 'Another nozzle is mounted',
          figure: '0.6 brass (0.6 mm)',
          limit: '0.4 hardened (0.4 mm)',
          origin: 'recipe',
          fix: 'mount 0.4 hardened on Rifugio Vodice or check with a recipe for 0.6 brass',
        },
      ],
    },
    {
      when: 'no tool is mounted',
      machine: { mounted: null },
      finds: [
        {
          severity: 'blocker',
          title: 'No tool is mounted',
          figure: 'none',
          limit: '0.4 hardened (0.4 mm)',
          origin: 'recipe',
          fix: 'mount 0.4 hardened on Rifugio Vodice',
        },
      ],
    },
    {
      when: 'another tool is on the second head',
      ...supportedTable,
      second: { mounted: { id: 'wide', name: '0.6 hardened', nozzleMm: 0.6 } },
      finds: [
        {
          severity: 'blocker',
          title: 'Another nozzle is mounted',
          figure: '0.6 hardened (0.6 mm)',
          limit: '0.4 brass (0.4 mm)',
          origin: 'recipe',
          fix: 'mount 0.4 brass on Rifugio Vodice or check with a recipe for 0.6 hardened',
          head: 2,
        },
      ],
    },
  ],
};
