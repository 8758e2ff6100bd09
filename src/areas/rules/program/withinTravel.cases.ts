import type { RuleCases } from '../cases.ts';
import { withinTravel } from './withinTravel.ts';

export const cases: RuleCases = {
  rule: withinTravel,
  job: [
    { when: 'X reaches the end of its travel', program: { before: { layer3: 'G0 X348 F6000' } }, finds: [] },
    {
      when: 'X leaves the machine',
      program: { before: { layer3: 'G0 X349 F6000' } },
      finds: [
        {
          severity: 'blocker',
          title: 'X leaves the machine',
          figure: 'X 349 mm',
          limit: '348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move the part 1 mm back in X',
          line: 53,
          layer: 2,
          zMm: 0.4,
        },
      ],
    },
    {
      when: 'Y goes below zero',
      program: { before: { layer3: 'G0 Y-4 F6000' } },
      finds: [
        {
          severity: 'blocker',
          title: 'Y leaves the machine',
          figure: 'Y -4 mm',
          limit: '0 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move the part 4 mm forward in Y',
          line: 53,
          layer: 2,
          zMm: 0.4,
        },
      ],
    },
    {
      when: 'Z leaves the machine',
      program: { before: { layer3: 'G0 Z401 F480\nG0 Z0.6 F480' } },
      finds: [
        {
          severity: 'blocker',
          title: 'Z leaves the machine',
          figure: 'Z 401 mm',
          limit: '400 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move the part 1 mm back in Z',
          line: 53,
          layer: 2,
          zMm: 0.4,
        },
      ],
    },
    {
      when: 'what is laid is longer than the travel',
      values: { travelXMm: 36 },
      finds: [
        {
          severity: 'blocker',
          title: 'X leaves the machine',
          figure: 'X 130 mm',
          limit: '36 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'scale to 90.0 %',
          line: 10,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'it moves nothing',
      program: { instead: { layer1: '', layer2: '', layer3: '', layer4: '', layer5: '', end: 'M104 S0\nM140 S0' } },
      finds: [],
      others: ['lays-something'],
      needs: 'a program that moves',
    },
    {
      when: 'it reaches over both ends of X alike',
      measured: {
        report: { reachedMm: { min: [-4, 0, 0], max: [352, 10, 10], minLine: [9, 9, 9], maxLine: [10, 10, 10] } },
      },
      finds: [
        {
          severity: 'blocker',
          title: 'X leaves the machine',
          figure: 'X -4 mm',
          limit: '0 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move the part 4 mm forward in X',
          line: 9,
        },
        {
          severity: 'blocker',
          title: 'X leaves the machine',
          figure: 'X 352 mm',
          limit: '348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move the part 4 mm forward in X',
          line: 10,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'what is laid is just as long as the travel',
      values: { travelXMm: 40 },
      finds: [
        {
          severity: 'blocker',
          title: 'X leaves the machine',
          figure: 'X 130 mm',
          limit: '40 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move the part 90 mm back in X',
          line: 10,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'nothing is laid beyond',
      measured: {
        report: {
          boundsMm: null,
          reachedMm: { min: [-4, 0, 0], max: [10, 10, 10], minLine: [9, 9, 9], maxLine: [10, 10, 10] },
        },
      },
      finds: [
        {
          severity: 'blocker',
          title: 'X leaves the machine',
          figure: 'X -4 mm',
          limit: '0 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move the part 4 mm forward in X',
          line: 9,
        },
      ],
    },
    {
      when: 'the origin is in the middle, and the part stands to the left of it',
      values: { lowestXMm: -174, lowestYMm: -171 },
      program: { replace: [[/G28\n/, 'G28\nG92 X100 Y100\nG0 X60 Y60 F6000\nG92 X0 Y0\n']] },
      finds: [],
    },
    {
      when: 'a line is laid in front of the plate, where the machine can purge',
      values: { lowestYMm: -5 },
      program: { before: { layer1: 'G0 Y-3 Z0.3 F480\nG1 X60 E3 F600' } },
      finds: [],
    },
    {
      when: 'a line is laid further in front than the machine reaches',
      values: { lowestYMm: -5 },
      program: { before: { layer1: 'G0 Y-6 Z0.3 F480\nG1 X60 E3 F600' } },
      finds: [
        {
          severity: 'blocker',
          title: 'Y leaves the machine',
          figure: 'Y -6 mm',
          limit: '-5 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move the part 1 mm forward in Y',
          line: 9,
        },
      ],
    },
    {
      when: 'the part lies within a round plate',
      values: { bedShape: 'round', travelXMm: 220, travelYMm: 220 },
      finds: [],
    },
    {
      when: 'a corner of the part lies beyond a round plate, within the travel of both axes',
      values: { bedShape: 'round', travelXMm: 140, travelYMm: 140 },
      finds: [
        {
          severity: 'blocker',
          title: 'Laid beyond the round plate',
          figure: '81.39 mm from its middle',
          limit: '70 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move the part 11.39 mm towards the middle, or make it smaller',
          line: 11,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'a corner of the plate is cut off where the part stands',
      values: { bedShape: 'outline', bedOutline: '0 0; 300 0; 300 300; 100 300; 0 200' },
      finds: [],
    },
    {
      when: 'the part reaches beyond the outline of its plate',
      values: { bedShape: 'outline', bedOutline: '0 0; 120 0; 120 300; 0 300' },
      finds: [
        {
          severity: 'blocker',
          title: 'Laid beyond the outline of the plate',
          figure: 'X 130 Y 95, 10 mm beyond its edge',
          limit: 'within the bed outline',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move the part by 10 mm or more onto the plate, or make it smaller',
          line: 10,
          layer: 1,
          zMm: 0.2,
          place: { xMm: 130, yMm: 95 },
        },
      ],
    },
    {
      when: 'it lies beside its plate, where it may purge',
      values: {
        bedShape: 'outline',
        bedOutline: '0 0; 50 0; 50 300; 0 300',
        purgePlaces: '60 60 160 160',
      },
      finds: [],
    },
  ],
};
