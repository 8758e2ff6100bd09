import { defineRule, type Found } from '../define.ts';

/** A room smaller than this at the film pulls no part off (common practice, no source). */
const LEAST_MM2 = 10;
/** One of this pulls with ten newtons, which tears parts off or their walls in (common practice, no source). */
const TEARS_MM2 = 100;
/** What a full vacuum would pull: one bar. */
const BAR_N_PER_MM2 = 0.1;
const MOST_TOLD = 8;

export const cupsVented = defineRule({
  id: 'cups-vented',
  stage: 'body',
  technology: 'resin',
  title: 'No room is closed by the film while it prints',
  why: 'A room that opens only towards the film is a sucker: at every lift it pulls until the part tears off, bends, or its wall bursts.',
  source:
    'What no path through the layers printed so far leads out of; at most 1 bar on its area. From which area on it matters: common practice, no source',
  layers: {
    reads: ['rooms'],
    find: ({ rooms }) => {
      const wide = rooms.filter((r) => r.areaMm2 >= LEAST_MM2);
      return wide.slice(0, MOST_TOLD).map((r, i): Found => ({
        severity: r.areaMm2 >= TEARS_MM2 ? 'blocker' : 'caution',
        title: `The film closes a room through ${r.toLayer - r.fromLayer + 1} layers${i === 0 && wide.length > 1 ? `, the widest of ${wide.length}` : ''}`,
        figure: `${r.areaMm2.toFixed(1)} mm² in layer ${r.widestLayer}, pulls up to ${(r.areaMm2 * BAR_N_PER_MM2).toFixed(1)} N; layers ${r.fromLayer} to ${r.toLayer}`,
        limit: `${LEAST_MM2} mm²`,
        origin: 'common practice',
        fix: 'open it near the plate with a hole of 2 mm or more, or turn the part',
        layer: r.widestLayer,
        zMm: r.zMm,
        place: { xMm: r.xMm, yMm: r.yMm },
      }));
    },
  },
});
