import { fail, succeed } from '../../../../core/result/result.ts';
import type { CouponPath } from '../../../../core/toolpath/couponPath.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { numberOf } from '../../../library/settings/define.ts';
import { generateCoupon } from '../couponOf.ts';
import { defineKind, type Feature, type Proven, type Shape } from '../define.ts';
import { analyseHeadOffset, HEAD_OFFSET_METHOD } from './analysis.ts';
import { headOffsetTable } from './table.ts';

const TEETH = 5;
const PITCH_MM = 3;
const STEP_MM = 0.1;
const TOOTH_MM = 8;
const LONG_MM = 11;
const TOLERANCE_MM = 0.08;
const comb = (axis: 'x' | 'y'): Feature => ({
  key: `tooth ${axis}`,
  label: `comb ${axis.toUpperCase()}`,
  quantity: 'count',
  range: [-TEETH, TEETH],
  unit: 'tooth',
  instrument: 'loupe',
  resolution: 0.5,
  repeats: 4,
  how: `tooth of the ${axis.toUpperCase()} comb whose two halves meet best; the longest is 0, ${axis === 'x' ? 'right' : 'back'} is plus, a half stands between two`,
});

/** Two combs of unlike pitch, one by each head: the tooth that meets tells the offset like a vernier. */
export const headOffset = defineKind({
  key: 'head-offset',
  label: 'Head offset',
  question: 'How far apart are the heads of {machine}?',
  proves: ['headOffsetXMm', 'headOffsetYMm'],
  after: ['first-layer', 'flow'],
  validDays: 365,
  help: 'Each head prints half of two combs whose pitches differ by a tenth of a millimetre. Where the halves meet says how far the second head stands off, in X and in Y, like the scale of a calliper.',
  axis: null,
  again: 'reading',
  reading: 'for each comb the tooth whose halves meet best, four times, best by two people',
  wantedAt: () => 0,
  features: [comb('x'), comb('y')],
  heads: 2,
  needs: [],
  bandsFor: (v) =>
    (numberOf(v, 'heads') ?? 1) >= 2
      ? succeed([])
      : fail({
          code: 'oneHead',
          what: 'This machine has one head',
          todo: 'if it has two, say so in the printer profile',
        }),
  coupon: (s) => {
    if (s.heads < 2)
      return fail({ code: 'oneHead', what: 'This machine has one head', todo: 'this trial is not for it' });
    const across = 2 * TEETH * PITCH_MM + 8;
    const size: readonly [number, number] = [across + 2 * LONG_MM + 10, across + 2];
    const lines = (p: CouponPath, pitch: number, side: 1 | -1): void => {
      for (let t = -TEETH; t <= TEETH; t++) {
        const long = t === 0 ? LONG_MM : TOOTH_MM;
        const at = t * pitch;
        p.travel(-LONG_MM - 2 + at, side * 0.6);
        p.lineTo(-LONG_MM - 2 + at, side * long, s.wallSpeedMmPerS); // comb X: teeth along Y
        p.travel(LONG_MM + 10 + side * 0.6, at);
        p.lineTo(LONG_MM + 10 + side * long, at, s.wallSpeedMmPerS); // comb Y: teeth along X
      }
    };
    return generateCoupon(s, size, (p) => {
      p.layer();
      p.skirt();
      lines(p, PITCH_MM, -1);
      p.head(1);
      lines(p, PITCH_MM + STEP_MM, 1);
      const shapes: Shape[] = [
        { view: 'plan', x: -LONG_MM - 2, y: -TOOTH_MM / 2, w: 2 * TEETH * PITCH_MM, h: TOOTH_MM, text: 'X, head 1' },
        {
          view: 'plan',
          x: -LONG_MM - 2,
          y: TOOTH_MM / 2,
          w: 2 * TEETH * (PITCH_MM + STEP_MM),
          h: TOOTH_MM,
          text: 'X, head 2',
        },
        { view: 'plan', x: LONG_MM + 10 - TOOTH_MM / 2, y: 0, w: TOOTH_MM, h: 2 * TEETH * PITCH_MM, text: 'Y, 1' },
        {
          view: 'plan',
          x: LONG_MM + 10 + TOOTH_MM / 2,
          y: 0,
          w: TOOTH_MM,
          h: 2 * TEETH * (PITCH_MM + STEP_MM),
          text: 'Y, 2',
        },
        { view: 'elevation', x: 0, y: 0, w: size[0], h: Math.max(0.6, p.zMm) },
      ];
      return { bands: [], shapes, params: { stepMm: STEP_MM, teeth: TEETH } };
    });
  },
  table: headOffsetTable,
  analyse: (readings, c) => {
    const fit = analyseHeadOffset(
      readings.map((r) => ({ axis: r.feature === 'tooth x' ? 'x' : 'y', tooth: r.value })),
      c.params['stepMm'] ?? STEP_MM,
      c.params['teeth'] ?? TEETH,
    );
    if (!fit.ok) return fit;
    const { x, y } = fit.value;
    if (!x || !y) return fail({ code: 'tooFew', what: 'Both combs are needed', todo: `read comb ${x ? 'Y' : 'X'}` });
    const mm = (v: number): string => `${formatFigure(v, 'length')} mm`;
    const axes = (
      [
        ['X', 'headOffsetXMm', x],
        ['Y', 'headOffsetYMm', y],
      ] as const
    ).map(([name, key, f]) => {
      const before = c.values[key] ?? 0;
      const is = f.interval[0] > 0 || f.interval[1] < 0;
      const value = Number((is ? before + f.offsetMm : before).toFixed(3));
      return { name, key, f, before, is, value };
    });
    return succeed({
      method: HEAD_OFFSET_METHOD,
      measurableChange: axes.some((a) => a.is),
      proven: axes.map(({ key, f, before, value }): Proven => ({
        setting: key,
        value,
        interval: [before + f.interval[0], before + f.interval[1]],
        range: {
          min: Number((value - TOLERANCE_MM).toFixed(3)),
          max: Number((value + TOLERANCE_MM).toFixed(3)),
          minEnd: 'notTriedBeyond',
          maxEnd: 'notTriedBeyond',
        },
      })),
      sentence: axes.some((a) => a.is)
        ? `The second head wants ${axes
            .filter((a) => a.is)
            .map((a) => `${a.name} ${a.f.offsetMm > 0 ? '+' : ''}${mm(a.f.offsetMm)}`)
            .join(' and ')} more.`
        : 'No measurable change: both heads print at the same place.',
      warnings: axes
        .filter((a) => a.f.isAtEnd)
        .map((a) => `Comb ${a.name} meets only at its last tooth: accept, then print it again to see the rest.`),
      figures: axes.map(
        (a) =>
          [
            `offset ${a.name}`,
            `${mm(a.value)} (${formatFigure(a.before + a.f.interval[0], 'length')} to ${formatFigure(a.before + a.f.interval[1], 'length')})`,
          ] as const,
      ),
      chart: {
        xLabel: 'comb',
        yLabel: 'tooth',
        points: readings.map((r) => ({ x: r.feature === 'tooth x' ? 1 : 2, y: r.value, series: r.feature })),
        level: 0,
      },
    });
  },
});
