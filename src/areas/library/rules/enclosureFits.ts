import { defineRecipeRule } from './define.ts';

export const enclosureFits = defineRecipeRule({
  id: 'enclosure-fits',
  about: 'recipe',
  technology: 'filament',
  title: 'The plastic gets the enclosure it wants',
  why: 'Styrenics split in a draught; soft plastics jam in the heat.',
  source: 'common practice, no published source',
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
  examples: {
    passes: [{ says: 'either will do', change: { values: { enclosureNeed: 'either', enclosure: false } } }],
    fails: [
      { says: 'an open frame', change: { values: { enclosure: false } } },
      { says: 'the lid left open', change: { machine: { lid: 'open' } } },
      { says: 'a plastic that wants air', change: { values: { enclosureNeed: 'open' } } },
    ],
  },
});
