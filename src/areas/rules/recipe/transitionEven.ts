import { defineRule } from '../define.ts';

const MOST_STEPS = 4;

export const transitionEven = defineRule({
  id: 'transition-even',
  stage: 'before start',
  technology: 'resin',
  title: 'The exposure falls gently after the base',
  why: 'A large step leaves a ridge and sometimes a split.',
  source: 'step (Tb − Tn) / (N + 1); most 4 × normal: common practice, no source',
  recipe: {
    about: 'recipe',
    reads: ['transitionLayers', 'exposureS', 'exposureBottomS'],
    find: (r) => {
      const fall = r.number('exposureBottomS') - r.number('exposureS');
      const step = fall / (r.number('transitionLayers') + 1);
      const most = MOST_STEPS * r.number('exposureS');
      if (step <= most) return [];
      const layers = Math.ceil(fall / most) - 1;
      return [
        {
          severity: 'note',
          title: 'The exposure falls in large steps',
          figure: `${step.toFixed(1)} s a layer`,
          limit: `${most.toFixed(1)} s`,
          origin: 'common practice',
          fix: `${layers} transition layers`,
          change: { values: { transitionLayers: layers } },
        },
      ];
    },
  },
});
