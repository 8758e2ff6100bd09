import { fail, succeed } from '../../../../core/result/result.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { numberOf } from '../../../library/settings/define.ts';
import { labelRow, generateCoupon, layTower, layersPerBand, solidBox } from '../couponOf.ts';
import { bandsRound, defineKind, meanByBand, type Shape } from '../define.ts';
import { analyseTemperature, FEWEST_BANDS, TEMPERATURE_METHOD, type TemperatureBand } from './analysis.ts';
import { temperatureTable } from './table.ts';

const STEP_C = 5;
const BANDS = 7;
const BAND_MM = 8;
const COLUMN_MM = 14;
const DEPTH_MM = 10;
const SPAN_MM = 20;
const TAB_MM = 6;
const DECK_LAYERS = 2;
const SMALL_NOZZLE_MM = 0.35;
const SMALLER_HOTTER_C = 10; // a smaller nozzle runs about 10 °C hotter: common practice, no source

/** Two columns joined by a bridge in every band, a break-off tab on the right one; the temperature falls from the bottom up. */
export const temperature = defineKind({
  key: 'temperature',
  label: 'Temperature',
  colouredBy: { key: 'nozzleC', label: 'nozzle', quantity: 'temperature' },
  question: 'How hot does {machine} want this material?',
  proves: ['nozzleC'],
  after: [],
  validDays: 180,
  help: 'A tower with one temperature per band. Strings between the columns, sag of the bridge, force at which the tab breaks and the look of the face are weighed together; the hottest band is at the bottom.',
  axis: { label: 'nozzle', quantity: 'temperature', lowest: 150, highest: 450, fewest: FEWEST_BANDS, most: 12 },
  reading: 'count hairs, measure how far each bridge hangs, pull each tab until it parts',
  features: [
    {
      key: 'strings',
      label: 'strings',
      quantity: 'count',
      range: [0, 200],
      unit: '',
      instrument: 'eye',
      resolution: 1,
      repeats: 1,
      how: 'count hairs between the two columns',
      look: 'strings',
    },
    {
      key: 'sagMm',
      label: 'sag',
      quantity: 'length',
      range: [0, 10],
      unit: 'mm',
      instrument: 'calliper 0.01 mm',
      resolution: 0.01,
      repeats: 1,
      how: 'how far the middle of the bridge hangs',
      look: 'sag',
    },
    {
      key: 'strengthN',
      label: 'tab breaks at',
      quantity: 'force',
      range: [0, 500],
      unit: 'N',
      instrument: 'pull scale 0.5 N',
      resolution: 0.5,
      repeats: 1,
      how: 'pull the tab upward until it parts',
    },
    {
      key: 'surface',
      label: 'face',
      quantity: 'score',
      range: [1, 5],
      unit: '1–5',
      instrument: 'eye',
      resolution: 1,
      repeats: 1,
      how: '5 even and matt, 1 burnt or gappy',
      isOptional: true,
      look: 'blotches',
    },
  ],
  options: (['strings', 'sag', 'strength', 'surface'] as const).map((key) => ({
    key: `weight ${key}`,
    label: `weight of ${key}`,
    choices: [0, 1, 2, 3],
    default: 1,
  })),
  needs: ['nozzleC'],
  bandsFor: (v, limits) => {
    const now = numberOf(v, 'nozzleC');
    const nozzle = numberOf(v, 'nozzleDiameterMm');
    if (now === null)
      return fail({
        code: 'noValue',
        what: 'There is no nozzle temperature to start from',
        todo: 'set one in the material',
      });
    const hardware = limits.hardware['nozzleC']?.[1] ?? 450;
    const supplier = limits.supplier['nozzleC'];
    const small = nozzle !== null && nozzle < SMALL_NOZZLE_MM ? SMALLER_HOTTER_C : 0;
    const low = supplier ? supplier[0] - 2 * STEP_C : 150;
    const high = Math.min(hardware, supplier ? supplier[1] + STEP_C + small : 450);
    const bands = bandsRound(now + small, STEP_C, BANDS, low, high);
    return bands
      ? succeed([...bands].reverse())
      : fail({
          code: 'noRoom',
          what: `Between ${low} and ${high} °C there is no room for three bands`,
          todo: 'look at the tool’s highest temperature and the material’s range',
        });
  },
  coupon: (s, bands) => {
    const layers = layersPerBand(s, BAND_MM);
    const left = -(SPAN_MM + COLUMN_MM) / 2;
    const right = -left;
    const width = SPAN_MM + 2 * COLUMN_MM;
    return generateCoupon(
      { ...s, nozzleFirstC: bands[0]!, nozzleC: bands[0]! },
      [width + 2, DEPTH_MM + 2 + TAB_MM],
      (p) => {
        const shapes: Shape[] = [
          { view: 'plan', x: left, y: 0, w: COLUMN_MM, h: DEPTH_MM },
          { view: 'plan', x: right, y: 0, w: COLUMN_MM, h: DEPTH_MM },
          { view: 'plan', x: 0, y: 0, w: SPAN_MM, h: DEPTH_MM },
        ];
        const laid = layTower(
          p,
          bands,
          layers,
          (c, index) => {
            if (index > 0) p.nozzle(c);
          },
          (index, k) => {
            const isDeck = k >= layers - DECK_LAYERS;
            const speed = s.wallSpeedMmPerS;
            if (isDeck) {
              // lines along X carry across the gap
              p.zigzag(0, 0, width, DEPTH_MM, k === layers - DECK_LAYERS ? s.bridgeSpeedMmPerS : speed);
            } else {
              p.labelledBox(
                left,
                0,
                COLUMN_MM,
                DEPTH_MM,
                formatFigure(bands[index]!, 'temperature'),
                labelRow(k, layers),
                speed,
              );
              p.box(right, 0, COLUMN_MM, DEPTH_MM, 2, speed);
              if (k > layers / 3 && k < layers / 2)
                p.box(right, DEPTH_MM / 2 + TAB_MM / 2 - s.lineWidthMm, TAB_MM, TAB_MM, 1, speed);
            }
          },
        );
        for (const [i, b] of laid.entries())
          shapes.push(
            {
              view: 'elevation',
              x: left,
              y: b.fromMm,
              w: COLUMN_MM,
              h: b.toMm - b.fromMm,
              band: i + 1,
              text: `${b.value} °C`,
            },
            { view: 'elevation', x: right, y: b.fromMm, w: COLUMN_MM, h: b.toMm - b.fromMm, band: i + 1 },
            {
              view: 'elevation',
              x: 0,
              y: b.toMm - DECK_LAYERS * s.layerHeightMm,
              w: SPAN_MM,
              h: DECK_LAYERS * s.layerHeightMm,
              band: i + 1,
            },
          );
        const solids = laid.flatMap(({ fromMm, toMm }) => {
          const deckMm = toMm - DECK_LAYERS * s.layerHeightMm;
          const third = (deckMm - fromMm) / 3;
          return [
            solidBox(left, 0, COLUMN_MM, DEPTH_MM, toMm, { fromMm }),
            solidBox(right, 0, COLUMN_MM, DEPTH_MM, toMm, { fromMm }),
            solidBox(right, (DEPTH_MM + TAB_MM) / 2 - s.lineWidthMm, TAB_MM, TAB_MM, fromMm + 1.5 * third, {
              fromMm: fromMm + third,
            }),
            solidBox(0, 0, SPAN_MM, DEPTH_MM, toMm, { fromMm: deckMm }),
          ];
        });
        return { bands: laid, shapes, solids };
      },
    );
  },
  table: temperatureTable,
  analyse: (readings, c) => {
    const by = (key: string) => meanByBand(readings, key, c.bands.length);
    const [strings, sag, strength, surface] = [by('strings'), by('sagMm'), by('strengthN'), by('surface')];
    const full = c.bands.flatMap((b, i): TemperatureBand[] =>
      strings[i] !== null && sag[i] !== null && strength[i] !== null
        ? [
            {
              nozzleC: b.value,
              strings: strings[i]!,
              sagMm: sag[i]!,
              strengthN: strength[i]!,
              ...(surface.every((v) => v !== null) && { surface: surface[i]! }),
            },
          ]
        : [],
    );
    const w = (key: string): number => c.params[`weight ${key}`] ?? 1;
    const fit = analyseTemperature(full, {
      strings: w('strings'),
      sag: w('sag'),
      strength: w('strength'),
      surface: w('surface'),
    });
    if (!fit.ok) return fit;
    const { interval, range, desirability, plateau, bestAtEnd } = fit.value;
    const value = Math.round(fit.value.value);
    const before = c.values['nozzleC']!;
    const step = c.bands.length > 1 ? Math.abs(c.bands[1]!.value - c.bands[0]!.value) : STEP_C;
    const measurableChange = before < plateau[0] - step / 2 || before > plateau[1] + step / 2;
    const end = bestAtEnd === 'first' ? plateau[0] : bestAtEnd === 'last' ? plateau[1] : null;
    const onward =
      end === null
        ? undefined
        : Array.from(
            { length: Math.min(5, BANDS) },
            (_, i) => end + (bestAtEnd === 'first' ? -1 : 1) * (i - 1) * step,
          ).sort((a, b) => b - a);
    return succeed({
      method: TEMPERATURE_METHOD,
      measurableChange,
      proven: [{ setting: 'nozzleC', value: measurableChange ? value : before, interval, range }],
      sentence: measurableChange
        ? `${value} °C is best on the whole; ${before} °C lies outside the plateau of ${plateau[0]} to ${plateau[1]} °C.`
        : `No measurable change: ${before} °C lies on the plateau of ${plateau[0]} to ${plateau[1]} °C.`,
      warnings:
        end === null
          ? []
          : [
              `The best band is the ${end === Math.max(...c.bands.map((b) => b.value)) ? 'hottest' : 'coolest'}: the range did not reach the optimum. Extend it to ${onward![bestAtEnd === 'first' ? onward!.length - 1 : 0]} °C.`,
            ],
      extendTo: onward,
      figures: [
        ['best on the whole', `${value} °C`],
        ['plateau', `${plateau[0]} to ${plateau[1]} °C`],
        ['acceptable', `${range.min} to ${range.max} °C`],
        ['printed with', `${before} °C`],
      ],
      chart: {
        xLabel: 'nozzle °C',
        yLabel: 'desirability',
        points: desirability.map(([x, y]) => ({ x, y })),
        curve: desirability.map(([x, y]) => [x, y] as const),
        interval: plateau,
        best: value,
        level: 0.4,
      },
    });
  },
});
