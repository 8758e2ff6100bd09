import { defineRule } from '../define.ts';
import { soundJob } from '../sound.ts';

/** Plastics that bend again and again. Common practice, no source. */
const FLEXIBLE = ['TPU', 'TPE', 'PA', 'PP'];

export const flexiblePlastic = defineRule({
  id: 'flexible-plastic',
  bites: 'before start',
  title: 'What has to bend is of a plastic that bends',
  why: 'A stiff plastic breaks at the layer where it is bent.',
  source: 'Common practice, no source',
  find: ({ sheet }) => {
    if (sheet.job.purpose !== 'flexible') return [];
    const { family } = sheet.recipe;
    if (!family) return { missing: 'the material has no family' };
    if (FLEXIBLE.includes(family)) return [];
    return [
      {
        severity: 'caution',
        title: 'This plastic does not bend',
        figure: family,
        limit: FLEXIBLE.join(', '),
        origin: 'purpose: flexible',
        fix: 'choose a plastic that bends, or make the part thin where it bends',
      },
    ];
  },
  examples: {
    passes: [{ says: 'of TPU', input: soundJob({ job: { purpose: 'flexible' }, recipe: { family: 'TPU' } }) }],
    fails: [{ says: 'of ASA', input: soundJob({ job: { purpose: 'flexible' }, recipe: { family: 'ASA' } }) }],
  },
});
