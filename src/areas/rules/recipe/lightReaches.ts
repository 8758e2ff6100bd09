import { defineRule } from '../define.ts';

export const lightReaches = defineRule({
  id: 'light-reaches',
  stage: 'before start',
  technology: 'resin',
  title: 'The light reaches through the layer',
  why: 'A layer that is not cured through does not bind to the one above.',
  source: 'Cd = Dp · ln(E / Ec), P. F. Jacobs 1992',
  recipe: {
    about: 'recipe',
    reads: ['exposureS', 'irradianceMwPerCm2', 'penetrationDepthMm', 'criticalDoseMjPerCm2', 'resinLayerMm'],
    find: (r) => {
      const dp = r.number('penetrationDepthMm');
      const ec = r.number('criticalDoseMjPerCm2');
      const light = r.number('irradianceMwPerCm2');
      const h = r.number('resinLayerMm');
      const depth = dp * Math.log((light * r.number('exposureS')) / ec);
      const least = (ec / light) * Math.exp(h / dp);
      return depth >= h - 1e-9
        ? []
        : [
            {
              severity: 'blocker',
              title: 'The light does not reach through the layer',
              figure: `cures ${Math.max(0, depth).toFixed(3)} mm`,
              limit: r.show('resinLayerMm'),
              origin: 'working curve of the resin',
              fix: `expose at least ${least.toFixed(2)} s`,
              change: { values: { exposureS: least } },
            },
          ];
    },
  },
});
