import { defineMeshRule } from '../define.ts';
import { soundMeshJob } from './sound.ts';

export const offZones = defineMeshRule({
  id: 'off-zones',
  bites: 'first layer',
  title: 'The part keeps out of zones nothing may be laid in',
  why: 'A clip or a brush stands there: the head runs into it, or the part does not stick.',
  source: 'Printer profile: unprintable zones',
  find: ({ zones }, { sheet }) =>
    zones.map(({ zone, areaMm2 }) => ({
      severity: 'blocker',
      title: 'The part reaches into a zone nothing may be laid in',
      figure: `${areaMm2.toFixed(1)} mm² in it`,
      limit: `X ${Math.min(zone[0], zone[2])} to ${Math.max(zone[0], zone[2])}, Y ${Math.min(zone[1], zone[3])} to ${Math.max(zone[1], zone[3])} mm`,
      origin: `hardware, ${sheet.machine.name}`,
      fix: 'move or turn the part',
      zMm: 0,
      place: { xMm: (zone[0] + zone[2]) / 2, yMm: (zone[1] + zone[3]) / 2 },
    })),
  examples: {
    passes: [{ says: 'clear of them', input: soundMeshJob() }],
    fails: [{ says: 'over a clip', input: soundMeshJob({ zones: [{ zone: [0, 0, 30, 12], areaMm2: 44 }] }) }],
  },
});
