import type { RuleCases } from '../cases.ts';
import { stackRows } from '../figuresFixture.ts';
import { slowWhereLarge } from './slowWhereLarge.ts';

const slow = (darkS: number, areaMm2 = 280) => ({ areaMm2, darkS });
/** Five bottom layers and others; one of them is far larger. */
const layers = (large: object, small: object = slow(12, 100)) => ({
  rows: stackRows(40, (i) => (i === 20 ? large : i < 5 ? slow(30, 40) : small)),
});

export const cases: RuleCases = {
  rule: slowWhereLarge,
  stack: [
    {
      when: 'a large layer that is moved faster',
      measured: layers(slow(9)),
      finds: [
        {
          severity: 'caution',
          title: 'The largest layer is moved faster than much smaller ones',
          figure: '9.0 s in the dark at 280 mm²',
          limit: '12.0 s',
          origin: 'other layers of the stack',
          fix: 'move it at least as slowly as the smaller ones',
          layer: 21,
          zMm: 1.05,
        },
      ],
    },
    { when: 'one that is moved as slowly', measured: layers(slow(12)), finds: [] },
    { when: 'one that is moved hardly faster', measured: layers(slow(11.5)), finds: [] },
    { when: 'one that is hardly larger', measured: layers(slow(9), slow(12, 140)), finds: [] },
    {
      when: 'smaller layers that show nothing',
      measured: layers(slow(9), slow(12, 0)),
      finds: [],
      others: ['layers-lit'],
    },
    { when: 'bottom layers only', measured: { rows: stackRows(5, () => ({})), bottomLayers: 5 }, finds: [] },
  ],
};
