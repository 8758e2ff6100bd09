import { mean } from '../../../../core/fitting/mean.ts';
import type { DefectSymbol } from '../../../../core/looks/looks.ts';
import { fail, succeed } from '../../../../core/result/result.ts';
import { generateCoupon, solidBox, solidDisc } from '../couponOf.ts';
import { defineKind, type Conditions, type Feature, type ReadingOf, type Shape } from '../define.ts';
import { analyseStep, FEWEST_PLACES, SERIES_METHOD, type Pair } from './analysis.ts';
import { referencePartTable } from './table.ts';

const SIZE_MM = [68, 42] as const;
const SPIKE_MM = 5;
const SPIKE_HEIGHT_MM = 20;
const CUBE_MM = 12;
const CUBE_HEIGHT_MM = 10;
const LEAN_DEG = 45;
const LEAN_HEIGHT_MM = 10;
const DECK_FROM_MM = 8;
const DECK_LAYERS = 2;
const RING_MM = 12;
const HOLE_MM = 6;
const RING_HEIGHT_MM = 4;
const THIN_HEIGHT_MM = 8;
const SOLID_LAYERS = 4;
const place = (key: string, label: string, look: DefectSymbol, how: string): Feature => ({
  key: `score ${key}`,
  label,
  look,
  how,
  quantity: 'score',
  range: [1, 5],
  unit: '1–5',
  instrument: 'eye',
  resolution: 1,
  repeats: 2,
});
export const referencePlaces: readonly Feature[] = [
  place('strings', 'strings', 'strings', 'between the two spikes: 5 none, 1 a veil'),
  place('overhang', 'overhang', 'droop', 'under the leaning block: 5 even, 1 hanging lines'),
  place('bridge', 'bridge', 'sag', 'under the deck: 5 straight, 1 hangs through'),
  place('top', 'top face', 'gaps', 'of the cube: 5 closed and even, 1 gaps or ridges'),
  place('wall', 'wall face', 'blotches', 'of the cube: 5 even and matt, 1 burnt or split'),
  place('corner', 'corner', 'waves', 'of the cube: 5 sharp, no waves after it; 1 bulging or ringing'),
  place('hole', 'hole', 'hole', `in the ring: 5 a ${HOLE_MM} mm pin slides in, 1 far too small or large`),
  place('thin', 'thin wall', 'gaps', 'the single line: 5 whole, 1 gappy or swollen'),
];

const looksAt = (feature: string, readings: readonly ReadingOf[]): number[] =>
  readings.filter((r) => r.feature === feature).map((r) => r.value);
export const pairsOf = (before: readonly ReadingOf[], after: readonly ReadingOf[]): Pair[] =>
  referencePlaces.map(({ key }) => ({ feature: key, before: looksAt(key, before), after: looksAt(key, after) }));
const signed = (v: number): string => `${v >= 0 ? '+' : '−'}${Math.abs(v).toFixed(2)}`;

/** One part with eight things to look at, printed again after every change: the comparison is kept by the tool, not in a head. */
export const referencePart = defineKind({
  key: 'reference-part',
  label: 'Reference part',
  question: 'What did the last change do to the part on {machine}?',
  proves: [],
  after: [],
  validDays: 365,
  isSeries: true,
  help: 'The same small part is printed again after every change, and the same eight places are scored. Each print is set against the one before it and the first of the series; what was changed in between is named. Change one thing at a time.',
  axis: null,
  reading:
    'score each place from 1 (worst) to 5 (best) twice, the second time after turning the part or by somebody else, before looking at the scores of the print before; weigh the part if you like',
  again: 'look',
  features: [
    ...referencePlaces,
    {
      key: 'massG',
      label: 'mass',
      quantity: 'mass',
      range: [0.1, 100],
      unit: 'g',
      instrument: 'scale 0.01 g',
      resolution: 0.01,
      repeats: 1,
      how: 'all pieces together',
      isOptional: true,
    },
  ],
  needs: ['layerHeightMm'],
  bandsFor: () => succeed([]),
  coupon: (s) =>
    generateCoupon(s, SIZE_MM, (p) => {
      const lean = Math.tan((LEAN_DEG * Math.PI) / 180);
      const wall = s.wallSpeedMmPerS;
      const cubeLayers = Math.round(CUBE_HEIGHT_MM / s.layerHeightMm);
      let decks = 0;
      while (p.zMm < SPIKE_HEIGHT_MM - 1e-6) {
        p.layer();
        if (p.isFirst) p.skirt();
        const z = p.zMm;
        if (p.layerZMm.length <= cubeLayers)
          p.block(22, -12, CUBE_MM, CUBE_MM, p.layerZMm.length > cubeLayers - SOLID_LAYERS);
        if (z <= RING_HEIGHT_MM + 1e-6) {
          p.round(26, 11, HOLE_MM, 3, wall, true);
          p.round(26, 11, RING_MM, 3, wall);
        }
        if (z <= THIN_HEIGHT_MM + 1e-6)
          p.polyline(
            [
              [-4, 19],
              [16, 19],
            ],
            wall,
          );
        if (z <= LEAN_HEIGHT_MM + 1e-6) {
          const y = 4 + lean * (z - s.firstLayerHeightMm);
          p.zigzag(-26, y, 10 - 4 * p.spacingMm, 5 - 4 * p.spacingMm, s.fillSpeedMmPerS, true, 0.4);
          p.box(-26, y, 10, 5, 2, wall);
        }
        if (z <= DECK_FROM_MM + 1e-6) for (const x of [-9, 13]) p.box(x, 8, 6, 6, 2, wall);
        else if (decks < DECK_LAYERS) {
          p.zigzag(2, 8, 28, 6, decks === 0 ? s.bridgeSpeedMmPerS : wall);
          decks++;
        }
        for (const x of [-27, 3]) p.box(x, -14, SPIKE_MM, SPIKE_MM, 2, wall);
      }
      const piece = (x: number, y: number, w: number, d: number, h: number, text: string, from = 0): Shape[] => [
        { view: 'plan', x, y, w, h: d, text },
        { view: 'elevation', x, y: from, w, h },
      ];
      return {
        bands: [],
        heightMm: p.zMm,
        solids: [
          ...[-27, 3].map((x) => solidBox(x, -14, SPIKE_MM, SPIKE_MM, SPIKE_HEIGHT_MM)),
          solidBox(22, -12, CUBE_MM, CUBE_MM, CUBE_HEIGHT_MM),
          solidBox(-26, 4, 10, 5, LEAN_HEIGHT_MM, { top: { x: -26, y: 4 + lean * LEAN_HEIGHT_MM, w: 10, d: 5 } }),
          ...[-9, 13].map((x) => solidBox(x, 8, 6, 6, DECK_FROM_MM)),
          solidBox(2, 8, 28, 6, DECK_FROM_MM + DECK_LAYERS * s.layerHeightMm, { fromMm: DECK_FROM_MM }),
          solidDisc(26, 11, RING_MM, RING_HEIGHT_MM),
          solidDisc(26, 11, HOLE_MM, RING_HEIGHT_MM, true),
          solidBox(6, 19, 20, s.lineWidthMm, THIN_HEIGHT_MM),
        ],
        shapes: [
          ...piece(-27, -14, SPIKE_MM, SPIKE_MM, SPIKE_HEIGHT_MM, ''),
          ...piece(3, -14, SPIKE_MM, SPIKE_MM, SPIKE_HEIGHT_MM, 'strings'),
          ...piece(22, -12, CUBE_MM, CUBE_MM, CUBE_HEIGHT_MM, 'cube'),
          ...piece(-26, 4 + LEAN_HEIGHT_MM / 2, 10, 5 + LEAN_HEIGHT_MM, LEAN_HEIGHT_MM, 'lean'),
          ...piece(-9, 8, 6, 6, DECK_FROM_MM, ''),
          ...piece(13, 8, 6, 6, DECK_FROM_MM, ''),
          ...piece(2, 8, 28, 6, 2 * s.layerHeightMm, 'bridge', DECK_FROM_MM),
          { view: 'plan', x: 26, y: 11, w: RING_MM, h: RING_MM, round: true, text: '' },
          { view: 'plan', x: 26, y: 11, w: HOLE_MM, h: HOLE_MM, round: true, text: 'hole' },
          { view: 'elevation', x: 26, y: 0, w: RING_MM, h: RING_HEIGHT_MM },
          ...piece(6, 19, 20, s.lineWidthMm, THIN_HEIGHT_MM, 'thin wall'),
        ],
      };
    }),
  table: referencePartTable,
  analyse: (readings, c: Conditions) => {
    const now = referencePlaces
      .map((f) => looksAt(f.key, readings))
      .filter((l) => l.length > 0)
      .map(mean);
    const prints = c.series ?? [];
    const last = prints[prints.length - 1];
    const first = prints[0];
    if (now.length < FEWEST_PLACES)
      return fail({
        code: 'tooFew',
        what: `${now.length} of ${referencePlaces.length} places are scored; ${FEWEST_PLACES} are needed`,
        todo: 'score the part',
      });
    const own = mean(now);
    const mass = readings.filter((r) => r.feature === 'massG').map((r) => r.value);
    const figures: [string, string][] = [
      ['mean score', `${own.toFixed(2)} of 5`],
      ...(mass.length > 0 ? [['mass', `${mean(mass).toFixed(2)} g`] as [string, string]] : []),
    ];
    const method = SERIES_METHOD;
    const chart = null;
    const proven = [] as const;
    if (!last || !first)
      return succeed({
        method,
        chart,
        proven,
        measurableChange: false,
        sentence: 'The first print of its series: the next one is set against it.',
        warnings: [],
        figures,
      });
    const step = analyseStep(pairsOf(last.readings, readings));
    if (!step.ok) return step;
    const { better, worse, same, pValue, meanChange, interval, verdict } = step.value;
    const whole = prints.length > 1 ? analyseStep(pairsOf(first.readings, readings)) : null;
    const changes = last.changedSince;
    const what =
      changes.length === 0
        ? 'Nothing that the records hold was changed.'
        : changes.length === 1
          ? `The one change: ${changes[0]}.`
          : `${changes.length} things were changed: ${changes.join('; ')}.`;
    return succeed({
      method,
      chart,
      proven,
      measurableChange: verdict !== 'no sure difference',
      sentence: `${verdict === 'better' ? 'Better' : verdict === 'worse' ? 'Worse' : 'No sure difference'} than ${last.name}: ${better} better, ${worse} worse, ${same} alike. ${what}`,
      warnings: [
        ...(changes.length > 1
          ? ['With more than one change it cannot be said which of them did it; change one thing at a time.']
          : []),
        ...(changes.length === 0 && verdict !== 'no sure difference'
          ? ['A difference without a change on record: look at spool, draught and the machine itself.']
          : []),
      ],
      figures: [
        ...figures,
        [`since ${last.name}`, `${signed(meanChange)} (${signed(interval[0])} to ${signed(interval[1])})`],
        ['by chance alone', `p = ${pValue.toFixed(3)}`],
        ...(whole?.ok
          ? [
              [
                `since ${first.name}`,
                `${signed(whole.value.meanChange)}, ${whole.value.better} better, ${whole.value.worse} worse, p = ${whole.value.pValue.toFixed(3)}`,
              ] as [string, string],
            ]
          : []),
      ],
    });
  },
});
