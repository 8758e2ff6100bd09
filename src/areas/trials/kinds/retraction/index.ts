import { fail, succeed } from '../../../../core/result/result.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { numberOf } from '../../../library/settings/define.ts';
import { defineKind, meanByBand } from '../define.ts';
import { layTwoPosts } from './posts.ts';
import { decay } from '../../../../core/fitting/nonlinear.ts';
import { analyseRetraction, FEWEST_DISTANCES, RETRACTION_METHOD } from './analysis.ts';
import { retractionTable } from './table.ts';

const BANDS = 9;
const ROUNDING_MM = 0.05;

/** Two posts with a travel between them on every layer, one distance per band, the shortest at the bottom. */
export const retraction = defineKind({
  key: 'retraction',
  label: 'Retraction',
  colouredBy: { key: 'retractedMm', label: 'retraction', quantity: 'length', isOfTravel: true },
  question: 'How far must {machine} retract this material?',
  proves: ['retractionMm'],
  after: ['temperature'],
  validDays: 120,
  help: 'Two posts and a travel between them on every layer. Hairs between the posts are counted band by band; where the curve falls to the accepted count is the shortest distance that serves. A gap in a post where a travel ended is the other end.',
  axis: { label: 'distance', quantity: 'length', lowest: 0, highest: 15, fewest: FEWEST_DISTANCES, most: 12 },
  reading: 'count hairs between the posts, and thin places where a line begins',
  features: [
    {
      key: 'strings',
      label: 'strings',
      quantity: 'count',
      range: [0, 300],
      unit: '',
      instrument: 'eye',
      resolution: 1,
      repeats: 1,
      how: 'count hairs between the posts',
      look: 'strings',
    },
    {
      key: 'gaps',
      label: 'gaps',
      quantity: 'count',
      range: [0, 100],
      unit: '',
      instrument: 'eye',
      resolution: 1,
      repeats: 1,
      how: 'count thin places where a line begins',
      isOptional: true,
      look: 'gaps',
    },
  ],
  options: [{ key: 'accepted', label: 'strings accepted per band', choices: [0.5, 1, 2, 3, 5], default: 1 }],
  needs: ['retractionMm', 'nozzleC'],
  bandsFor: (v) => {
    if (v['firmwareRetract'] === true)
      return fail({
        code: 'firmware',
        what: 'This machine retracts by itself: its distance cannot be tried by file',
        todo: 'set the distance at the machine, or switch that off in the printer profile',
      });
    const now = numberOf(v, 'retractionMm') ?? 1;
    const top = Math.max(2, Math.ceil(now * 2 * 5) / 5);
    const step = Math.ceil((top / (BANDS - 1)) * 20) / 20;
    return succeed(Array.from({ length: BANDS }, (_, i) => Number((i * step).toFixed(3))));
  },
  coupon: (s, bands) => {
    if (s.dialect.firmwareRetract)
      return fail({
        code: 'firmware',
        what: 'This machine retracts by itself',
        todo: 'set the distance at the machine',
      });
    return layTwoPosts({ ...s, retractionMm: bands[0]! }, bands, {
      labelOf: (mm) => String(Math.round(mm * 10)).padStart(2, '0'),
      set: (path, mm) => path.set({ retractionMm: mm }),
    });
  },
  table: retractionTable,
  analyse: (readings, c) => {
    const accepted = c.params['accepted'] ?? 1;
    const gaps = meanByBand(readings, 'gaps', c.bands.length);
    const fit = analyseRetraction(
      c.bands.flatMap((b, i) =>
        readings
          .filter((r) => r.band === i + 1 && r.feature === 'strings')
          .map((r) => ({ distanceMm: b.value, strings: r.value, gaps: gaps[i] ?? undefined })),
      ),
      accepted,
    );
    if (!fit.ok) return fit;
    const { value, interval, range, parameters, bestAtEnd, doubt } = fit.value;
    const before = c.values['retractionMm']!;
    const chosen = Math.min(
      range.max,
      Math.max(range.min, Math.ceil(Math.min(interval[1], range.max) / ROUNDING_MM - 1e-9) * ROUNDING_MM),
    );
    const measurableChange = before < interval[0] || before > Math.max(range.max, interval[1]) || before > chosen + 0.3;
    const last = c.bands[c.bands.length - 1]!.value;
    const step = last / (c.bands.length - 1);
    const onward =
      bestAtEnd === 'last'
        ? Array.from({ length: 7 }, (_, i) => Number((last - 2 * step + i * step).toFixed(3)))
        : undefined;
    return succeed({
      method: RETRACTION_METHOD,
      measurableChange,
      proven: [
        measurableChange
          ? { setting: 'retractionMm', value: Number(chosen.toFixed(3)), interval, range }
          : // what is kept is what is proven: it may lie a little below where the strings seem to end
            { setting: 'retractionMm', value: before, interval, range: { ...range, min: Math.min(range.min, before) } },
      ],
      sentence: measurableChange
        ? `${formatFigure(chosen, 'length', 2)} mm is the shortest retraction that surely leaves no more than ${accepted} ${accepted === 1 ? 'string' : 'strings'}; ${before} mm ${before < value ? 'leaves more' : 'is longer than needed'}.`
        : `No measurable change: ${before} mm serves, the strings end near ${formatFigure(value, 'length', 2)} mm.`,
      warnings: [
        ...(doubt ? [doubt] : []),
        ...(bestAtEnd === 'last'
          ? [`The strings end only at the last band: extend to ${onward![onward!.length - 1]} mm.`]
          : []),
        `Holds at ${c.values['nozzleC'] ?? '?'} °C: hotter material needs more.`,
      ],
      extendTo: onward,
      figures: [
        ['strings end at', `${formatFigure(value, 'length', 2)} mm`],
        ['95 % interval', `${formatFigure(interval[0], 'length', 2)} to ${formatFigure(interval[1], 'length', 2)} mm`],
        ['allowed', `${formatFigure(range.min, 'length', 2)} to ${formatFigure(range.max, 'length', 2)} mm`],
        ['accepted strings', String(accepted)],
        ['printed with', `${before} mm`],
      ],
      chart: {
        xLabel: 'distance, mm',
        yLabel: 'strings',
        points: c.bands.flatMap((b, i) =>
          readings.filter((r) => r.band === i + 1 && r.feature === 'strings').map((r) => ({ x: b.value, y: r.value })),
        ),
        ...(!doubt && {
          curve: Array.from({ length: 41 }, (_, i) => {
            const x = (last * i) / 40;
            return [x, decay(x, parameters).value] as const;
          }),
        }),
        interval,
        best: chosen,
        level: accepted,
      },
    });
  },
});
