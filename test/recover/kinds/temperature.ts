import { type FilamentKind } from '../../../src/areas/trials/kinds/define.ts';
import { filamentKinds } from '../../../src/areas/trials/kinds/index.ts';
import { figureAt } from '../../../standins/instruments/bench.ts';
import { settings, values, type Trialled } from '../recover.ts';
import { proven } from '../known.ts';
import { anyFigure, type KindCases } from '../kindCases.ts';

/** Best set temperature of a machine by its own noise-free responses, to a tenth of a degree. */
function bestHeat(kind: FilamentKind, t: Trialled): number {
  const steps = Array.from({ length: 101 }, (_, i) => 220 + i * 0.5);
  const plain = (c: number, f: string): number =>
    figureAt({ laid: [{ nozzleC: c } as never], travels: [], strands: [], bedC: settings.bedC, layerZ: [] }, t.truth, {
      kind: 'temperature',
      band: 1,
      feature: f,
      repeat: 1,
    })!;
  const r = kind.analyse(
    steps.flatMap((c, i) =>
      kind.features.map((f) => ({ band: i + 1, feature: f.key, repeat: 1, value: Math.max(0, plain(c, f.key)) })),
    ),
    { values, params: {}, bands: steps.map((value) => ({ value, fromMm: 0, toMm: 0 })) },
  );
  if (!r.ok) throw new Error(r.failure.what);
  return r.value.chart!.points.reduce((a, b) => (b.y > a.y ? b : a)).x;
}

export const cases: KindCases = {
  kind: 'temperature',
  table: {
    csv: `nozzle_c,strings,sag_mm,strength_n\n${[190, 200, 210, 220, 230].map((t) => `${t},${Math.max(0, (t - 210) / 2)},${0.1 + Math.max(0, t - 210) * 0.02},${60 - Math.max(0, 210 - t)}`).join('\n')}`,
    gives: {
      value: anyFigure,
      range: [anyFigure, anyFigure],
      plateau: [anyFigure, anyFigure],
    },
  },
  recovers: [
    {
      of: 'best temperature',
      unit: '°C',
      truth: (t) =>
        bestHeat(
          filamentKinds.find((k) => k.key === 'temperature')!,
          t,
        ),
      interval: (t) => proven(t, 'nozzleC'),
      knownSd: null,
    },
  ],
};
