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
  also: {
    'best at the low end': {
      csv: 'nozzle_c,strings,sag_mm,strength_n\n190,0,0.05,60\n200,3,0.3,58\n210,5,0.5,50\n220,9,0.9,40',
    },
    'best at the high end': {
      csv: 'nozzle_c,strings,sag_mm,strength_n\n190,9,0.9,20\n200,5,0.5,30\n210,3,0.3,45\n220,0,0.05,60',
    },
    'as good everywhere': {
      csv: 'nozzle_c,strings,sag_mm,strength_n\n190,0,0.05,60\n200,0,0.05,60\n210,0,0.05,60\n220,0,0.05,60',
    },
    'a plateau at the low end': {
      csv: 'nozzle_c,strings,sag_mm,strength_n\n190,0,0.05,60\n200,0,0.05,60\n210,3,0.3,50\n220,9,0.9,40',
    },
    'a plateau at the high end': {
      csv: 'nozzle_c,strings,sag_mm,strength_n\n190,9,0.9,20\n200,4,0.4,30\n210,0,0.05,60\n220,0,0.05,60',
    },
    'nearly as good at both ends': {
      csv: 'nozzle_c,strings,sag_mm,strength_n\n190,0.2,0.06,59\n200,0,0.05,60\n210,0.2,0.06,59\n220,0.1,0.05,60',
    },
    'nothing holds': {
      csv: 'nozzle_c,strings,sag_mm,strength_n\n190,900,40,0\n200,900,40,0\n210,900,40,0\n220,900,40,0',
    },
    'a surface scored': {
      csv: 'nozzle_c,strings,sag_mm,strength_n,surface\n190,0,0.05,60,2\n200,1,0.1,60,5\n210,2,0.2,55,4\n220,4,0.3,40,3',
    },
    'a surface scored here and there': {
      csv: 'nozzle_c,strings,sag_mm,strength_n,surface\n190,0,0.05,60,\n200,1,0.1,60,5\n210,2,0.2,55,\n220,4,0.3,40,3',
    },
    'two readings of a band': {
      csv: 'nozzle_c,strings,sag_mm,strength_n\n190,2,0.2,50\n190,0,0.1,60\n200,1,0.1,60\n200,1,0.1,58\n210,2,0.2,55\n210,3,0.2,50',
    },
    'two bands only': { csv: 'nozzle_c,strings,sag_mm,strength_n\n190,0,0.05,60\n200,1,0.1,60' },
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
