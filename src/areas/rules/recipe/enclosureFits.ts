import { defineRule } from '../define.ts';

export const enclosureFits = defineRule({
  id: 'enclosure-fits',
  stage: 'before start',
  title: 'The material gets the enclosure it needs',
  why: 'Styrenics split in a draught; soft materials jam in warm air.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['enclosureNeed', 'enclosure', 'family'],
    find: (r) => {
      const need = r.text('enclosureNeed');
      const closed = r.flag('enclosure') && r.input.machine?.lid !== 'open';
      if (need === 'either' || (need === 'closed') === closed) return [];
      const figure = !r.flag('enclosure') ? 'open frame' : closed ? 'closed' : 'lid open';
      const fix =
        need === 'closed' ? (r.flag('enclosure') ? 'close the lid' : 'choose an enclosed machine') : 'open the lid';
      return [
        {
          severity: 'caution',
          title:
            need === 'closed'
              ? `${r.text('family')} wants a closed machine`
              : `${r.text('family')} wants an open machine`,
          figure,
          limit: need,
          origin: 'material data',
          fix,
          change: { values: { enclosure: true }, machine: { lid: need === 'closed' ? 'closed' : 'open' } },
        },
      ];
    },
  },
});
