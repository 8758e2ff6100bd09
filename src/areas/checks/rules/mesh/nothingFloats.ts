import { defineMeshRule, type Found } from '../define.ts';
import { soundMeshJob } from './sound.ts';

const MOST = 5;
const row = { zMm: 8.2, areaMm2: 1200, perimeterMm: 160, islands: 2, floatingMm2: 0, thinMm2: 0, supportMm2: 0 };

export const nothingFloats = defineMeshRule({
  id: 'nothing-floats',
  bites: 'body',
  title: 'Every area of a layer begins on something',
  why: 'Laid into the air, it falls off or is dragged along by the nozzle.',
  source: 'Geometry: outlines of a layer against the layer and support below',
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
  examples: {
    passes: [{ says: 'all stand', input: soundMeshJob() }],
    fails: [{ says: 'a lug hangs', input: soundMeshJob({ layers: [row, { ...row, floatingMm2: 14 }] }) }],
  },
});
