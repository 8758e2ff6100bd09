import type { StackIsland } from '../../../core/resin/stackReport.ts';
import { defineRule, type Found } from '../define.ts';

/** Smaller than this it is a speck that may be lost without a trace. */
const SPECK_MM2 = 0.02;
/** Told one by one; of the rest how many there are. */
const MOST_TOLD = 12;

export const islandsHeld = defineRule({
  id: 'islands-held',
  stage: 'body',
  technology: 'resin',
  title: 'Every area is held by the layer before it',
  why: 'What begins with nothing before it cures on the film, stays there, and every part printed through that place fails with it.',
  source: 'Connected areas of each layer against the layer before; what a layer does not touch, nothing holds',
  layers: {
    reads: ['islands', 'islandCount'],
    find: ({ islands, islandCount }) =>
      islands.slice(0, MOST_TOLD).map((island, i): Found => {
        const others = i === 0 && islandCount > 1 ? `, the largest of ${islandCount}` : '';
        return {
          severity: island.areaMm2 < SPECK_MM2 ? 'caution' : 'blocker',
          title: `${held(island)}${others}`,
          figure: `${island.areaMm2.toFixed(2)} mm² in layer ${island.layer}`,
          limit: 'held by the layer before',
          origin: 'the layers themselves',
          fix: 'support it, turn the part, or take it away',
          layer: island.layer,
          zMm: island.zMm,
          place: { xMm: island.xMm, yMm: island.yMm },
        };
      }),
  },
});
const held = ({ heldFrom }: StackIsland): string =>
  heldFrom === null
    ? 'An area begins with nothing before it, and nothing ever holds it'
    : `An area begins with nothing before it and hangs until layer ${heldFrom}`;
