import { DISC_PLACES, readPlate, type Disc, type PlatePattern } from '../../../../core/resin/platePattern.ts';
import { fail, succeed, type Result } from '../../../../core/result/result.ts';
import { defineResinKind, type Feature, type ReadingOf, type Shape } from '../define.ts';
import { inLayers, programOf } from '../plateOf.ts';
import { plateTable } from './table.ts';

const METHOD = { name: 'pattern of nine discs: all, one side (F test of a plane), scattered', version: 1 } as const;
const DISC_MM = 16;
const HEIGHT_MM = 1;
const EDGE_MM = 4;
/** A step of the bottom exposure up or down (common practice, no source). */
const STEP = 1.2;
/** Share of the bottom exposure either side that counts as proven (the farm's tolerance; common practice, no source). */
const TOLERANCE = 0.15;
const disc = (n: number): Feature => ({
  key: `disc ${n}`,
  label: `disc ${n}`,
  quantity: 'count',
  range: [0, 2],
  unit: '0–2',
  instrument: 'eye',
  resolution: 1,
  repeats: 1,
  how: `disc ${n}: 2 stuck, 1 its edge lifted, 0 lost`,
});
const removal: Feature = {
  key: 'removal',
  label: 'removal',
  quantity: 'score',
  range: [1, 3],
  unit: '1–3',
  instrument: 'hand',
  resolution: 1,
  repeats: 1,
  how: 'how those that stuck came off: 1 easily, 2 firmly, 3 only with a tool',
};

/** What nine outcomes by place say. */
export const patternOf = (readings: readonly ReadingOf[]): Result<PlatePattern> =>
  readPlate(
    readings.flatMap((r): Disc[] => {
      const place = r.feature.startsWith('disc ') ? DISC_PLACES[Number(r.feature.slice(5)) - 1] : undefined;
      return place ? [{ x: place[0], y: place[1], outcome: r.value as Disc['outcome'] }] : [];
    }),
    readings.find((r) => r.feature === 'removal')?.value ?? null,
  );

/** Nine numbered discs over the whole plate at the bottom exposure: how they hold, and where, tells level from light. */
export const plate = defineResinKind({
  key: 'plate',
  label: 'Plate',
  question: 'Does the plate of {machine} hold, everywhere alike?',
  proves: ['exposureBottomS'],
  after: [],
  validDays: 90,
  help: 'Nine discs, three by three over the plate, printed at the bottom exposure. All lost wants more light; lost towards one side wants levelling, not light; a few lost among many that hold want a look at screen and film; all held so firmly that only a tool takes them off wants less light.',
  axis: null,
  again: 'reading',
  reading: 'say of every disc how it came out, and how hard those that stuck came off',
  features: [...DISC_PLACES.map((_, i) => disc(i + 1)), removal],
  needs: ['exposureBottomS', 'resinLayerMm'],
  bandsFor: () => succeed([]),
  plate: (s) => {
    const reach = [0, 1].map((axis) => (s.roomMm[axis]! - DISC_MM) / 2 - EDGE_MM) as [number, number];
    if (Math.min(...reach) < DISC_MM)
      return fail({
        code: 'noRoom',
        what: 'Nine discs have no room on this plate',
        todo: 'this printer is too small for it',
      });
    const topMm = inLayers(HEIGHT_MM, s.layerMm);
    const at = DISC_PLACES.map(([x, y]) => [x * reach[0], y * reach[1]] as const);
    return succeed({
      programs: [
        programOf(
          s,
          [
            {
              exposureS: s.exposureS,
              solids: at.map(([x, y]) => ({ shape: 'disc', x, y, w: DISC_MM, d: DISC_MM, fromMm: 0, toMm: topMm })),
            },
          ],
          at.map(([x, y], i) => ({ band: 1, feature: `disc ${i + 1}`, x, y, zMm: s.layerMm / 2, along: 'x' as const })),
        ),
      ],
      sizeMm: [2 * reach[0] + DISC_MM, 2 * reach[1] + DISC_MM, topMm],
      bands: [],
      shapes: at.map(([x, y], i): Shape => ({
        view: 'plan',
        x,
        y,
        w: DISC_MM,
        h: DISC_MM,
        round: true,
        text: String(i + 1),
      })),
      params: {},
    });
  },
  table: plateTable,
  analyse: (readings, c) => {
    const read = patternOf(readings);
    if (!read.ok) return read;
    const { says, side, leanShare } = read.value;
    const now = c.values['exposureBottomS']!;
    const longer = Number((now * STEP).toFixed(1));
    const shorter = Number((now / STEP).toFixed(1));
    const sentence = {
      fine: `The plate holds everywhere at ${now} s and lets go.`,
      shorter: `Everything holds too firmly: try ${shorter} s at the bottom.`,
      longer: `Hardly anything holds: try ${longer} s at the bottom.`,
      level: `The ${side ?? ''} side does not hold: level the plate there. More light would not mend it.`,
      'screen or film': 'A few lost among many that hold: look at screen and film under these places.',
      unclear: 'The pattern says nothing for sure: print the plate once more.',
    }[says];
    return succeed({
      method: METHOD,
      measurableChange: says !== 'fine',
      proven:
        says === 'fine'
          ? [
              {
                setting: 'exposureBottomS',
                value: now,
                interval: [now / STEP, now * STEP],
                range: {
                  min: Number((now * (1 - TOLERANCE)).toFixed(1)),
                  max: Number((now * (1 + TOLERANCE)).toFixed(1)),
                  minEnd: 'notTriedBeyond',
                  maxEnd: 'notTriedBeyond',
                },
              },
            ]
          : [],
      sentence,
      warnings: says === 'fine' ? [] : ['Nothing is proven by this plate.'],
      figures: [
        ['reading', says],
        [
          'stuck',
          `${readings.filter((r) => r.feature.startsWith('disc ') && r.value === 2).length} of ${DISC_PLACES.length}`,
        ],
        ['a lean explains', `${(100 * leanShare).toFixed(0)} %`],
        ['bottom exposure', `${now} s`],
      ],
      chart: null,
    });
  },
});
