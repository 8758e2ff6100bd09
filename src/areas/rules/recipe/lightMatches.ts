import { defineRule } from '../define.ts';

/** Starters take a band, not a line. Common practice, no source. */
const SLACK_NM = 10;

export const lightMatches = defineRule({
  id: 'light-matches',
  stage: 'before start',
  technology: 'resin',
  title: 'The screen shines what the resin takes',
  why: 'Another wavelength hardly cures it.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['wavelengthNm', 'screenWavelengthNm'],
    find: (r) =>
      Math.abs(r.number('wavelengthNm') - r.number('screenWavelengthNm')) <= SLACK_NM
        ? []
        : [
            {
              severity: 'blocker',
              title: 'The resin is for another light',
              figure: r.show('wavelengthNm'),
              limit: r.show('screenWavelengthNm'),
              origin: 'hardware, printer',
              fix: `use a resin for ${r.show('screenWavelengthNm')}`,
              change: { values: { wavelengthNm: r.number('screenWavelengthNm') } },
            },
          ],
  },
});
