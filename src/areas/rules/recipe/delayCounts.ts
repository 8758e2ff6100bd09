import { defineRule } from '../define.ts';

const LONG = 2;

export const delayCounts = defineRule({
  id: 'delay-counts',
  stage: 'before start',
  technology: 'resin',
  title: 'An imported delay does what it says',
  why: 'Shorter than the motion it does nothing; far longer it wastes hours.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['importedDelayS', 'darkTimeS', 'delayCounting'],
    find: (r) => {
      const delay = r.number('importedDelayS');
      const motion = r.number('darkTimeS');
      if (r.text('delayCounting') !== 'from light-off') return [];
      if (delay < motion)
        return [
          {
            severity: 'note',
            title: 'The delay does nothing: the motion alone takes longer',
            figure: r.show('importedDelayS'),
            limit: r.show('darkTimeS'),
            origin: 'printer, counted from light-off',
            fix: `set ${r.show('importedDelayS', motion)} or leave it`,
            change: { values: { importedDelayS: motion } },
          },
        ];
      if (delay > LONG * motion)
        return [
          {
            severity: 'note',
            title: 'The delay is far longer than the motion',
            figure: `${r.show('importedDelayS')}, ${(((delay - motion) * 1000) / 3600).toFixed(1)} h in 1000 layers`,
            limit: r.show('darkTimeS'),
            origin: 'printer, counted from light-off',
            fix: `set ${r.show('importedDelayS', motion)}`,
            change: { values: { importedDelayS: motion } },
          },
        ];
      return [];
    },
  },
});
