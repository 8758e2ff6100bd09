import { defineRule } from '../define.ts';

const DIRECT_MOST_MM = 3;
const REMOTE_LEAST_MM = 2;

export const retractionSuitsFeed = defineRule({
  id: 'retraction-suits-feed',
  stage: 'before start',
  title: 'The retraction suits the way the filament is fed',
  why: 'A drive on the tool needs little; through a tube the slack must be taken up first.',
  source: 'direct up to 3 mm, remote from 2 mm: common practice, no source',
  isOfHead: true,
  recipe: {
    about: 'recipe',
    reads: ['retractionMm', 'feedType'],
    find: (r) => {
      const mm = r.number('retractionMm');
      const isRemote = r.text('feedType') === 'remote';
      const limit = isRemote ? REMOTE_LEAST_MM : DIRECT_MOST_MM;
      if (r.input.proofs['retractionMm']?.state === 'proven' || (isRemote ? mm >= limit : mm <= limit)) return [];
      return [
        {
          severity: 'caution',
          title: `A ${isRemote ? 'short retraction through a tube' : 'long retraction on a drive that sits on the tool'}`,
          figure: r.show('retractionMm'),
          limit: `${isRemote ? 'at least' : 'at most'} ${r.show('retractionMm', limit)}`,
          origin: 'common practice',
          fix: `set ${r.show('retractionMm', limit)} or prove it`,
          change: { values: { retractionMm: limit } },
        },
      ];
    },
  },
});
