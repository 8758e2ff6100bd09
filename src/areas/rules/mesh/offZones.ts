import { defineRule } from '../define.ts';

export const offZones = defineRule({
  id: 'off-zones',
  stage: 'first layer',
  title: 'The part keeps out of unprintable zones',
  why: 'A clip or a brush is mounted there: the head runs into it, or the part does not stick.',
  source: 'Printer profile: unprintable zones',
  mesh: {
    reads: ['zones'],
    find: ({ zones }, { context }) =>
      zones.map(({ zone, areaMm2 }) => ({
        severity: 'blocker',
        title: 'The part overlaps an unprintable zone',
        figure: `${areaMm2.toFixed(1)} mm² in it`,
        limit: `X ${Math.min(zone[0], zone[2])} to ${Math.max(zone[0], zone[2])}, Y ${Math.min(zone[1], zone[3])} to ${Math.max(zone[1], zone[3])} mm`,
        origin: `hardware, ${context.machine.name}`,
        fix: 'move or turn the part',
        zMm: 0,
        place: { xMm: (zone[0] + zone[2]) / 2, yMm: (zone[1] + zone[3]) / 2 },
      })),
  },
});
