import { cureDepthMm, doseMjPerCm2, exposureForLayerS } from '../../../core/resin/dose.ts';
import { numberOf } from '../../library/settings/define.ts';
import { defineRule } from '../define.ts';

/** Layers that light may harden behind the one it is for (common practice, no source). */
const MOST_LAYERS = 6;

export const lightNotThrough = defineRule({
  id: 'light-not-through',
  stage: 'body',
  technology: 'resin',
  title: 'The light ends not far behind the layer',
  why: 'Light that reaches through many layers hardens resin in every hole and under every ledge above: they grow shut and thick.',
  source: 'Cd = Dp · ln(E / Ec), P. F. Jacobs 1992; six layers are common practice, no source',
  layers: {
    reads: ['normalS', 'layerMm'],
    find: ({ normalS, layerMm }, { recipe }) => {
      const n = (key: string): number | null => numberOf(recipe.values ?? {}, key);
      const [dp, ec, light] = [n('penetrationDepthMm'), n('criticalDoseMjPerCm2'), n('irradianceMwPerCm2')];
      if (dp === null || ec === null) return { needs: 'the working curve of the resin' };
      if (light === null) return { needs: 'the light of the screen' };
      const depth = cureDepthMm(doseMjPerCm2(light, normalS), dp, ec);
      const most = MOST_LAYERS * layerMm;
      return depth <= most
        ? []
        : [
            {
              severity: 'caution',
              title: 'The light hardens far more than a layer',
              figure: `${depth.toFixed(3)} mm deep, ${(depth / layerMm).toFixed(1)} layers`,
              limit: `${most.toFixed(3)} mm`,
              origin: 'working curve of the resin',
              fix: `expose for ${exposureForLayerS(most, 0, dp, ec, light).toFixed(2)} s or less`,
            },
          ];
    },
  },
});
