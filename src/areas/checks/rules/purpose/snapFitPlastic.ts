import { defineRule } from '../define.ts';
import { soundJob } from '../sound.ts';

/** Plastics whose hooks break at the second closing. Common practice, no source. */
const BRITTLE = ['PLA', 'PVA'];

export const snapFitPlastic = defineRule({
  id: 'snap-fit-plastic',
  bites: 'before start',
  title: 'What snaps shut is of a tough plastic',
  why: 'A brittle hook breaks when it is bent for the second time.',
  source: 'Common practice, no source',
  find: ({ sheet }) => {
    if (sheet.job.purpose !== 'snap fit') return [];
    const { family } = sheet.recipe;
    if (!family) return { missing: 'the material has no family' };
    if (!BRITTLE.includes(family)) return [];
    return [
      {
        severity: 'caution',
        title: 'Hooks of this plastic break',
        figure: family,
        limit: `not ${BRITTLE.join(' or ')}`,
        origin: 'purpose: snap fit',
        fix: 'choose PETG, ASA, ABS or PA, or make the hook longer and thinner',
      },
    ];
  },
  examples: {
    passes: [{ says: 'of ASA', input: soundJob({ job: { purpose: 'snap fit' }, recipe: { family: 'ASA' } }) }],
    fails: [{ says: 'of PLA', input: soundJob({ job: { purpose: 'snap fit' }, recipe: { family: 'PLA' } }) }],
  },
});
