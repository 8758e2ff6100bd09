import { defineRule, type Found } from '../define.ts';

const MOST = 5;

export const nothingFloats = defineRule({
  id: 'nothing-floats',
  stage: 'body',
  title: 'Every area of a layer begins on something',
  why: 'Laid into the air, it falls off or is dragged along by the nozzle.',
  source: 'Geometry: outlines of a layer against the layer and support below',
  mesh: {
    reads: ['layers'],
    find: ({ layers }) => {
      const floats = layers.flatMap((l, k) => (l.floatingMm2 > 0 ? [{ ...l, k }] : []));
      const found: Found[] = floats.slice(0, MOST).map((l) => ({
        severity: 'blocker',
        title: 'An area begins in the air',
        figure: `${l.floatingMm2.toFixed(1)} mm²`,
        limit: 'part or support below it',
        origin: 'geometry',
        fix: 'support it, turn the part over, or ask whether it belongs to the part at all',
        zMm: l.zMm,
        layer: l.k + 1,
      }));
      return found;
    },
  },
});
