import { defineRecipeRule } from './define.ts';

export const abrasiveOnSoft = defineRecipeRule({
  id: 'abrasive-on-soft',
  about: 'recipe',
  technology: 'filament',
  title: 'Abrasive filament runs through a hard nozzle',
  why: 'A brass bore grows within a spool of fibre-filled filament.',
  source: 'common practice, no published source',
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
  examples: {
    passes: [{ says: 'on a hard one', change: { values: { abrasive: true } } }],
    fails: [{ says: 'on brass', change: { values: { abrasive: true, nozzleMaterial: 'brass' } } }],
  },
});
