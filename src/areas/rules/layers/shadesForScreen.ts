import { numberOf } from '../../library/settings/define.ts';
import { defineRule } from '../define.ts';

export const shadesForScreen = defineRule({
  id: 'shades-for-screen',
  stage: 'body',
  technology: 'resin',
  title: 'The screen can show every grey of the pictures',
  why: 'Greys finer than the screen tells apart are rounded: edges come out in steps where the pictures had none.',
  source: 'Greys counted over all pictures against n² − 1 between dark and full for n samples a side',
  layers: {
    reads: ['shades'],
    find: ({ shades }, { recipe }) => {
      const most = numberOf(recipe.values ?? {}, 'samplesPerPixelMost');
      if (most === null) return { needs: 'how many shades the printer can show' };
      return shades.between < most ** 2
        ? []
        : [
            {
              severity: 'caution',
              title: 'The pictures have more greys than the screen shows',
              figure: `${shades.between} greys between dark and full`,
              limit: `${most ** 2 - 1}`,
              origin: 'printer profile',
              fix: `draw them with at most ${most} samples a side`,
            },
          ];
    },
  },
});
