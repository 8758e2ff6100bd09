import { defineRule } from '../define.ts';

export const abrasiveOnSoft = defineRule({
  id: 'abrasive-on-soft',
  stage: 'before start',
  title: 'Abrasive filament runs through a hard nozzle',
  why: 'A brass nozzle widens within a spool of fibre-filled filament.',
  source: 'common practice, no published source',
  isOfHead: true,
  recipe: {
    about: 'recipe',
    reads: ['abrasive', 'nozzleMaterial'],
    find: (r) =>
      !r.flag('abrasive') || r.text('nozzleMaterial') !== 'brass'
        ? []
        : [
            {
              severity: 'blocker',
              title: 'Abrasive filament on a soft nozzle',
              figure: r.text('nozzleMaterial'),
              limit: 'hardened or tipped',
              origin: 'material data',
              fix: 'mount a hardened nozzle',
              change: { values: { nozzleMaterial: 'hardened steel' } },
            },
          ],
  },
});
