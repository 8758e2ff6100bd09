import type { RuleCases } from '../cases.ts';
import { baseBelowPart } from './baseBelowPart.ts';

const tip = (layer: number) => ({
  lowestTip: { layer, zMm: 0.05 * layer, diameterMm: 0.4, xMm: 30, yMm: 20 },
  bottomLayers: 5,
});

export const cases: RuleCases = {
  rule: baseBelowPart,
  stack: [
    {
      when: 'a support that meets the part in the last bottom layer',
      measured: tip(5),
      others: ['room-under'],
      finds: [
        {
          severity: 'caution',
          title: 'The part begins within the light of the base',
          figure: 'a support meets it in layer 5',
          limit: 'after layer 5',
          origin: 'the layers',
          fix: 'raise the part, or take fewer bottom layers',
          layer: 5,
          zMm: 0.25,
          place: { xMm: 30, yMm: 20 },
        },
      ],
    },
    { when: 'one that meets it right after', measured: tip(6), finds: [], others: ['room-under'] },
    { when: 'no supports', measured: { lowestTip: null }, finds: [] },
  ],
};
