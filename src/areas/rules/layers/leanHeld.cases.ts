import type { RuleCases } from '../cases.ts';
import { leanHeld } from './leanHeld.ts';

const post = { shape: 'box', x: 0, y: 0, w: 10, d: 10, fromMm: 0, toMm: 1 } as const;
/** Steps of one layer each, wider by so much on either side. */
const stairs = (byMm: number) =>
  Array.from({ length: 10 }, (_, i) => ({
    ...post,
    w: 10 + 2 * byMm * (i + 1),
    fromMm: 1 + 0.05 * i,
    toMm: 1 + 0.05 * (i + 1),
  }));

export const cases: RuleCases = {
  rule: leanHeld,
  stack: [
    // 0.05 mm · tan 60° is 0.087 mm
    { when: 'flanks that lean by 54°', stack: { solids: [post, ...stairs(0.068)] }, finds: [] },
    {
      when: 'flanks that lean by 75°',
      stack: { solids: [post, ...stairs(0.187)] },
      finds: [
        {
          severity: 'caution',
          title: '10 layers reach far beyond the one before',
          figure: '2.0 mm² in layer 21',
          limit: '60° from the upright',
          origin: 'common practice',
          fix: 'support it, or turn the part so that it leans less',
          layer: 21,
          zMm: 1.05,
          place: { xMm: 66.249, yMm: 49.181 },
        },
      ],
    },
    {
      when: 'a ledge of 3 mm on one side',
      stack: { solids: [post, { ...post, x: 1.5, w: 13, fromMm: 1, toMm: 1.5 }] },
      finds: [
        {
          severity: 'caution',
          title: '1 layer reaches far beyond the one before',
          figure: '28.9 mm² in layer 21',
          limit: '60° from the upright',
          origin: 'common practice',
          fix: 'support it, or turn the part so that it leans less',
          layer: 21,
          zMm: 1.05,
          place: { xMm: 77.945, yMm: 49.181 },
        },
      ],
    },
    { when: 'a sliver', stack: { solids: [post, { ...post, w: 10.3, d: 3, fromMm: 1, toMm: 1.5 }] }, finds: [] },
  ],
};
